/** What touches where everything stands. */
import { LieReader } from '../../contact/pairs'
import type { ContactPair } from '../../contact/pairs'
import type { MotionState } from '../../mechanism/state'
import { Meeting } from './meeting'

/** The deepest overlap that is sought, as a share of the smaller outline [-]. */
const DEEPEST = 0.25
/** By which a side may be turned away from a corner that it nearly lies on: it touches both its corners alike in the next moment [rad]. */
const TILT = 1e-3

/** Places in which outlines touch or overlap, pair by pair, the deepest first. @param most gap up to which they touch [m] */
export function touchingAt(pairs: readonly ContactPair[], state: MotionState, most: number): Meeting[] {
  return pairs.flatMap((on) => {
    const lie = new LieReader().readTogether(state, on)
    if (!lie) return []
    const { a, b } = on.finder
    const deepest = -DEEPEST * Math.min(a.size, b.size)
    return on.finder.touches(lie, deepest, most, [], TILT).map((touch) => new Meeting(on, touch))
  })
}
