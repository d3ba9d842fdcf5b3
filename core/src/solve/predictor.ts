/**
 * Where a coordinate is going: the quintic through its last two positions, rates and accelerations, continued. Its error
 * is of the sixth order in the step, so that one Newton step closes most frames.
 * Source: Hermite interpolation, e.g. Stoer & Bulirsch, Introduction to Numerical Analysis, section 2.1.5.
 */
export class Predictor {
  private readonly q: readonly [Float64Array, Float64Array]
  private readonly rate: readonly [Float64Array, Float64Array]
  private readonly acceleration: readonly [Float64Array, Float64Array]
  private newest = 0
  /** Time between the two noted instants; 0 while there is only one. */
  private span = 0

  /** @param links whose coordinates are noted; nobody asks for those of others */
  constructor(
    n: number,
    private readonly links: Int32Array,
  ) {
    const both = () => [new Float64Array(n), new Float64Array(n)] as const
    this.q = both()
    this.rate = both()
    this.acceleration = both()
  }

  /** Notes an instant, `step` after the one before it; 0 forgets what came before. */
  note(q: Float64Array, rate: Float64Array, acceleration: Float64Array, step: number): void {
    this.newest = 1 - this.newest
    this.span = step
    const { links } = this
    const x = this.q[this.newest]
    const v = this.rate[this.newest]
    const a = this.acceleration[this.newest]
    for (let n = 0; n < links.length; n++) {
      const i = links[n]
      x[i] = q[i]
      v[i] = rate[i]
      a[i] = acceleration[i]
    }
  }

  /** Coordinates at the noted instant. */
  get last(): Float64Array {
    return this.q[this.newest]
  }

  /** A coordinate stays where it was noted last. */
  stop(i: number): void {
    for (const k of [0, 1]) {
      this.q[k][i] = this.q[this.newest][i]
      this.rate[k][i] = 0
      this.acceleration[k][i] = 0
    }
  }

  /** Writes the noted instant back. */
  recall(q: Float64Array, rate: Float64Array, acceleration: Float64Array): void {
    for (const i of this.links) {
      q[i] = this.q[this.newest][i]
      rate[i] = this.rate[this.newest][i]
      acceleration[i] = this.acceleration[this.newest][i]
    }
  }

  /** Writes the coordinates expected `step` after the noted instant, those of the given links only. */
  predict(step: number, q: Float64Array, links: Int32Array): void {
    const x1 = this.q[this.newest]
    const v1 = this.rate[this.newest]
    const a1 = this.acceleration[this.newest]
    const h = this.span
    if (h === 0 || step > 1.5 * h) {
      for (let n = 0; n < links.length; n++) {
        const i = links[n]
        q[i] = x1[i] + step * (v1[i] + (step / 2) * a1[i])
      }
      return
    }
    this.between(step, q, links)
  }

  /** The same from the quintic through the last two noted instants; `step` may be negative, as far back as the first. */
  between(step: number, q: Float64Array, links: Int32Array): void {
    const x1 = this.q[this.newest]
    const v1 = this.rate[this.newest]
    const a1 = this.acceleration[this.newest]
    const x0 = this.q[1 - this.newest]
    const v0 = this.rate[1 - this.newest]
    const a0 = this.acceleration[1 - this.newest]
    const h = this.span
    const s = 1 + step / h
    for (let n = 0; n < links.length; n++) {
      const i = links[n]
      const c1 = v0[i] * h
      const c2 = (a0[i] * h * h) / 2
      const d = x1[i] - x0[i] - c1 - c2
      const e = v1[i] * h - c1 - 2 * c2
      const f = (a1[i] * h * h) / 2 - c2
      const c3 = 10 * d - 4 * e + f
      const c4 = -15 * d + 7 * e - 2 * f
      const c5 = 6 * d - 3 * e + f
      q[i] = x0[i] + s * (c1 + s * (c2 + s * (c3 + s * (c4 + s * c5))))
    }
  }
}
