/** Instants between which a function of time is what its two ends say of it, so that no swing of it falls between two steps. */
import { Quintic } from '../../maths/quintic'
import type { Jet } from '../../maths/quintic'
import type { TimeFunction } from '../../maths/time-function'
import { BETWEEN_KNOTS } from '../tolerances'

/** Pieces that are looked at in any case, and how often one is halved at most. */
const PIECES = 32
const HALVINGS = 9

/** Instants from the start to the end [s], both left out. */
export function knotsOf(evaluate: TimeFunction, start: number, end: number): number[] {
  if (!(end > start)) return []
  const out = new Float64Array(3)
  const at = (time: number): Jet => {
    evaluate(time, out)
    return [out[0], out[1], out[2]]
  }
  const knots: number[] = []
  let [lowest, highest] = [Infinity, -Infinity]
  for (let k = 0; k <= PIECES * 4; k++) {
    const [value] = at(start + ((end - start) * k) / (PIECES * 4))
    lowest = Math.min(lowest, value)
    highest = Math.max(highest, value)
  }
  const near = BETWEEN_KNOTS * (highest - lowest)
  const look = (from: number, before: Jet, to: number, after: Jet, left: number) => {
    const curve = new Quintic(before, after, to - from)
    const isAlike = [0.27, 0.5, 0.73].every(
      (share) => Math.abs(curve.value(share) - at(from + share * (to - from))[0]) <= near,
    )
    if (!isAlike && left > 0) {
      const middle = (from + to) / 2
      const between = at(middle)
      look(from, before, middle, between, left - 1)
      look(middle, between, to, after, left - 1)
    }
    if (to < end) knots.push(to)
  }
  for (let k = 0; k < PIECES; k++) {
    const [from, to] = [k, k + 1].map((piece) => start + ((end - start) * piece) / PIECES)
    look(from, at(from), to, at(to), HALVINGS)
  }
  return [...new Set(knots)].sort((a, b) => a - b)
}
