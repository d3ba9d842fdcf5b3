/**
 * The rows of a mechanism laid out in flat arrays, a term after the other, so that evaluating them follows no reference
 * and allocates nothing (see `equations.ts`).
 */
import { compose, FRAME, identityFrame, isAligned } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { linkScale } from './chain'
import type { Chain } from './chain'
import { SLIDE } from './conditions'
import { flatLinks, isUpright } from './flat-links'
import type { Condition } from './conditions'
import type { Curve, Pair, Row } from './rows'
import type { WindingTerm } from './windings'

/** Kinds of terms: the two primitives are evaluated in place, since nearly all rows consist of them. */
export const DISTANCE = 0
export const PRODUCT = 1
export const COMPOSED = 2
export const COORDINATE = 3
/** Where the z axis is in a frame. */
const Z = 6

export class RowTable {
  /** How far a link coordinate goes for one unit of a scaled unknown: size for slides, 1 for turns. */
  readonly scale: Float64Array
  /** First term of every row, and one entry more. */
  readonly firstTerm: Int32Array
  readonly termPair: Int32Array
  readonly termLink: Int32Array
  readonly pairs: readonly Pair[]
  /** 1 for rows of one primitive without curve, constant and target: nearly all of them, evaluated in place. */
  protected readonly simple: Uint8Array
  protected readonly weight: Float64Array
  protected readonly constant: Float64Array
  protected readonly kind: Uint8Array
  protected readonly axisA: Int32Array
  protected readonly axisB: Int32Array
  protected readonly factor: Float64Array
  protected readonly conditions: readonly (Condition | null)[]
  protected readonly curves: readonly (Curve | null)[]
  protected readonly pairLinks: Int32Array
  /** Both frames of every pair on its links. */
  protected readonly pairFrames: Frame
  /** 1 for each of these frames that stays in the ground's plane, keeping z, as its link stays in it. */
  protected readonly flatEnds: Uint8Array
  /** 1 for those of them that are placed by `composeFlat`. */
  protected readonly composedEnds: Uint8Array

  constructor(
    readonly mechanism: Chain & { readonly size: number },
    readonly rows: readonly Row[],
  ) {
    const terms = rows.flatMap((row) => row.terms)
    const pairs = [...new Set(terms.flatMap(({ pair }) => pair ?? []))]
    const pairIndex = new Map(pairs.map((pair, k) => [pair, k]))
    this.pairs = pairs
    this.scale = linkScale(mechanism)
    this.weight = Float64Array.from(rows, (row) => row.weight)
    this.constant = Float64Array.from(rows, (row) => row.constant)
    this.firstTerm = new Int32Array(rows.length + 1)
    rows.forEach((row, r) => {
      this.firstTerm[r + 1] = this.firstTerm[r] + row.terms.length
    })
    this.termPair = Int32Array.from(terms, ({ pair }) => (pair ? pairIndex.get(pair)! : -1))
    this.termLink = Int32Array.from(terms, ({ link }) => link)
    this.kind = Uint8Array.from(terms, ({ condition }) =>
      condition === null
        ? COORDINATE
        : condition.of
          ? COMPOSED
          : condition.parts[0].kind === SLIDE
            ? DISTANCE
            : PRODUCT,
    )
    const primitive = (condition: Condition | null) =>
      condition && !condition.of ? condition.parts[0] : null
    this.axisA = Int32Array.from(terms, ({ condition }) => 3 * (primitive(condition)?.i ?? 0))
    this.axisB = Int32Array.from(terms, ({ condition }) => 3 * (primitive(condition)?.j ?? 0))
    this.factor = Float64Array.from(
      terms,
      ({ factor, condition }) => factor * (primitive(condition)?.sign ?? 1),
    )
    this.conditions = terms.map(({ condition }) => condition)
    this.curves = terms.map(({ curve }) => curve)
    this.simple = Uint8Array.from(rows, ({ terms: [term, ...more], constant, target }) => {
      const primitive = term?.condition?.of === null
      return primitive && more.length === 0 && !term.curve && constant === 0 && !target ? 1 : 0
    })
    this.pairLinks = Int32Array.from(pairs.flatMap(({ linkA, linkB }) => [linkA, linkB]))
    this.pairFrames = new Float64Array(2 * FRAME * pairs.length)
    pairs.forEach(({ frameA, frameB }, k) => {
      this.pairFrames.set(frameA, 2 * FRAME * k)
      this.pairFrames.set(frameB, 2 * FRAME * k + FRAME)
    })
    const { inPlane, upright, world } = flatLinks(mechanism)
    const end = identityFrame()
    this.flatEnds = Uint8Array.from(this.pairLinks, (link, k) => {
      compose(world, FRAME * link, this.pairFrames, FRAME * k, end, 0)
      return inPlane[link] && isUpright(end, 0) ? 1 : 0
    })
    this.composedEnds = Uint8Array.from(this.pairLinks, (link, k) =>
      isAligned(this.pairFrames, FRAME * k) ? upright[link] : 0,
    )
  }

  /** Whether a row is the same wherever the mechanism stands: across the plane that both its ends stay in. */
  isConstant(row: number): boolean {
    const term = this.firstTerm[row]
    const pair = this.termPair[term]
    if (!this.simple[row] || !this.flatEnds[2 * pair] || !this.flatEnds[2 * pair + 1]) return false
    return this.axisA[term] === Z || (this.kind[term] === PRODUCT && this.axisB[term] === Z)
  }

  protected windingTerms(): WindingTerm[] {
    return this.conditions.flatMap((condition, term) =>
      condition?.winds ? [{ term, condition, pair: this.pairs[this.termPair[term]] }] : [],
    )
  }
}

/** Whether a row is a sum of link coordinates with constant factors, which nothing drives. */
export const isLinearRow = ({ rows }: RowTable, row: number): boolean =>
  !rows[row].target && rows[row].terms.every(({ link, curve }) => link >= 0 && curve === null)

/** Links of a row's terms with the sign of each, for links whose entry in `known` is 0. */
export function unknownsOfTerm(table: RowTable, term: number, known: Uint8Array): [number, number][] {
  const link = table.termLink[term]
  if (link >= 0) return known[link] ? [] : [[link, 1]]
  const { links, signs } = table.pairs[table.termPair[term]]
  const unknowns: [number, number][] = []
  for (let k = 0; k < links.length; k++) if (!known[links[k]]) unknowns.push([links[k], signs[k]])
  return unknowns
}
