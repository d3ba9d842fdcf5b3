/** Corners and edges that triangles share, found by where they are. */
import { cornersOf } from '../shapes/mesh/triangles'
import { rounderTriangles } from './flat-faces'

export interface Corners {
  /** Three numbers each [m]. */
  readonly corners: Float64Array
  /** Three corners a triangle. */
  readonly faces: Int32Array
  /** Two corners an edge, each edge once. */
  readonly edges: Int32Array
  /** Edges that do not run as often one way as the other within their solid. */
  readonly open: readonly (readonly [number, number])[]
  /** The same solids with rounder triangles in their flat faces. */
  readonly rounder: readonly Float32Array[]
}

/** @param solids nine numbers a triangle [m]; what is closed is told for each alone */
export function joinedCorners(solids: readonly Float32Array[]): Corners {
  const corners: number[] = []
  const faces: number[] = []
  const edges: number[] = []
  const open: (readonly [number, number])[] = []
  const rounder: Float32Array[] = []
  for (const positions of solids) {
    const first = cornersOf(positions)
    rounder.push(rounderTriangles(positions, first))
    const index = new Map<number, number>()
    first.forEach((vertex) => {
      if (!index.has(vertex)) {
        index.set(vertex, corners.length / 3)
        corners.push(positions[3 * vertex], positions[3 * vertex + 1], positions[3 * vertex + 2])
      }
      faces.push(index.get(vertex)!)
    })
    for (const [low, row] of balances(first))
      for (const [high, balance] of row) {
        const edge = [index.get(low)!, index.get(high)!] as const
        edges.push(...edge)
        if (balance !== 0) open.push(edge)
      }
  }
  return {
    corners: Float64Array.from(corners),
    faces: Int32Array.from(faces),
    edges: Int32Array.from(edges),
    open,
    rounder,
  }
}

/** How much more often triangles run along an edge upwards than downwards, by its lower and its higher vertex. */
function balances(first: Int32Array): Map<number, Map<number, number>> {
  const rows = new Map<number, Map<number, number>>()
  for (let v = 0; v < first.length; v++) {
    const from = first[v]
    const to = first[v % 3 === 2 ? v - 2 : v + 1]
    if (from === to) continue
    const [low, high] = from < to ? [from, to] : [to, from]
    const row = rows.get(low) ?? new Map<number, number>()
    rows.set(low, row)
    row.set(high, (row.get(high) ?? 0) + (from < to ? 1 : -1))
  }
  return rows
}
