/**
 * Coordinates on the other side of a singular position, for those who move without time: the independent coordinates go
 * evenly over one imaginary second, and the rest follows smoothly. See solver.ts.
 */
import type { Mechanism } from '../mechanism/compile'
import { Solver } from './solver'

/** It goes on by up to so many quarters of the way, so as not to stop beside the singular position. */
const MOST_QUARTERS = 4

/**
 * @param q closed coordinates by link
 * @param way how far each independent coordinate goes
 * @param independent links; all others follow
 * @returns coordinates by link, or null where no smooth motion leads on
 */
export function passThrough(
  mechanism: Mechanism,
  q: Float64Array,
  way: Float64Array,
  independent: readonly number[],
): Float64Array | null {
  const drives = independent.map((link) => ({
    link,
    evaluate: (time: number, out: Float64Array) => {
      out[0] = q[link] + time * way[link]
      out[1] = way[link]
      out[2] = 0
    },
  }))
  const solver = new Solver(mechanism, drives, q)
  if (!solver.start() || !solver.advance(1)) return null
  for (let k = 1; k <= MOST_QUARTERS && solver.isBridging; k++) if (!solver.advance(1 + k / 4)) return null
  return solver.state.q
}
