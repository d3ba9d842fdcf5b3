/** The contact of two bodies or groups: the one that they have, of themselves or of groups that they are in, and a new one. */
import type { Contact } from './format/contacts'
import type { MechanismDocument } from './format/mechanism'
import { bodiesOfGroup } from './groups'
import { freshId, slug, unused } from './ids'

/** @param a and b, bodies or groups by id, either way round */
export function contactBetween(document: MechanismDocument, a: string, b: string): Contact | undefined {
  const [mine, others] = [bodiesOfGroup(document, a), bodiesOfGroup(document, b)]
  const hasAll = (id: string, bodies: readonly string[]) => {
    const own = bodiesOfGroup(document, id)
    return bodies.every((body) => own.includes(body))
  }
  return document.contacts?.find(
    (one) => (hasAll(one.a, mine) && hasAll(one.b, others)) || (hasAll(one.a, others) && hasAll(one.b, mine)),
  )
}

/** Adds one to the draft, by a name that none has yet; returns its id. @param name without the number that it may get */
export function pushContact(draft: MechanismDocument, name: string, a: string, b: string): string {
  const known = draft.contacts ?? []
  const free = unused(new Set(known.map((contact) => contact.name)), name)
  const id = freshId(draft, slug(free))
  draft.contacts = [...known, { id, name: free, a, b }]
  return id
}
