/** Which bodies contacts are between. Two bodies may have several contacts, through groups: that with the fewest bodies counts. */
import type { Contact } from '../document/format/contacts'
import type { MechanismDocument } from '../document/format/mechanism'
import { bodiesOfGroup } from '../document/groups'

/** Two bodies of a contact, by id. */
interface TouchingBodies {
  readonly contact: Contact
  readonly one: string
  readonly other: string
  /** How many pairs of bodies the contact has. */
  readonly among: number
}

/** Of suspended contacts too, whose bodies have no other contact meanwhile unless there is one. */
export function bodiesThatTouch(document: MechanismDocument, contacts: readonly Contact[]): TouchingBodies[] {
  const all = everyTwo(document, contacts)
  const counting = countingOf(all)
  return all.filter((two) => two.contact.suspended || counting.get(keyOf(two)) === two)
}

/** The contact that counts in place of one of which nothing counts; undefined where some of it does. */
export function contactInstead(document: MechanismDocument, contact: Contact): Contact | undefined {
  const counting = countingOf(everyTwo(document, document.contacts ?? []))
  const instead = everyTwo(document, [contact]).map((two) => counting.get(keyOf(two))?.contact)
  return instead.includes(contact) || instead.includes(undefined) ? undefined : instead[0]
}

const everyTwo = (document: MechanismDocument, contacts: readonly Contact[]): TouchingBodies[] =>
  contacts.flatMap((contact) => {
    const [mine, others] = [bodiesOfGroup(document, contact.a), bodiesOfGroup(document, contact.b)]
    const among = mine.length * others.length
    return mine.flatMap((one) => others.map((other) => ({ contact, one, other, among })))
  })

const keyOf = ({ one, other }: TouchingBodies) => [one, other].sort().join(' ')

/** Those that count, by their two bodies; of equal ones the first. */
function countingOf(all: readonly TouchingBodies[]): ReadonlyMap<string, TouchingBodies> {
  const counting = new Map<string, TouchingBodies>()
  for (const two of all) {
    const known = counting.get(keyOf(two))
    if (!two.contact.suspended && !(known && known.among <= two.among)) counting.set(keyOf(two), two)
  }
  return counting
}
