/** The quintic through a quantity that is known at two instants with two derivatives. Source: Hermite interpolation. */

/** Value, first and second derivative. */
export type Jet = readonly [number, number, number]

/** Places at which turns are sought. */
const SAMPLES = 24
const HALVINGS = 30

export class Quintic {
  private readonly c: readonly number[]

  /** @param h step between the two */
  constructor(before: Jet, after: Jet, h: number) {
    const c1 = before[1] * h
    const c2 = (before[2] * h * h) / 2
    const d = after[0] - before[0] - c1 - c2
    const e = after[1] * h - c1 - 2 * c2
    const f = (after[2] * h * h) / 2 - c2
    this.c = [before[0], c1, c2, 10 * d - 4 * e + f, -15 * d + 7 * e - 2 * f, 6 * d - 3 * e + f]
  }

  /** Value at a share of the step. */
  value(s: number): number {
    const [c0, c1, c2, c3, c4, c5] = this.c
    return c0 + s * (c1 + s * (c2 + s * (c3 + s * (c4 + s * c5))))
  }

  /** Shares strictly inside the step at which it turns round, in order. */
  turns(): number[] {
    const found: number[] = []
    let before = this.slope(0)
    for (let k = 1; k <= SAMPLES; k++) {
      const after = this.slope(k / SAMPLES)
      if (before !== 0 && after !== 0 && before > 0 !== after > 0) {
        found.push(this.turnIn((k - 1) / SAMPLES, k / SAMPLES))
      } else if (after === 0 && k < SAMPLES) found.push(k / SAMPLES)
      before = after
    }
    return found
  }

  private turnIn(low: number, high: number): number {
    const rises = this.slope(low) > 0
    for (let k = 0; k < HALVINGS; k++) {
      const middle = (low + high) / 2
      if (this.slope(middle) > 0 === rises) low = middle
      else high = middle
    }
    return (low + high) / 2
  }

  private slope(s: number): number {
    const [, c1, c2, c3, c4, c5] = this.c
    return c1 + s * (2 * c2 + s * (3 * c3 + s * (4 * c4 + s * 5 * c5)))
  }
}
