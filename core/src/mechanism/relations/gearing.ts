/**
 * How the two sides of a relation move together, in ground at the home pose as their carrier sees it, and where their
 * bodies touch: from that follow the arrows that people see, and how fast the bodies pass each other at their contact.
 */
import { cross, dot, norm, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'

/** One side: a turn about an axis, or a slide along it. */
export interface MovingSide {
  readonly turns: boolean
  readonly origin: Vector
  readonly axis: Vector
  /** Rate at which it moves when the relation does [rad/s, m/s]. */
  readonly rate: number
}

/** Where two bodies touch: the point of each, and the direction in which both move there. */
export interface Contact {
  readonly points: readonly [Vector, Vector]
  readonly direction: Vector
}

export interface Gearing {
  /** Both sides, at rates of at most 1 rad/s for turns. */
  readonly sides: readonly [MovingSide, MovingSide]
  readonly contact: Contact | null
  /** What geometry leaves undecided or contradicts, as a sentence; null where all is clear. */
  readonly doubt: string | null
}

/** Speed at which the two bodies pass each other where they touch [m/s]; null where no contact is known. */
export function slipSpeed(gearing: Gearing): number | null {
  const speeds = speedsAtContact(gearing)
  if (!speeds) return null
  const [a, b] = gearing.sides.map(({ rate }, k) => rate * speeds[k])
  return Math.abs(a - b)
}

/** How fast each body moves where they touch, along the direction of the contact, for a rate of 1 [m/s]; null where none is known. */
export function speedsAtContact({ sides, contact }: Gearing): readonly [number, number] | null {
  if (!contact) return null
  const { points, direction } = contact
  const speed = (k: 0 | 1) => {
    const { turns, origin, axis } = sides[k]
    return dot(turns ? cross(axis, subtract(points[k], origin)) : axis, direction) / norm(direction)
  }
  return [speed(0), speed(1)]
}

/** The rates of two sides with f_a a + f_b b = 0; a turn has at most 1 rad/s, two slides 1 m/s. */
export function ratesOf(
  [turnsA, turnsB]: readonly [boolean, boolean],
  factorA: number,
  factorB: number,
): readonly [number, number] {
  const [a, b] = [1, -factorA / factorB]
  const largest = turnsA === turnsB ? Math.max(1, Math.abs(b)) : turnsA ? 1 : Math.abs(b)
  return [a / largest, b / largest]
}
