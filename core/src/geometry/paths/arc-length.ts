/**
 * A curve's own coordinate by the length travelled along it. Lengths come from Gauss-Legendre quadrature over short pieces;
 * in between, the coordinate is the quintic through both ends of a piece with its two exact derivatives there.
 * Source: Abramowitz & Stegun, Handbook of Mathematical Functions, table 25.4 (abscissas and weights, n = 8).
 */
import { evaluateQuintic, quinticCoefficients } from '../../maths/quintic'

const GAUSS = [
  [0.183434642495649805, 0.362683783378361983],
  [0.525532409916328986, 0.313706645877887287],
  [0.796666477413626739, 0.222381034453374471],
  [0.96028985649753623, 0.101228536290376259],
] as const
/** Pieces between two knots, and of a curve of many knots: so short that a quintic is good to 1e-12 of a length. */
const PIECES = 32
const MOST_PIECES = 40_000
const LEAST_PIECES = 4

export class ArcLength {
  private readonly coordinates: Float64Array
  private readonly lengths: Float64Array
  private readonly slopes: Float64Array
  private readonly bends: Float64Array
  private readonly jet = new Float64Array(2)
  private readonly c = new Float64Array(6)

  /** @param speed of the curve by its own coordinate, with its derivative, into out[0..1]; @param knots rising */
  constructor(
    private readonly speed: (t: number, out: Float64Array) => void,
    knots: readonly number[],
  ) {
    const spans = knots.length - 1
    const each = Math.max(LEAST_PIECES, Math.min(PIECES, Math.floor(MOST_PIECES / spans)))
    const n = spans * each + 1
    this.coordinates = Float64Array.from({ length: n }, (_, k) => {
      const span = Math.min(spans - 1, Math.floor(k / each))
      return knots[span] + ((k - span * each) / each) * (knots[span + 1] - knots[span])
    })
    this.lengths = new Float64Array(n)
    this.slopes = new Float64Array(n)
    this.bends = new Float64Array(n)
    const { jet } = this
    for (let k = 0; k < n; k++) {
      speed(this.coordinates[k], jet)
      this.slopes[k] = 1 / jet[0]
      this.bends[k] = -jet[1] / jet[0] ** 3
      if (k > 0)
        this.lengths[k] = this.lengths[k - 1] + this.between(this.coordinates[k - 1], this.coordinates[k])
    }
  }

  /** Of the whole curve. */
  get length(): number {
    return this.lengths[this.lengths.length - 1]
  }

  /** Length from the start to a coordinate of the curve. */
  upTo(t: number): number {
    const k = intervalOf(this.coordinates, t)
    return this.lengths[k] + this.between(this.coordinates[k], t)
  }

  /** Writes the curve's coordinate at a length, with three derivatives, into out[0..3]; beyond its ends it goes on evenly. */
  evaluate(s: number, out: Float64Array): void {
    const { lengths, coordinates, slopes, bends } = this
    const last = lengths.length - 1
    if (s < 0 || s > lengths[last]) {
      const end = s < 0 ? 0 : last
      out[0] = coordinates[end] + (s - lengths[end]) * slopes[end]
      out[1] = slopes[end]
      out[2] = 0
      out[3] = 0
      return
    }
    const k = intervalOf(lengths, s)
    const h = lengths[k + 1] - lengths[k]
    const x = (s - lengths[k]) / h
    const { c } = this
    quinticCoefficients(
      coordinates[k],
      slopes[k],
      bends[k],
      coordinates[k + 1],
      slopes[k + 1],
      bends[k + 1],
      h,
      c,
    )
    evaluateQuintic(c, 0, x, h, out)
    // the derivatives that this very place has, more exact than those of the polynomial
    const { speed, jet } = this
    speed(out[0], jet)
    out[1] = 1 / jet[0]
    out[2] = -jet[1] / jet[0] ** 3
  }

  private between(from: number, to: number): number {
    const { jet } = this
    const [middle, half] = [(from + to) / 2, (to - from) / 2]
    let sum = 0
    for (const [at, weight] of GAUSS)
      for (const side of [-1, 1]) {
        this.speed(middle + side * half * at, jet)
        sum += weight * jet[0]
      }
    return half * sum
  }
}

/** The interval of rising numbers in which one lies; the first or last one for what lies outside. */
function intervalOf(rising: Float64Array, x: number): number {
  let low = 0
  let high = rising.length - 2
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (rising[middle] <= x) low = middle
    else high = middle - 1
  }
  return low
}
