/**
 * Strands: what is drawn between two moving bodies and follows them: a cord on its drum, a belt round two pulleys, a
 * spring. Each kind is one file that says where it is, and its line for a pose.
 */
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
