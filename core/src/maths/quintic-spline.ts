/**
 * Quintic spline through values: continuous to the fourth derivative.
 *
 * Unknown are first and second derivatives at the knots; equal third and fourth derivatives on both sides of every inner
 * knot make a block tridiagonal system, solved by block elimination.
 * Source: Späth, One Dimensional Spline Interpolation Algorithms, chapter 7; VDI 2143 for its use in motions.
 */
import { evaluateQuintic, quinticCoefficients } from './quintic'

export type SplineEnds =
  /** Third and fourth derivative vanish, unless the slope of an end is given: then its second derivative does. */
  | 'natural'
  /** The last value is the first one again. */
  | 'periodic'

/** Knots repeated before and after a period, whose far ends then matter less than rounding. */
const WRAPPED = 40

export class QuinticSpline {
  private readonly knots: Float64Array
  private readonly values: Float64Array
  private readonly slopes: Float64Array
  private readonly bends: Float64Array
  private readonly first: number
  private readonly period: number
  private last = 0
  private readonly c = new Float64Array(6)

  /**
   * @param knots rising; @param values as many; of a periodic spline the last value counts as the first
   * @param given slopes by knot, for splines that are not periodic; where one is given the fourth derivative may jump
   */
  constructor(
    knots: ArrayLike<number>,
    values: ArrayLike<number>,
    ends: SplineEnds,
    given: ReadonlyMap<number, number> = new Map(),
  ) {
    const n = knots.length
    this.first = knots[0]
    this.period = ends === 'periodic' ? knots[n - 1] - knots[0] : 0
    if (ends === 'periodic') {
      const count = n - 1
      const all = Array.from({ length: n + 2 * WRAPPED }, (_, k) => {
        const i = k - WRAPPED
        const turns = Math.floor(i / count)
        return [knots[i - turns * count] + turns * this.period, values[i - turns * count]] as const
      })
      this.knots = Float64Array.from(all, ([x]) => x)
      this.values = Float64Array.from(all, ([, y]) => y)
    } else {
      this.knots = Float64Array.from(knots)
      this.values = Float64Array.from(values)
    }
    const { slopes, bends } = derivatives(this.knots, this.values, given)
    this.slopes = slopes
    this.bends = bends
  }

  /** Writes value and first, second and third derivative into `out[0..3]`; beyond its ends it goes on as it ended. */
  evaluate(x: number, out: Float64Array): void {
    const { knots, values, slopes, bends } = this
    if (this.period > 0) x -= this.period * Math.floor((x - this.first) / this.period)
    const k = this.interval(x)
    const h = knots[k + 1] - knots[k]
    const s = (x - knots[k]) / h
    const { c } = this
    quinticCoefficients(values[k], slopes[k], bends[k], values[k + 1], slopes[k + 1], bends[k + 1], h, c)
    evaluateQuintic(c, 0, s, h, out)
  }

  /** The knot interval of x; asked for again nearby it is found at once. */
  private interval(x: number): number {
    const { knots } = this
    const top = knots.length - 2
    let k = this.last
    if (x < knots[k] || x >= knots[k + 1]) {
      let low = 0
      let high = top
      while (low < high) {
        const middle = (low + high + 1) >> 1
        if (knots[middle] <= x) low = middle
        else high = middle - 1
      }
      k = low
    }
    this.last = k
    return k
  }
}

/** First and second derivatives at the knots. */
function derivatives(
  x: Float64Array,
  y: Float64Array,
  given: ReadonlyMap<number, number>,
): { slopes: Float64Array; bends: Float64Array } {
  const n = x.length
  const slopes = new Float64Array(n)
  const bends = new Float64Array(n)
  // row i: A_i u_(i-1) + B_i u_i + C_i u_(i+1) = r_i with u = (slope, bend); 2x2 blocks row-major
  const upper: Float64Array[] = []
  const right: Float64Array[] = []
  for (let i = 0; i < n; i++) {
    const a = new Float64Array(4)
    const b = new Float64Array(4)
    const c = new Float64Array(4)
    const r = new Float64Array(2)
    const slope = given.get(i)
    if (slope !== undefined && (i === 0 || i === n - 1)) {
      b[0] = 1
      b[3] = 1
      r[0] = slope
    } else {
      // scaled by the shorter side, so that uneven knots keep the rows of one size
      const unit = Math.min(i > 0 ? x[i] - x[i - 1] : Infinity, i < n - 1 ? x[i + 1] - x[i] : Infinity)
      if (i > 0) {
        const h = (x[i] - x[i - 1]) / unit
        const p = y[i] - y[i - 1]
        const d = unit
        const s = unit * unit
        add(a, -24 / h ** 2, -3 / h, -168 / h ** 3, -24 / h ** 2, d, s)
        add(b, -36 / h ** 2, 9 / h, -192 / h ** 3, 36 / h ** 2, d, s)
        r[0] -= (60 * p) / h ** 3
        r[1] -= (360 * p) / h ** 4
      }
      if (i < n - 1) {
        const h = (x[i + 1] - x[i]) / unit
        const p = y[i + 1] - y[i]
        const d = unit
        const s = unit * unit
        add(b, 36 / h ** 2, 9 / h, -192 / h ** 3, -36 / h ** 2, d, s)
        add(c, 24 / h ** 2, -3 / h, -168 / h ** 3, 24 / h ** 2, d, s)
        r[0] += (60 * p) / h ** 3
        r[1] -= (360 * p) / h ** 4
      }
      if (slope !== undefined) {
        // instead of the equation of the fourth derivative
        a[2] = a[3] = c[2] = c[3] = b[3] = 0
        b[2] = 1
        r[1] = slope
      }
    }
    if (i > 0) {
      // b -= a * upper of the row before, r -= a * right of the row before
      const u = upper[i - 1]
      const q = right[i - 1]
      b[0] -= a[0] * u[0] + a[1] * u[2]
      b[1] -= a[0] * u[1] + a[1] * u[3]
      b[2] -= a[2] * u[0] + a[3] * u[2]
      b[3] -= a[2] * u[1] + a[3] * u[3]
      r[0] -= a[0] * q[0] + a[1] * q[1]
      r[1] -= a[2] * q[0] + a[3] * q[1]
    }
    const det = b[0] * b[3] - b[1] * b[2]
    const inverse = [b[3] / det, -b[1] / det, -b[2] / det, b[0] / det]
    upper.push(
      Float64Array.of(
        inverse[0] * c[0] + inverse[1] * c[2],
        inverse[0] * c[1] + inverse[1] * c[3],
        inverse[2] * c[0] + inverse[3] * c[2],
        inverse[2] * c[1] + inverse[3] * c[3],
      ),
    )
    right.push(Float64Array.of(inverse[0] * r[0] + inverse[1] * r[1], inverse[2] * r[0] + inverse[3] * r[1]))
  }
  for (let i = n - 1; i >= 0; i--) {
    const [u, q] = [upper[i], right[i]]
    const next = i < n - 1 ? [slopes[i + 1], bends[i + 1]] : [0, 0]
    slopes[i] = q[0] - u[0] * next[0] - u[1] * next[1]
    bends[i] = q[1] - u[2] * next[0] - u[3] * next[1]
  }
  return { slopes, bends }
}

/** Adds the coefficients of (slope, bend) in the equations of third and fourth derivatives. */
function add(
  block: Float64Array,
  third1: number,
  third2: number,
  fourth1: number,
  fourth2: number,
  slope: number,
  bend: number,
): void {
  block[0] += third1 * slope
  block[1] += third2 * bend
  block[2] += fourth1 * slope
  block[3] += fourth2 * bend
}
