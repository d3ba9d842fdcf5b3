/** How often the terms whose value winds, such as an angle, have gone round: counted on from where each was noted last. */
import type { Condition } from './conditions'
import type { Pair } from './rows'

/** Value and rate of what winds, by pair and condition. */
export type WindingCounts = Map<Pair, Map<Condition, readonly [number, number]>>

/** A term of a row table whose value winds. */
export interface WindingTerm {
  readonly term: number
  readonly pair: Pair
  readonly condition: Condition
}

export class Windings {
  /** Where each was noted last [rad], and its rate there [rad/s]. */
  readonly noted: Float64Array
  readonly notedRate: Float64Array
  /** Where each term is expected [rad], by its place in the row table. */
  readonly expected: Float64Array

  constructor(
    readonly terms: readonly WindingTerm[],
    termCount: number,
  ) {
    this.noted = new Float64Array(terms.length)
    this.notedRate = new Float64Array(terms.length)
    this.expected = new Float64Array(termCount)
  }

  /** Expects every term where it leads within a time [s] from where it was noted. */
  expect(step: number): void {
    const { terms, expected, noted, notedRate } = this
    for (let n = 0; n < terms.length; n++) expected[terms[n].term] = noted[n] + step * notedRate[n]
  }

  /** Where every term was noted, so that others can go on counting turns from there. */
  counts(into: WindingCounts = new Map()): WindingCounts {
    this.terms.forEach(({ pair, condition }, n) => {
      const mine = into.get(pair) ?? new Map<Condition, readonly [number, number]>()
      into.set(pair, mine.set(condition, [this.noted[n], this.notedRate[n]]))
    })
    return into
  }

  /** Goes on from counts of the same pairs and conditions; what they do not name stays as it is. */
  countOn(counts: WindingCounts): void {
    this.terms.forEach(({ pair, condition }, n) => {
      const found = counts.get(pair)?.get(condition)
      if (found) [this.noted[n], this.notedRate[n]] = found
    })
  }
}
