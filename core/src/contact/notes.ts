/** What to know of contacts before a run, in words. */
import type { Contact } from '../document/format/contacts'
import type { Scenario } from '../document/format/scenarios'
import { entriesOf, nameOfEntry } from '../document/walk'
import type { Mechanism } from '../mechanism/compile'
import type { Surface } from '../proximity/features/surface'
import { SurfaceFinder } from '../proximity/features/surface-finder'
import type { Problem } from '../result'
import { listed } from '../wording'
import { LEFT_OUT_OF_REST } from './contact-problems'
import { hasForces } from './pairs'
import type { ContactPair } from './contact-pair'
import { contactInstead } from './touching-bodies'

/** Codes: `contact-idle`, `contact-open`, `contact-thin`, `contacts-left-out`. */
export function contactNotes(
  mechanism: Mechanism,
  pairs: readonly ContactPair[],
  mode: NonNullable<Scenario['mode']>,
): Problem[] {
  const acting = pairs.filter(({ contact }) => !contact.suspended)
  if (mode === 'rest') return acting.length > 0 ? [LEFT_OUT_OF_REST] : []
  const shapeless = [...idleContacts(mechanism, acting), ...surfaceNotes(mechanism, acting)]
  if (mode !== 'free') return shapeless
  return [...shapeless, ...givingWay(mechanism, acting)]
}

/** Contacts of which nothing can touch, with the bodies or groups on both sides. */
function idleContacts({ geometry }: Mechanism, pairs: readonly ContactPair[]): Problem[] {
  const { document } = geometry
  const idle = (document.contacts ?? []).filter(
    (contact: Contact) => !contact.suspended && !pairs.some((pair) => pair.contact === contact),
  )
  if (idle.length === 0) return []
  const entries = entriesOf(document)
  return idle.map((contact) => {
    const { id, name, a, b } = contact
    const instead = contactInstead(document, contact)
    const why = instead
      ? `its bodies have contacts of their own, such as ${instead.name}. Delete one or the other.`
      : `${nameOfEntry(entries, a)} with ${nameOfEntry(entries, b)} has no part to touch with, or one whose triangles are not at hand. Give both sides parts, or choose other bodies.`
    return { code: 'contact-idle', message: `${name} does nothing: ${why}`, ids: [id] }
  })
}

/** Contacts that give way and touch by triangles, where nothing gives way. */
function givingWay({ geometry }: Mechanism, pairs: readonly ContactPair[]): Problem[] {
  const contacts = [...new Set(pairs.filter((pair) => !hasForces(pair)).map(({ contact }) => contact))]
  const entries = entriesOf(geometry.document)
  return contacts.map(({ id, name, a, b }) => ({
    code: 'contact-idle',
    message: `${name} does nothing: it gives way, and ${nameOfEntry(entries, a)} touches ${nameOfEntry(entries, b)} by triangles, which are rigid only. Clear its depth, or hold both in one plane.`,
    ids: [id],
  }))
}

/** Surfaces that do not enclose a solid, or hardly one. */
function surfaceNotes({ geometry }: Mechanism, pairs: readonly ContactPair[]): Problem[] {
  const bodiesWith = (has: (surface: Surface) => boolean): number[] => {
    const bodies = pairs.flatMap(({ finder, bodies: [a, b] }) => {
      if (!(finder instanceof SurfaceFinder)) return []
      return [...(has(finder.a) ? [a] : []), ...(has(finder.b) ? [b] : [])]
    })
    return [...new Set(bodies)]
  }
  const note = (code: string, bodies: readonly number[], words: (names: string) => string): Problem[] => {
    if (bodies.length === 0) return []
    const sources = bodies.map((body) => geometry.bodies[body].source)
    return [
      { code, message: words(listed(sources.map(({ name }) => name))), ids: sources.map(({ id }) => id) },
    ]
  }
  return [
    ...note(
      'contact-open',
      bodiesWith(({ solid }) => !solid.isClosed),
      (names) =>
        `The surface of ${names} is open, so what lies inside cannot be told: contacts may be missed there. Bring in a closed solid.`,
    ),
    ...note(
      'contact-thin',
      bodiesWith(({ solid, isThin }) => solid.isClosed && isThin),
      (names) =>
        `${names} has a part as thin as paper: bodies may go through it where they move fast. Make it thicker, or let the contact have another part.`,
    ),
  ]
}
