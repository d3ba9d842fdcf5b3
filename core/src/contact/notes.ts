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
import { isOfOutlines } from './outline-pairs'
import type { ContactPair } from './contact-pair'

/** Codes: `contact-idle`, `contact-open`, `contact-thin`, `contacts-left-out`. */
export function contactNotes(
  mechanism: Mechanism,
  pairs: readonly ContactPair[],
  mode: NonNullable<Scenario['mode']>,
): Problem[] {
  const acting = pairs.filter(({ contact }) => !contact.suspended)
  if (mode === 'rest') return acting.length > 0 ? [LEFT_OUT_OF_REST] : []
  if (mode === 'free') return idleContacts(mechanism, acting.filter(isOfOutlines), BY_FORCES)
  return [...idleContacts(mechanism, acting, WITHOUT_SHAPE), ...surfaceNotes(mechanism, acting)]
}

const WITHOUT_SHAPE = {
  why: 'has no part to touch with, or one whose triangles are not at hand',
  out: 'Give both sides parts, or choose other bodies.',
}
const BY_FORCES = {
  why: 'has no outlines that move in one plane, and forces act between such outlines only',
  out: 'Turn a part of one, hold both in one plane, choose other bodies, or let drivers prescribe the motion.',
}

/** Contacts of which nothing can touch, with the bodies or groups on both sides. */
function idleContacts(
  { geometry }: Mechanism,
  pairs: readonly ContactPair[],
  { why, out }: typeof WITHOUT_SHAPE,
): Problem[] {
  const { document } = geometry
  const idle = (document.contacts ?? []).filter(
    (contact: Contact) => !contact.suspended && !pairs.some((pair) => pair.contact === contact),
  )
  if (idle.length === 0) return []
  const entries = entriesOf(document)
  return idle.map(({ id, name, a, b }) => ({
    code: 'contact-idle',
    message: `${name} does nothing: ${nameOfEntry(entries, a)} with ${nameOfEntry(entries, b)} ${why}. ${out}`,
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
