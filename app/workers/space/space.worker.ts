/** Finds swept volumes and reaches, and writes them to files; ended where it is cancelled. */
import { identityFrame } from '@ligamen/core'
import { solidKernel } from '../solid-kernel'
import type { FromSpace, ToSpace } from './protocol'
import { reach } from './reach'
import { Refused, sweep } from './sweep'

/** [ms] */
const TOLD_EVERY = 150

const say = (message: FromSpace) => (globalThis as unknown as Worker).postMessage(message)
let told = 0
function progress(share: number): void {
  const now = performance.now()
  if (now - told < TOLD_EVERY) return
  told = now
  say({ type: 'progress', share })
}

globalThis.onmessage = async ({ data }: MessageEvent<ToSpace>) => {
  try {
    say(await answer(data))
  } catch (error) {
    const { message } = error as Error
    say({ type: 'failed', message: error instanceof Refused ? message : `It could not be found: ${message}` })
  }
}

async function answer(asked: ToSpace): Promise<FromSpace> {
  switch (asked.type) {
    case 'sweep':
      return { type: 'swept', swept: sweep(await solidKernel(), asked, progress) }
    case 'reach':
      return { type: 'reached', reached: reach(await solidKernel(), asked, progress) }
    case 'write':
      return { type: 'written', name: `${asked.name}.${asked.format}`, bytes: await written(asked) }
  }
}

async function written({ format, name, positions }: ToSpace & { type: 'write' }): Promise<Uint8Array> {
  if (format === 'stl') return (await import('../exchange/formats/stl')).writeStl(positions)
  const { writeGlb } = await import('../exchange/formats/gltf')
  const parts = [{ name, colour: '#7b3f76', positions }]
  return writeGlb([{ name, frame: identityFrame(), parts }])
}
