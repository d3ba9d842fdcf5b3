/** The contact that two bodies or groups have already: of themselves, or of groups that they are in. */
import type { Contact } from './format/contacts'
import type { MechanismDocument } from './format/mechanism'
import { bodiesOfGroup } from './groups'

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
