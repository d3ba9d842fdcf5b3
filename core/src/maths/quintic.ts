/** The quintic through a quantity that is known at two instants with two derivatives. Source: Hermite interpolation. */

/**
 * Coefficients of the quintic over a step h, by the share of it from 0 to 1, into out[at .. at+5].
 * @param x0 value, v0 and a0 its derivatives at the start; likewise at the end
 */
export function quinticCoefficients(
  x0: number,
  v0: number,
  a0: number,
  x1: number,
  v1: number,
  a1: number,
  h: number,
  out: Float64Array,
  at = 0,
): void {
  const c1 = v0 * h
  const c2 = (a0 * h * h) / 2
  const d = x1 - x0 - c1 - c2
  const e = v1 * h - c1 - 2 * c2
  const f = (a1 * h * h) / 2 - c2
  out[at] = x0
  out[at + 1] = c1
  out[at + 2] = c2
  out[at + 3] = 10 * d - 4 * e + f
  out[at + 4] = -15 * d + 7 * e - 2 * f
  out[at + 5] = 6 * d - 3 * e + f
}

/** Value and three derivatives of the quintic with the coefficients c[at ..] at a share s of its step h, into out[0..3]. */
export function evaluateQuintic(c: Float64Array, at: number, s: number, h: number, out: Float64Array): void {
  const c1 = c[at + 1]
  const c2 = c[at + 2]
  const c3 = c[at + 3]
  const c4 = c[at + 4]
  const c5 = c[at + 5]
  out[0] = c[at] + s * (c1 + s * (c2 + s * (c3 + s * (c4 + s * c5))))
  out[1] = (c1 + s * (2 * c2 + s * (3 * c3 + s * (4 * c4 + s * 5 * c5)))) / h
  out[2] = (2 * c2 + s * (6 * c3 + s * (12 * c4 + s * 20 * c5))) / (h * h)
  out[3] = (6 * c3 + s * (24 * c4 + s * 60 * c5)) / (h * h * h)
}

/** Value, first and second derivative. */
export type Jet = readonly [number, number, number]

/** Places at which turns are sought. */
const SAMPLES = 24
const HALVINGS = 30

export class Quintic {
  private readonly c = new Float64Array(6)

  /** @param h step between the two */
  constructor(before: Jet, after: Jet, h: number) {
    quinticCoefficients(...before, ...after, h, this.c)
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
