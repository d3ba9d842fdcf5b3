/** Coordinates that give way to a push: those with a rest position, to which they return, and those that nothing drives, which stay. */
import type { Mechanism } from '../mechanism/compile'
import { Equations } from '../mechanism/equations'
import type { Row } from '../mechanism/rows'
import { MotionState } from '../mechanism/state'
import { System } from '../solve/system'

export interface Yielding {
  readonly link: number
  /** Coordinate of the link to which it returns; null for what stays where it was pushed. */
  readonly rest: number | null
  /** Units of one radian or size. */
  readonly scale: number
  /** Where it stands while nothing pushes it, by link. */
  at: number
}

/**
 * @param q assembled coordinates
 * @param known links that drivers prescribe
 * @param rows all that hold
 */
export function yieldingOf(
  mechanism: Mechanism,
  q: Float64Array,
  known: Uint8Array,
  rows: readonly Row[],
): Yielding[] {
  const equations = new Equations(mechanism, rows)
  const parkedWith = (held: Uint8Array): readonly number[] => {
    const state = new MotionState(mechanism)
    state.q.set(q)
    return new System(equations, state, held).parked
  }
  const held = known.slice()
  let parked = parkedWith(held)
  const yielding: Yielding[] = []
  const add = (link: number, rest: number | null) =>
    yielding.push({ link, rest, scale: equations.scale[link], at: q[link] })
  for (const { link, settings, constant } of mechanism.coordinates) {
    if (settings.rest === null || link < 0 || held[link]) continue
    held[link] = 1
    const left = parkedWith(held)
    // what others determine does not return by itself
    if (left.length === parked.length - 1) {
      parked = left
      add(link, settings.rest - constant)
    } else held[link] = 0
  }
  for (const link of parked) add(link, null)
  return yielding
}
