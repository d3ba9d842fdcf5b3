/** A contact between two bodies or groups. */
import { contactBetween, pushContact } from '../../document/contact-between'
import type { MechanismDocument } from '../../document/format/mechanism'

/** Adds it to the draft, called after both, unless they have one; returns its id. @param a and b, bodies or groups by id */
export function addContact(draft: MechanismDocument, a: string, b: string): string {
  const present = contactBetween(draft, a, b)
  if (present) return present.id
  const entries = [...draft.bodies, ...(draft.groups ?? [])]
  const nameOf = (id: string) => entries.find((entry) => entry.id === id)?.name ?? id
  return pushContact(draft, `${nameOf(a)} on ${nameOf(b)}`, a, b)
}
