/**
 * How the two sides of a relation move together, in ground at the home pose as their carrier sees it, and where their
 * bodies touch: from that follow the arrows that people see, and how fast the bodies pass each other at their contact.
 */
import { cross, dot, norm, scaled, subtract } from '../../maths/vector'
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
export function slipSpeed({ sides, contact }: Gearing): number | null {
  if (!contact) return null
  const { points, direction } = contact
  const [a, b] = sides.map((side, k) => dot(velocityAt(side, points[k]), direction) / norm(direction))
  return Math.abs(a - b)
}

const velocityAt = ({ turns, origin, axis, rate }: MovingSide, point: Vector): Vector => {
  const unit = turns ? cross(axis, subtract(point, origin)) : axis
  return scaled(unit, rate)
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
