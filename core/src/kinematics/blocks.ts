/**
 * Independent blocks: closures that share an unknown coordinate must be solved together, all others need not.
 * Found by union over the unknown links of every closure's path; known (driven) links do not tie closures together.
 */
import type { ClosureRows, Row } from './closures'
import type { Mechanism } from './compile'
import type { MotionState } from './state'

export interface Block {
  readonly closures: readonly number[]
  readonly rows: readonly Row[]
  /** All links on the paths of the closures, parents first. */
  readonly links: Int32Array
  /** Those of `links` whose coordinates are unknown. */
  readonly unknowns: Int32Array
}

/** @param known one entry a link: 1 when its coordinate is prescribed */
export function partition(mechanism: Mechanism, rows: ClosureRows, known: Uint8Array): Block[] {
  const leader = Int32Array.from({ length: mechanism.closures.length }, (_, k) => k)
  const find = (k: number): number => {
    while (leader[k] !== k) k = leader[k] = leader[leader[k]]
    return k
  }
  const claimed = new Int32Array(mechanism.links).fill(-1)
  mechanism.closures.forEach(({ path }, k) => {
    for (const link of path) {
      if (known[link]) continue
      if (claimed[link] < 0) claimed[link] = k
      else leader[find(k)] = find(claimed[link])
    }
  })
  const members = new Map<number, number[]>()
  mechanism.closures.forEach((_, k) => {
    const first = find(k)
    members.set(first, [...(members.get(first) ?? []), k])
  })
  return [...members.values()].map((closures) => {
    const inside = new Set(closures)
    const links = new Set(closures.flatMap((k) => [...mechanism.closures[k].path]))
    const sorted = Int32Array.from(links).sort()
    return {
      closures,
      rows: rows.rows.filter((row) => inside.has(row.closure)),
      links: sorted,
      unknowns: sorted.filter((link) => !known[link]),
    }
  })
}

/** Places the links and the closures of a block for the current coordinates. */
export function placeBlock(block: Block, rows: ClosureRows, state: MotionState): void {
  for (let k = 0; k < block.links.length; k++) state.placeLink(block.links[k])
  for (let k = 0; k < block.closures.length; k++) rows.place(state, block.closures[k])
}

/** Column of each link in a block's Jacobian, -1 for links that are not among `unknowns`. */
export function columnsOf(mechanism: Mechanism, unknowns: Int32Array): Int32Array {
  const columns = new Int32Array(mechanism.links).fill(-1)
  unknowns.forEach((link, column) => {
    columns[link] = column
  })
  return columns
}
