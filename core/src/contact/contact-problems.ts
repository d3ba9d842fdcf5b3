/** Why contacts stop a motion, in words. */
import type { Mechanism } from '../mechanism/compile'
import type { Problem } from '../result'
import { formatQuantity } from '../units/format'
import { listed } from '../wording'
import type { ContactPair } from './contact-pair'

/** A contact that is closed. */
interface Touching {
  readonly on: ContactPair
}

export const namesOn = ({ geometry }: Mechanism, { bodies }: ContactPair): readonly [string, string] => {
  const [a, b] = bodies.map((body) => geometry.bodies[body].source.name)
  return [a, b]
}

const idsOn = ({ geometry }: Mechanism, { bodies, contact }: ContactPair): string[] => [
  contact.id,
  ...bodies.map((body) => geometry.bodies[body].source.id),
]

/** Which bodies push which, from one to the next. */
const chainOf = (mechanism: Mechanism, closed: readonly Touching[]): string =>
  listed(closed.map(({ on }) => namesOn(mechanism, on).join(' against ')))

/** Code: `contact-locks`. */
export function locks(
  mechanism: Mechanism,
  on: ContactPair,
  closed: readonly Touching[],
  time: number,
): Problem {
  const [a, b] = namesOn(mechanism, on)
  const before = closed.length > 0 ? ` It is pushed by way of ${chainOf(mechanism, closed)}.` : ''
  return {
    code: 'contact-locks',
    message: `The motion stops at ${time.toFixed(3)} s: ${a} meets ${b}, and nothing gives way.${before} Let one of the two move, or end the motion before.`,
    ids: [...new Set([on, ...closed.map((one) => one.on)].flatMap((pair) => idsOn(mechanism, pair)))],
    data: { time },
  }
}

/**
 * Code: `contact-overlaps`.
 * @param depth [m]
 * @param why they are not pushed apart
 */
export function overlaps(
  mechanism: Mechanism,
  on: ContactPair,
  depth: number,
  why = 'nothing gives way to push them apart',
): Problem {
  const [a, b] = namesOn(mechanism, on)
  return {
    code: 'contact-overlaps',
    message: `The motion cannot start: ${a} and ${b} overlap by ${formatQuantity(depth, 'mm', 3)}, and ${why}. Push them apart in Connect, move one of the two, or delete the contact.`,
    ids: idsOn(mechanism, on),
    data: { time: 0, depth },
  }
}

/** Code: `contact-overlaps`. */
export function deepIn(mechanism: Mechanism, on: ContactPair, time: number): Problem {
  const [a, b] = namesOn(mechanism, on)
  const where = time > 0 ? `stops at ${time.toFixed(3)} s` : 'cannot start'
  return {
    code: 'contact-overlaps',
    message: `The motion ${where}: ${a} and ${b} lie deep in each other, and there is no telling which way they should part. Move one of the two apart, or delete the contact.`,
    ids: idsOn(mechanism, on),
    data: { time },
  }
}

/** Code: `contact-unsettled`. */
export function unsettled(mechanism: Mechanism, closed: readonly Touching[], time: number): Problem {
  const chain = closed.length > 0 ? ` between ${chainOf(mechanism, closed)}` : ''
  return {
    code: 'contact-unsettled',
    message: `The motion stops at ${time.toFixed(3)} s: contacts${chain} close and open again and again without anything coming of it. Give what is pushed a rest position, or a little room.`,
    ids: [...new Set(closed.flatMap(({ on }) => idsOn(mechanism, on)))],
    data: { time },
  }
}

/** Code: `contacts-left-out`. */
export const LEFT_OUT_OF_REST: Problem = {
  code: 'contacts-left-out',
  message:
    'Contacts have no part yet in what comes to rest: bodies go through each other. Let the scenario move freely, or let drivers prescribe it.',
}
