/** A contact between two bodies or groups. */
import { contactBetween } from '../../document/contact-between'
import type { MechanismDocument } from '../../document/format/mechanism'
import { freshId, slug, unused } from '../../document/ids'

/** Adds it to the draft, called after both, unless they have one; returns its id. @param a and b, bodies or groups by id */
export function addContact(draft: MechanismDocument, a: string, b: string): string {
  const present = contactBetween(draft, a, b)
  if (present) return present.id
  const entries = [...draft.bodies, ...(draft.groups ?? [])]
  const nameOf = (id: string) => entries.find((entry) => entry.id === id)?.name ?? id
  const known = draft.contacts ?? []
  const name = unused(new Set(known.map((contact) => contact.name)), `${nameOf(a)} on ${nameOf(b)}`)
  const id = freshId(draft, slug(name))
  draft.contacts = [...known, { id, name, a, b }]
  return id
}
