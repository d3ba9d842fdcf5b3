/** What of a mechanism may touch what: outlines on parallel axes, or surfaces, and how one lies in the frame of the other. */
import type { Contact } from '../document/format/contacts'
import { meshAtHand } from '../geometry/imported-meshes'
import { compose, FRAME } from '../maths/frame'
import type { Mechanism } from '../mechanism/compile'
import { standingAt } from '../mechanism/state'
import type { MotionState } from '../mechanism/state'
import { LIE } from '../proximity/place'
import type { Lie } from '../proximity/place'
import type { ContactPair } from './contact-pair'
import { isOfOutlines, outlinePairs, seatedParts } from './outline-pairs'
import type { SeatedPart } from './outline-pairs'
import { surfacePair } from './surface-pairs'
import { bodiesThatTouch } from './touching-bodies'

const known = new WeakMap<Mechanism, readonly ContactPair[]>()

/** Pairs of the contacts that are not suspended. */
export const contactPairs = (mechanism: Mechanism): readonly ContactPair[] =>
  everyContactPair(mechanism).filter(({ contact }) => !contact.suspended)

/** Pairs of all contacts, since a run may restore those that are suspended; made once for a mechanism. */
export function everyContactPair(mechanism: Mechanism): readonly ContactPair[] {
  const pairs = known.get(mechanism) ?? pairsOf(mechanism)
  // triangles that are not at hand may come
  const { parts } = mechanism.geometry.document
  if (parts.every(({ mesh }) => mesh === undefined || meshAtHand(mesh))) known.set(mechanism, pairs)
  return pairs
}

/** Whether forces act between a pair: surfaces of triangles that give way have none. */
export const hasForces = (pair: ContactPair): boolean => isOfOutlines(pair) || !pair.contact.compliance

/** Pairs of one contact, also where it is suspended. @param contact by id */
export const pairsOfContact = (mechanism: Mechanism, contact: string | undefined): ContactPair[] =>
  everyContactPair(mechanism).filter((pair) => pair.contact.id === contact)

const pairsOf = (mechanism: Mechanism): ContactPair[] =>
  pairsBetween(mechanism, mechanism.geometry.document.contacts ?? [])

/** Pairs of contacts, also of such that the document does not have. */
export function pairsBetween(mechanism: Mechanism, contacts: readonly Contact[]): ContactPair[] {
  const { document, bodies } = mechanism.geometry
  if (contacts.length === 0) return []
  const index = new Map(bodies.map(({ source }, k) => [source.id, k]))
  const seated = new Map<number, readonly SeatedPart[]>()
  const on = (id: string): readonly SeatedPart[] => {
    const body = index.get(id)!
    const mine = seated.get(body) ?? seatedParts(mechanism, body)
    seated.set(body, mine)
    return mine
  }
  // axes are compared at the home pose
  const state = standingAt(mechanism, mechanism.home)
  return bodiesThatTouch(document, contacts).flatMap(({ contact, one, other }) =>
    on(one).flatMap((a) => on(other).flatMap((b) => pairsOfParts(mechanism, state, contact, a, b))),
  )
}

/** Outlines in one plane where there are some, else the surfaces of both parts; none where nothing moves. */
function pairsOfParts(
  mechanism: Mechanism,
  state: MotionState,
  contact: Contact,
  a: SeatedPart,
  b: SeatedPart,
): readonly ContactPair[] {
  if (mechanism.bodyLink[a.body] === mechanism.bodyLink[b.body]) return []
  const exact = outlinePairs(mechanism, state, contact, a, b)
  if (exact.length > 0) return exact
  const surfaces = surfacePair(mechanism, contact, a, b)
  return surfaces ? [surfaces] : []
}

/** How B lies in the frame of A, read off the motion. */
export class LieReader {
  readonly lie: Lie = new Float64Array(LIE)
  /** Frames of both in ground, one after the other. */
  readonly frames = new Float64Array(2 * FRAME)

  read({ world }: MotionState, { pair: { linkA, linkB, frameA, frameB }, finder }: ContactPair): Lie {
    const { frames, lie } = this
    compose(world, FRAME * linkA, frameA, 0, frames, 0)
    compose(world, FRAME * linkB, frameB, 0, frames, FRAME)
    finder.writeLie(frames, lie)
    return lie
  }

  /** How a pair lies; null where they are beside each other. */
  readTogether(state: MotionState, on: ContactPair): Lie | null {
    const lie = this.read(state, on)
    return on.finder.areBeside(lie) ? null : lie
  }
}
