/** How the bodies of contacts are to each other where a mechanism stands. */
import type { Contact } from '../document/format/contacts'
import type { Scenario } from '../document/format/scenarios'
import { entriesOf, nameOfEntry } from '../document/walk'
import type { Mechanism } from '../mechanism/compile'
import { standingAt } from '../mechanism/state'
import type { MotionState } from '../mechanism/state'
import type { Place } from '../proximity/place'
import type { Problem } from '../result'
import { LEFT_OUT_OF_REST } from './contact-problems'
import { contactPairs, LieReader } from './pairs'
import type { ContactPair } from './pairs'
import { MEASURED_AS_TOUCHING } from './tolerances'

export interface ContactFact {
  readonly contact: Contact
  /** How many pairs of outlines may meet; 0 where none lie on parallel axes. */
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
  const contacts = mechanism.geometry.document.contacts ?? []
  return contacts
    .filter(({ suspended }) => !suspended)
    .map((contact) => {
      const mine = pairs.filter((pair) => pair.contact === contact)
      const gaps = mine.flatMap((pair) => leastGap(pair, state) ?? [])
      const gap = gaps.length > 0 ? Math.min(...gaps) : null
      return { contact, pairs: mine.length, gap, isDeep: mine.some((pair) => areDeep(pair, state)) }
    })
}

/** What to know of contacts before a run. Codes: `contact-idle`, `contacts-left-out`. */
export function contactNotes(
  mechanism: Mechanism,
  pairs: readonly ContactPair[],
  mode: NonNullable<Scenario['mode']>,
): Problem[] {
  const isLeftOut = mode === 'rest' && pairs.some(({ contact }) => !contact.suspended)
  return [...idleContacts(mechanism, pairs), ...(isLeftOut ? [LEFT_OUT_OF_REST] : [])]
}

/** Contacts of which nothing can touch, with the bodies or groups on both sides, in words. Code: `contact-idle`. */
function idleContacts({ geometry }: Mechanism, pairs: readonly ContactPair[]): Problem[] {
  const { document } = geometry
  const idle = (document.contacts ?? []).filter(
    (contact) => !contact.suspended && !pairs.some((pair) => pair.contact === contact),
  )
  if (idle.length === 0) return []
  const entries = entriesOf(document)
  return idle.map(({ id, name, a, b }) => ({
    code: 'contact-idle',
    message: `${name} does nothing: no outlines of ${nameOfEntry(entries, a)} and ${nameOfEntry(entries, b)} lie on parallel axes. Turn a part of one, or choose other bodies.`,
    ids: [id],
  }))
}

/** The least gap of a pair [m]; null where they are farther apart than they are large, or deep in each other. */
export function leastGap(on: ContactPair, state: MotionState): number | null {
  const lie = new LieReader().readTogether(state, on)
  return lie && on.finder.leastGap(lie)
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
