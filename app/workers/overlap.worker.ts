/**
 * Static interference: which bodies overlap where they are, and by what volume, by boolean intersection of their solids.
 * Pairs whose boxes do not meet are passed over. Volumes are found in millimetres, where the kernel's tolerances suit.
 */
import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import { isFacetGap } from './facet-gap'
import { solidKernel, solidOf, trianglesOf } from './solid-kernel'

export interface OverlapBody {
  readonly id: string
  /** Bodies of one rigid group have the same; they may stand in each other. */
  readonly group: string
  /** Closed solids, nine numbers a triangle [m], in ground. */
  readonly solids: readonly Float32Array[]
}

export interface Overlap {
  readonly a: string
  readonly b: string
  /** [m^3] */
  readonly volume: number
  /** Middle of the overlap in ground [m]. */
  readonly at: readonly [number, number, number]
  /** Its triangles in ground [m]. */
  readonly positions: Float32Array
}

export type FromOverlap =
  | { type: 'progress'; share: number }
  | { type: 'done'; overlaps: Overlap[]; unclosed: string[] }
  | { type: 'failed'; message: string }

/** Less than this is touching [mm^3]. */
const TOUCHING = 0.01

const say = (message: FromOverlap) => (globalThis as unknown as Worker).postMessage(message)

globalThis.onmessage = async ({ data }: MessageEvent<readonly OverlapBody[]>) => {
  try {
    find(await solidKernel(), data)
  } catch (error) {
    say({ type: 'failed', message: String((error as Error).message ?? error) })
  }
}

function find(kernel: ManifoldToplevel, bodies: readonly OverlapBody[]): void {
  const unclosed: string[] = []
  const solids = bodies.map(({ id, group, solids }) => {
    const made = solids.flatMap((positions) => solidOf(kernel, positions) ?? [])
    if (made.length < solids.length) unclosed.push(id)
    return { id, group, made, box: boxOf(made) }
  })
  const overlaps: Overlap[] = []
  for (let i = 0; i < solids.length; i++) {
    say({ type: 'progress', share: i / solids.length })
    for (let j = i + 1; j < solids.length; j++) {
      if (solids[i]!.group === solids[j]!.group || !meet(solids[i]!.box, solids[j]!.box)) continue
      const found = overlapOf(solids[i]!, solids[j]!)
      if (found) overlaps.push(found)
    }
  }
  overlaps.sort((a, b) => b.volume - a.volume)
  say({ type: 'done', overlaps, unclosed })
}

type Box = readonly [readonly number[], readonly number[]]

function boxOf(solids: readonly Manifold[]): Box {
  const min = [Infinity, Infinity, Infinity]
  const max = [-Infinity, -Infinity, -Infinity]
  for (const solid of solids) {
    const box = solid.boundingBox()
    for (let k = 0; k < 3; k++) {
      min[k] = Math.min(min[k]!, box.min[k]!)
      max[k] = Math.max(max[k]!, box.max[k]!)
    }
  }
  return [min, max]
}

const meet = ([aMin, aMax]: Box, [bMin, bMax]: Box): boolean =>
  [0, 1, 2].every((k) => aMin[k]! <= bMax[k]! && bMin[k]! <= aMax[k]!)

type Solids = { readonly id: string; readonly made: readonly Manifold[] }

function overlapOf(a: Solids, b: Solids): Overlap | null {
  let volume = 0
  const triangles: number[] = []
  for (const one of a.made)
    for (const two of b.made) {
      const common = one.intersect(two)
      const size = common.volume()
      if (size > TOUCHING && !isFacetGap(size, common.surfaceArea(), common.boundingBox())) {
        volume += size
        for (const number of trianglesOf(common)) triangles.push(number)
      }
      common.delete()
    }
  if (volume === 0) return null
  const middle = [0, 1, 2].map((k) => {
    let [low, high] = [Infinity, -Infinity]
    for (let i = k; i < triangles.length; i += 3) {
      low = Math.min(low, triangles[i]!)
      high = Math.max(high, triangles[i]!)
    }
    return (low + high) / 2
  })
  return {
    a: a.id,
    b: b.id,
    volume: volume * 1e-9,
    at: [middle[0]!, middle[1]!, middle[2]!],
    positions: Float32Array.from(triangles),
  }
}
