/** What touches where everything stands. */
import { deepIn, overlaps } from '../../contact/contact-problems'
import { areDeep } from '../../contact/facts'
import { contactPairs, LieReader } from '../../contact/pairs'
import { isOfOutlines } from '../../contact/outline-pairs'
import type { OutlinePair } from '../../contact/outline-pairs'
import { standingAt } from '../../mechanism/state'
import type { MotionState } from '../../mechanism/state'
import type { Mechanism } from '../../mechanism/compile'
import type { Problem } from '../../result'
import { Meeting } from './meeting'
import { TOUCHES } from './tolerances'

/** Places in which outlines touch or overlap, pair by pair, the deepest first. @param most gap up to which they touch [m] */
export function touchingAt(pairs: readonly OutlinePair[], state: MotionState, most: number): Meeting[] {
  return pairs.flatMap((on) => {
    const lie = new LieReader().readTogether(state, on)
    return lie ? on.finder.touching(lie, most).map((touch) => new Meeting(on, touch)) : []
  })
}

/** Why a motion that forces decide cannot start: bodies that overlap; null where none do. Code: `contact-overlaps`. */
export function overlapOf(
  mechanism: Mechanism,
  pairs: readonly OutlinePair[],
  touching: readonly Meeting[],
  state: MotionState,
  time: number,
): Problem | null {
  const deep = touching.find(({ gap }) => gap < -TOUCHES * mechanism.size)
  if (deep) return overlaps(mechanism, deep.on, -deep.gap, 'forces cannot part them')
  const within = pairs.find((on) => areDeep(on, state))
  return within ? deepIn(mechanism, within, time) : null
}

/** The same before a run, of all contacts that hold at its start and are rigid. @param q where it starts */
export function overlapBefore(mechanism: Mechanism, q: Float64Array): Problem | null {
  const pairs = contactPairs(mechanism)
    .filter(isOfOutlines)
    .filter(({ contact }) => !contact.compliance)
  if (pairs.length === 0) return null
  const state = standingAt(mechanism, q)
  return overlapOf(mechanism, pairs, touchingAt(pairs, state, 0), state, 0)
}
