/** What touches where everything stands. */
import { deepIn, overlaps } from '../../contact/contact-problems'
import { areDeep } from '../../contact/facts'
import { contactPairs, LieReader } from '../../contact/pairs'
import { isOfOutlines } from '../../contact/outline-pairs'
import type { SurfacePair } from '../../contact/surface-pairs'
import type { FeaturePlace } from '../../proximity/features/feature-place'
import type { Touch } from '../../proximity/outlines/touch'
import type { Place } from '../../proximity/place'
import type { ContactPair } from '../../contact/contact-pair'
import { standingAt } from '../../mechanism/state'
import type { MotionState } from '../../mechanism/state'
import type { Mechanism } from '../../mechanism/compile'
import type { Problem } from '../../result'
import { footing } from './footing'
import type { Meeting } from './meeting'
import { OutlineMeeting } from './outline-meeting'
import { SurfaceMeeting } from './surface-meeting'
import { TOUCHES } from './tolerances'

export function meetingOn(on: ContactPair, touch: Place): Meeting {
  if (isOfOutlines(on)) return new OutlineMeeting(on, touch as Touch)
  return new SurfaceMeeting(on as SurfacePair, touch as FeaturePlace)
}

/** Places in which bodies touch or overlap, pair by pair, the deepest first. @param most gap up to which they touch [m]. @param turn how far they may turn yet [rad] */
export function touchingAt(
  pairs: readonly ContactPair[],
  state: MotionState,
  most: number,
  turn = 0,
): Meeting[] {
  const reader = new LieReader()
  return pairs.flatMap((on) => {
    const lie = reader.readTogether(state, on)
    const places = lie ? on.finder.touching(lie, most, turn) : []
    const carrying = isOfOutlines(on) ? places : footing(places as FeaturePlace[], TOUCHES * on.finder.larger)
    return carrying.map((touch) => meetingOn(on, touch))
  })
}

/** Why a motion that forces decide cannot start: bodies that overlap; null where none do. Code: `contact-overlaps`. */
export function overlapOf(
  mechanism: Mechanism,
  pairs: readonly ContactPair[],
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
  const pairs = contactPairs(mechanism).filter(({ contact }) => !contact.compliance)
  if (pairs.length === 0) return null
  const state = standingAt(mechanism, q)
  return overlapOf(mechanism, pairs, touchingAt(pairs, state, 0), state, 0)
}
