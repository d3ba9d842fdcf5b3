/**
 * Rows: the scalar equations that hold a mechanism together. A row says that a weighted sum of terms, and a constant,
 * follows a target (zero unless a driver prescribes it). A term is a link's coordinate or a condition between a pair of
 * frames, perhaps passed through a curve. Joints off the tree, mates, relations and drivers all end as rows.
 */
import type { Frame } from '../maths/frame'
import type { TimeFunction } from '../maths/time-function'
import type { Condition } from './conditions'

/** Two frames on two links. */
export interface Pair {
  readonly linkA: number
  readonly linkB: number
  readonly frameA: Frame
  readonly frameB: Frame
  /** Links between A and B, and whether their motion moves B (+1) or A (-1); shared ancestors are left out. */
  readonly links: Int32Array
  readonly signs: Int8Array
}

/**
 * A function of one number with two derivatives, written into out[0..2], and the third one into out[3] where it is known; `out` may
 * have three places only.
 */
export interface Curve {
  evaluate(x: number, out: Float64Array): void
}

/** One that stays at a value. */
export const constantCurve = (value: number): Curve => ({
  evaluate: (_, out) => {
    out[0] = value
    out[1] = 0
    out[2] = 0
    out[3] = 0
  },
})

export interface Term {
  readonly factor: number
  /** The link whose coordinate it is, or -1. */
  readonly link: number
  readonly pair: Pair | null
  readonly condition: Condition | null
  readonly curve: Curve | null
}

export const linkTerm = (link: number, factor = 1, curve: Curve | null = null): Term => ({
  factor,
  link,
  pair: null,
  condition: null,
  curve,
})

export const pairTerm = (pair: Pair, condition: Condition, factor = 1, curve: Curve | null = null): Term => ({
  factor,
  link: -1,
  pair,
  condition,
  curve,
})

/** What a row belongs to, for the words about it. */
export interface Owner {
  readonly kind: 'joint' | 'mate' | 'relation' | 'driver' | 'limit' | 'contact'
  readonly id: string
  readonly name: string
}

export interface Row {
  readonly owner: Owner
  /** What it holds, for people: "slide along x". */
  readonly direction: string
  /** Makes rows comparable numbers: 1 / size for lengths, 1 for angles. */
  readonly weight: number
  readonly terms: readonly Term[]
  readonly constant: number
  readonly target?: TimeFunction
}

/** The row by which a condition between a pair is held. */
export const conditionRow = (owner: Owner, pair: Pair, condition: Condition, size: number): Row => ({
  owner,
  direction: condition.direction,
  weight: condition.dimension === 'length' ? 1 / size : 1,
  terms: [pairTerm(pair, condition)],
  constant: 0,
})
