/**
 * Which links and pairs are placed when, for blocks that are solved one after the other: a link stands once the block of
 * its coordinate and those of its parents are closed, and is placed with the last of them.
 */
import type { Equations } from '../mechanism/equations'
import type { Pair } from '../mechanism/rows'
import { unknownsOfRow } from './structure'
import type { BlockPlan } from './structure'

/** Links are listed parents before children. */
export interface MovedLinks {
  /** On the paths of the rows of the block: they move while it is closed. */
  readonly moved: Int32Array
  /** Others, which are placed once it is closed. */
  readonly carried: Int32Array
  /** Those of both whose motion the rows of later blocks look at. */
  readonly movedForLater: Int32Array
  readonly carriedForLater: Int32Array
  /** Pairs of its rows. */
  readonly pairs: Int32Array
}

export interface MovingOrder {
  readonly blocks: readonly MovedLinks[]
  /** Links that move with no block, and those of them whose motion the rows of blocks look at. */
  readonly first: Int32Array
  readonly firstForLater: Int32Array
  /** Links whose motion no row looks at once it is solved. */
  readonly unread: Int32Array
  /** Pairs that are in no row of a block. */
  readonly sparePairs: Int32Array
}

export function movingOrder(equations: Equations, plans: readonly BlockPlan[]): MovingOrder {
  const { linkParent, links } = equations.mechanism
  const ready = new Int32Array(links).fill(-1)
  plans.forEach(({ unknowns }, b) => {
    for (const link of unknowns) ready[link] = b
  })
  for (let link = 1; link < links; link++) ready[link] = Math.max(ready[link], ready[linkParent[link]])
  const standing: number[][] = plans.map(() => [])
  const first: number[] = []
  for (let link = 1; link < links; link++) (ready[link] < 0 ? first : standing[ready[link]]).push(link)

  const lastReader = lastReaders(equations, plans)
  const nothingKnown = new Uint8Array(links)
  const onPath = new Uint8Array(links)
  const placed = new Set<number>()
  const blocks = plans.map(({ rows }, b): MovedLinks => {
    for (const row of rows) {
      for (const link of unknownsOfRow(equations, row, nothingKnown)) {
        for (let l = link; l > 0 && ready[l] === b; l = linkParent[l]) onPath[l] = 1
      }
    }
    const pairs = pairsOf(equations, rows)
    for (const pair of pairs) placed.add(pair)
    const isForLater = (link: number) => lastReader[link] > b
    const moved = Int32Array.from(standing[b].filter((link) => onPath[link]))
    const carried = Int32Array.from(standing[b].filter((link) => !onPath[link]))
    return {
      moved,
      carried,
      movedForLater: moved.filter(isForLater),
      carriedForLater: carried.filter(isForLater),
      pairs,
    }
  })
  return {
    blocks,
    first: Int32Array.from(first),
    firstForLater: Int32Array.from(first.filter((link) => lastReader[link] >= 0)),
    unread: Int32Array.from(linkParent.keys()).filter((link) => link > 0 && lastReader[link] <= ready[link]),
    sparePairs: Int32Array.from([...equations.pairs.keys()].filter((pair) => !placed.has(pair))),
  }
}

/** The last block whose rows look at the motion of each link, or at what it carries; -1 for none. */
function lastReaders(equations: Equations, plans: readonly BlockPlan[]): Int32Array {
  const { linkParent, links } = equations.mechanism
  const last = new Int32Array(links).fill(-1)
  const read = ({ linkA, linkB }: Pair, block: number) => {
    for (const end of [linkA, linkB])
      for (let l = end; l > 0 && last[l] < block; l = linkParent[l]) last[l] = block
  }
  plans.forEach(({ rows }, b) => {
    for (const pair of pairsOf(equations, rows)) read(equations.pairs[pair], b)
  })
  // turns are counted once everything is solved
  for (const { pair } of equations.windings.terms) read(pair, plans.length)
  return last
}

function pairsOf(equations: Equations, rows: readonly number[]): Int32Array {
  const pairs = new Set<number>()
  for (const row of rows) {
    for (let t = equations.firstTerm[row]; t < equations.firstTerm[row + 1]; t++) {
      if (equations.termPair[t] >= 0) pairs.add(equations.termPair[t])
    }
  }
  return Int32Array.from(pairs)
}
