/**
 * Strands: what is drawn between two moving bodies and follows them: a cord on its drum, a belt round two pulleys, a
 * spring. Each kind is one file that says where it is, and its line for a pose.
 */
import { ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { siValue } from '../units/quantity'
import type { Quantity } from '../units/quantity'

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

/** A length of the document [m]; the usual one when it is left out. */
export const metres = (quantity: Quantity | undefined, usual = 0): number =>
  siValue(quantity, 'length', usual)

/** A point of a body in ground. */
export function transformed(
  frame: Frame,
  [x, y, z]: readonly [number, number, number],
): [number, number, number] {
  return [
    frame[0] * x + frame[3] * y + frame[6] * z + frame[ORIGIN],
    frame[1] * x + frame[4] * y + frame[7] * z + frame[ORIGIN + 1],
    frame[2] * x + frame[5] * y + frame[8] * z + frame[ORIGIN + 2],
  ]
}
