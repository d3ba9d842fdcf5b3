/** Files in and out: what is being read or written, what has to be asked, what came of it. One at a time, in its worker. */
import { bringIn } from '@ligamen/core'
import type { MechanismDocument, Problem } from '@ligamen/core'
import { meshes } from '~/model/meshes/meshes'
import { saveFile } from '~/build/files/save-file'
import type { FromExchange, PreparedMesh, ToExchange } from '~/workers/exchange/protocol'
import { useMechanismStore } from '../../model/document/mechanism'
import { usePoseStore } from '../../model/pose/pose'
import { useSelectionStore } from '../../model/screen/selection'

/** Larger files are not opened [bytes]. */
const LARGEST = 300_000_000

export const useExchangeStore = defineStore('exchange', () => {
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const selection = useSelectionStore()
  const busy = ref<{ words: string; share: number | null } | null>(null)
  const unitWanted = ref<{ name: string; size: readonly [number, number, number] } | null>(null)
  const fault = ref('')
  /** What was done, and what was left out of it. */
  const done = ref<{ words: string; leftOut: readonly string[] } | null>(null)
  let worker: Worker | null = null

  function begin(): Worker {
    cancel()
    fault.value = ''
    done.value = null
    worker = new Worker(new URL('../../workers/exchange/exchange.worker.ts', import.meta.url), {
      type: 'module',
    })
    worker.onmessage = ({ data }: MessageEvent<FromExchange>) => void hear(data)
    worker.onerror = (event) => refuse([{ code: 'exchange-failed', message: event.message }])
    return worker
  }

  /** Ends what is going on; nothing of it is kept. */
  function cancel() {
    worker?.terminate()
    worker = null
    busy.value = null
    unitWanted.value = null
  }

  function refuse(problems: readonly Problem[]) {
    cancel()
    fault.value = problems.map(({ message }) => message).join(' ')
  }

  async function read(files: readonly File[]) {
    const large = files.find(({ size }) => size > LARGEST)
    if (large) {
      refuse([
        {
          code: 'file-too-large',
          message: `${large.name} has more than 300 MB; make it coarser where it was exported.`,
        },
      ])
      return
    }
    const to = begin()
    busy.value = { words: 'Opening', share: null }
    const opened = await Promise.all(
      files.map(async (file) => ({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) })),
    )
    // it may have been cancelled meanwhile
    if (worker !== to) return
    const message: ToExchange = { type: 'read', files: opened }
    to.postMessage(
      message,
      opened.map(({ bytes }) => bytes.buffer),
    )
  }

  function giveUnit(metres: number) {
    unitWanted.value = null
    busy.value = { words: 'Preparing', share: null }
    worker?.postMessage({ type: 'unit', metres } satisfies ToExchange)
  }

  function write(kind: string) {
    const document = mechanism.document
    const { shown } = pose
    if (!document || !shown) return
    const to = begin()
    busy.value = { words: 'Writing', share: null }
    const wanted = document.parts.flatMap(({ mesh }) => mesh ?? [])
    const triangles = wanted.flatMap((hash) => {
      const mesh = meshes.get(hash)
      return mesh ? [[hash, mesh.positions] as const] : []
    })
    const poses = shown.poses.slice(shown.at, shown.at + 7 * shown.bodies.length)
    to.postMessage({
      type: 'write',
      kind,
      document: JSON.parse(JSON.stringify(document)) as MechanismDocument,
      poses,
      meshes: Object.fromEntries(triangles),
    } satisfies ToExchange)
  }

  async function hear(message: FromExchange): Promise<void> {
    switch (message.type) {
      case 'progress':
        busy.value = { words: message.words, share: message.share }
        break
      case 'unit-wanted':
        busy.value = null
        unitWanted.value = { name: message.name, size: message.size }
        break
      case 'failed':
        refuse(message.problems)
        break
      case 'written':
        cancel()
        saveFile(message.name, message.bytes)
        done.value = { words: `${message.name} is written.`, leftOut: message.leftOut }
        break
      case 'scene':
        await take(message.meshes)
        await addScene(message)
        break
      case 'mechanism':
        await take(message.meshes)
        await replace(message.document, message.leftOut)
        break
    }
  }

  const take = async (prepared: readonly PreparedMesh[]) => {
    busy.value = { words: 'Storing', share: null }
    await meshes.put(prepared.map(({ stored, mesh }) => ({ hash: stored.hash, mesh })))
  }

  async function addScene({
    name,
    scene,
    meshes: prepared,
    leftOut,
  }: Extract<FromExchange, { type: 'scene' }>) {
    let bodies: readonly string[] = []
    const refused = await mechanism.edit(`Bring in ${name}`, (draft) => {
      const blank = scene.meshes.map((mesh) => ({ ...mesh, positions: new Float32Array(0) }))
      const brought = bringIn(
        draft,
        { ...scene, meshes: blank },
        prepared.map(({ stored }) => stored),
        scene.unit ?? 1,
        name,
      )
      bodies = brought.bodies
      return brought.document
    })
    if (refused.length > 0) {
      refuse(refused)
      return
    }
    cancel()
    selection.selectAll(bodies.map((id) => ({ kind: 'body', id })))
    done.value = {
      words: `${name}: ${bodies.length} ${bodies.length === 1 ? 'body' : 'bodies'} brought in.`,
      leftOut,
    }
  }

  /** A whole mechanism takes the place of this one; that can be undone. */
  async function replace(document: MechanismDocument, leftOut: readonly string[]) {
    const refused = await mechanism.edit(
      `Open ${document.name}`,
      (draft) => ({ ...document, name: draft.name }),
      { home: true },
    )
    if (refused.length > 0) {
      refuse(refused)
      return
    }
    cancel()
    const { bodies, joints } = document
    done.value = {
      words: `${document.name} takes the place of what was here: ${bodies.length} bodies, ${joints.length} joints. Undo brings the old one back.`,
      leftOut,
    }
  }

  return { busy, unitWanted, fault, done, read, giveUnit, cancel, write }
})
