/** How the bodies of contacts are to each other where a mechanism stands. */
import type { Contact } from '../document/format/contacts'
import type { Mechanism } from '../mechanism/compile'
import { standingAt } from '../mechanism/state'
import type { MotionState } from '../mechanism/state'
import type { Place } from '../proximity/place'
import { contactPairs, LieReader } from './pairs'
import type { ContactPair } from './contact-pair'
import { MEASURED_AS_TOUCHING } from './tolerances'
import { contactInstead } from './touching-bodies'

export interface ContactFact {
  readonly contact: Contact
  /** The contact that counts for its bodies in place of it, if there is one. */
  readonly instead: Contact | null
  /** How many pairs of outlines or surfaces may meet; 0 where one side has none. */
  readonly pairs: number
  /** The least gap, negative where they overlap [m]; null where they are beside each other, far apart, or deep in each other. */
  readonly gap: number | null
  /** Whether they lie so deep in each other that there is no telling which way they should part. */
  readonly isDeep: boolean
}

/** Of every contact that is not suspended. @param q assembled coordinates */
export function contactFacts(mechanism: Mechanism, q: Float64Array): ContactFact[] {
  const state = standingAt(mechanism, q)
  const pairs = contactPairs(mechanism)
  const { document } = mechanism.geometry
  return (document.contacts ?? [])
    .filter(({ suspended }) => !suspended)
    .map((contact) => {
      const mine = pairs.filter((pair) => pair.contact === contact)
      const gaps = mine.flatMap((pair) => leastGap(pair, state) ?? [])
      const gap = gaps.length > 0 ? Math.min(...gaps) : null
      const isDeep = mine.some((pair) => areDeep(pair, state))
      const instead = (mine.length === 0 && contactInstead(document, contact)) || null
      return { contact, instead, pairs: mine.length, gap, isDeep }
    })
}

const ends = new Float64Array(6)

/** The least gap of a pair [m]; null where they are farther apart than they are large, or deep in each other. */
export function leastGap(on: ContactPair, state: MotionState): number | null {
  const lie = new LieReader().readTogether(state, on)
  return lie && on.finder.closest(lie, ends)
}

/** Whether shapes lie so deep in each other that no place tells how they should part. */
export function areDeep(on: ContactPair, state: MotionState): boolean {
  const lie = new LieReader().readTogether(state, on)
  return lie !== null && on.finder.areDeep(lie)
}

/** Where the bodies of some pairs touch, with the point in ground [m]; null where none do. */
export function touchingPlace({ size }: Mechanism, pairs: readonly ContactPair[], state: MotionState) {
  const places = pairs.flatMap((on): { on: ContactPair; touch: Place; reader: LieReader }[] => {
    const reader = new LieReader()
    const lie = reader.readTogether(state, on)
    const [touch] = lie ? on.finder.touching(lie, MEASURED_AS_TOUCHING * size) : []
    return touch ? [{ on, touch, reader }] : []
  })
  if (places.length === 0) return null
  const nearest = places.reduce((least, one) => (one.touch.gap < least.touch.gap ? one : least))
  const point = new Float64Array(3)
  nearest.touch.writePoint(nearest.reader.frames, point)
  return { ...nearest, point }
}
