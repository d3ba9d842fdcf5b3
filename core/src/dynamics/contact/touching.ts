/** What touches where everything stands. */
import { LieReader } from '../../contact/pairs'
import type { OutlinePair } from '../../contact/outline-pairs'
import type { MotionState } from '../../mechanism/state'
import { Meeting } from './meeting'

/** Places in which outlines touch or overlap, pair by pair, the deepest first. @param most gap up to which they touch [m] */
export function touchingAt(pairs: readonly OutlinePair[], state: MotionState, most: number): Meeting[] {
  return pairs.flatMap((on) => {
    const lie = new LieReader().readTogether(state, on)
    return lie ? on.finder.touching(lie, most).map((touch) => new Meeting(on, touch)) : []
  })
}
