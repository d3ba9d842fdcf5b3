/** Cuts one shape out of another by their solids, and makes what is left ready to be stored as a part. */
import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import { prepareMesh } from '../exchange/prepare-mesh'
import { solidKernel, solidOf, trianglesOf } from '../solid-kernel'
import type { FromCut, ToCut } from './protocol'

/** Less than this is nothing [mm^3]. */
const NOTHING = 0.01

globalThis.onmessage = async ({ data }: MessageEvent<ToCut>) => {
  const say = (message: FromCut) => (globalThis as unknown as Worker).postMessage(message)
  try {
    say(cut(await solidKernel(), data))
  } catch (error) {
    say({ type: 'failed', message: String((error as Error).message ?? error) })
  }
}

function cut(kernel: ManifoldToplevel, { from, tools }: ToCut): FromCut {
  const [body, tool] = [from, tools].map((solids) => unionOf(kernel, solids))
  if (!body || !tool) return { type: 'refused', why: 'open' }
  const left = body.subtract(tool)
  if (left.volume() < NOTHING) return { type: 'refused', why: 'nothing' }
  if (body.volume() - left.volume() < NOTHING) return { type: 'refused', why: 'apart' }
  return { type: 'cut', mesh: prepareMesh({ positions: trianglesOf(left) }, 1) }
}

/** Null when one of them is not closed. */
function unionOf(kernel: ManifoldToplevel, solids: readonly Float32Array[]): Manifold | null {
  const made = solids.flatMap((positions) => solidOf(kernel, positions) ?? [])
  return made.length < solids.length || made.length === 0 ? null : kernel.Manifold.union(made)
}
