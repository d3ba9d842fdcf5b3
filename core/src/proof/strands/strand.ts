/**
 * Strands: what is drawn between two moving bodies and follows them: a cord on its drum, a belt round two pulleys, a
 * spring. Each kind is one file that says where it stands, and its line for a pose.
 */
import { ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'

export interface Strand {
  readonly kind: string
  readonly id: string
  readonly name: string
  /** The two bodies that it follows, by id. */
  readonly bodies: readonly [string, string]
  /** Index of the turn that winds or drives it among the coordinates of the mechanism; -1 for none. */
  readonly coordinate: number
  /** [m] */
  readonly thickness: number
}

export interface StrandLine {
  /** Points in ground, three numbers each [m]. */
  readonly points: number[]
  /** Places on it that travel along with it, three numbers each [m]. */
  readonly marks?: number[]
}

/** A point of a body in ground. */
export function transformed(
  frame: Frame,
  [x, y, z]: readonly [number, number, number],
): [number, number, number] {
  return [0, 1, 2].map((k) => frame[k] * x + frame[3 + k] * y + frame[6 + k] * z + frame[ORIGIN + k]) as [
    number,
    number,
    number,
  ]
}
