/**
 * Mobility by numerical rank at a given pose: freedoms that remain, and closing rows that say again what other rows
 * say already (redundant), by joint and direction.
 *
 * mobility = coordinates - rank, redundant = rows - rank. Rank by column-pivoted QR, see maths/rank.ts.
 */
import { columnRank } from '../maths/rank'
import { columnsOf, partition, placeBlock } from './blocks'
import { ClosureRows } from './closures'
import type { Mechanism } from './compile'
import { MotionState } from './state'

export interface RedundantRow {
  readonly joint: string
  readonly direction: string
}

export interface Mobility {
  readonly mobility: number
  readonly coordinates: number
  readonly rows: number
  readonly rank: number
  /** At an assembled pose every redundant row is consistent, that is harmless. */
  readonly redundant: readonly RedundantRow[]
  /** Ids of bodies that no joint ties to ground. */
  readonly floating: readonly string[]
}

/** @param q coordinates by link at which the loops are closed */
export function analyseMobility(mechanism: Mechanism, q: Float64Array): Mobility {
  const state = new MotionState(mechanism)
  state.q.set(q)
  state.placeAll()
  const rows = new ClosureRows(mechanism)
  const coordinates = mechanism.links - 1
  let rank = 0
  const redundant: RedundantRow[] = []
  for (const block of partition(mechanism, rows, new Uint8Array(mechanism.links))) {
    placeBlock(block, rows, state)
    const n = block.unknowns.length
    const m = block.rows.length
    const columns = columnsOf(mechanism, block.unknowns)
    const transposed = new Float64Array(n * m)
    const line = new Float64Array(n)
    block.rows.forEach((row, r) => {
      rows.jacobian(state, row, columns, line, 0, n)
      for (let i = 0; i < n; i++) transposed[i * m + r] = line[i]
    })
    const found = columnRank(transposed, n, m)
    rank += found.rank
    for (const r of found.order.subarray(found.rank).slice().sort()) {
      const { closure, condition } = block.rows[r]
      const joint = mechanism.geometry.joints[mechanism.closures[closure].joint]
      redundant.push({ joint: joint.source.id, direction: condition.direction })
    }
  }
  return {
    mobility: coordinates - rank,
    coordinates,
    rows: rows.rows.length,
    rank,
    redundant,
    floating: mechanism.floating.map((body) => mechanism.geometry.bodies[body].source.id),
  }
}
