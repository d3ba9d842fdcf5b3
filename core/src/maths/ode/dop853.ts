/**
 * Ordinary differential equations y' = f(t, y) by the embedded pair of order 8(5,3) of Dormand and Prince, with control of
 * the step by the error of every component and dense output of order 7.
 *
 * A derivative that cannot be had at a stage makes the step shorter instead of failing. Entries may be carried along
 * without having a part in the error: their tolerance is infinite. A step allocates nothing.
 * Source: Hairer, Norsett & Wanner, Solving Ordinary Differential Equations I, sections II.4, II.6 and II.10.
 */
import { DENSE, ERROR_3, ERROR_5, NODES, STAGES } from './dop853-coefficients'

/**
 * Writes y' into `out` at `at` on. It may improve carried entries of `y` in place, of which nobody asks the error.
 * Where `counts` is false, the values at the end of the step and between do not depend on it but through other stages: what no
 * derivative depends on may be left out there. Returns false where there is none.
 */
export type Derivative = (
  t: number,
  y: Float64Array,
  out: Float64Array,
  at: number,
  counts: boolean,
) => boolean

export interface OdeTolerance {
  readonly relative: number
  /** By entry; infinite for one that is carried along. */
  readonly absolute: Float64Array
}

/** Why there is no further step. */
export type OdeFailure = 'too-short' | 'undefined'

/** Of the length that the error allows. Larger: more steps are rejected, a third of them at 0.9 for a linkage under a spring. Smaller:
 *  more steps. */
const SAFETY = 0.8
const LEAST_FACTOR = 1 / 3
const MOST_FACTOR = 6
/** First lengths that are tried are not shorter [s]. */
const LEAST_GUESS = 1e-6
/** Shortest step, as a share of the time and of the first step. */
const SHORTEST = 1e-14
/** The stage that is the step itself, whose derivative is the first one of the next step. */
const STEP = 12
const ALL = 16
/** Terms of dense output. */
const TERMS = 7

/** Weighted sums of stages, one after the other in flat arrays. */
interface Sums {
  readonly first: Int32Array
  readonly stage: Int32Array
  readonly weight: Float64Array
}
function sums(rows: readonly (readonly number[])[]): Sums {
  const terms = rows.map((row) => [...row.keys()].filter((s) => row[s] !== 0))
  const first = new Int32Array(rows.length + 1)
  terms.forEach((row, r) => {
    first[r + 1] = first[r] + row.length
  })
  return {
    first,
    stage: Int32Array.from(terms.flat()),
    weight: Float64Array.from(terms.flatMap((row, r) => row.map((s) => rows[r][s]))),
  }
}
/** What the step of order 3 would be, taken from the step. */
const OFF_3 = STAGES[STEP - 1].map((value, s) => value - (ERROR_3.find(([of]) => of === s)?.[1] ?? 0))
const MADE_OF = sums(STAGES)
const ERRORS = sums([ERROR_5, OFF_3])
const HIGHER = sums(DENSE)
/** By stage: whether values at the end or between are made of it, not only those of other stages. */
const COUNTS = Array.from(
  { length: ALL },
  (_, s) => s >= STEP || [...STAGES.slice(STEP - 1), ...DENSE].some((row) => (row[s] ?? 0) !== 0),
)

export class Dop853 {
  readonly y: Float64Array
  /** Where the last step began [s]. */
  before = 0
  time = 0
  /** Steps that were taken, and derivatives that were asked for. */
  steps = 0
  evaluations = 0
  /** Longest step that is tried. */
  longest = Infinity
  /** Sixteen derivatives, one stage after the other. */
  private readonly k: Float64Array
  private readonly old: Float64Array
  private readonly stage: Float64Array
  /** The terms of dense output, each of n entries. */
  private readonly terms: Float64Array
  private isDense = false
  private next = 0
  private wasRejected = false

  constructor(
    readonly n: number,
    private readonly derivative: Derivative,
    private readonly tolerance: OdeTolerance,
  ) {
    this.y = new Float64Array(n)
    this.k = new Float64Array(ALL * n)
    this.old = new Float64Array(n)
    this.stage = new Float64Array(n)
    this.terms = new Float64Array(TERMS * n)
  }

  /**
   * Begins at a time with the values that are in `y`. False where there is no derivative.
   * @param goesOn whether steps stay as long as they are
   */
  start(time: number, goesOn = false): boolean {
    this.time = this.before = time
    if (!goesOn) this.next = 0
    this.isDense = false
    this.old.set(this.y)
    this.evaluations++
    return this.derivative(time, this.y, this.k, 0, true)
  }

  /** Derivative at the present time, by entry. */
  rate(entry: number): number {
    return this.k[entry]
  }

  /** The length that is tried next. */
  get ahead(): number {
    return this.next
  }

  /** One step towards `end`, which it does not pass. */
  step(end: number): OdeFailure | null {
    const { y, old, time } = this
    if (this.next === 0) this.next = this.firstStep(end - time)
    const shortest = SHORTEST * Math.max(Math.abs(time), end - time)
    for (;;) {
      let h = Math.min(this.next, this.longest)
      if (time + 1.01 * h >= end) h = end - time
      if (!(h > shortest) && h < end - time) return 'too-short'
      const to = time + h >= end ? end : time + h
      const isDefined = this.areStagesDefined(h)
      const error = isDefined ? this.error(h) : 1
      // the derivative at the end only of a step that is taken
      if (!isDefined || (error <= 1 && !this.derive(STEP, to))) {
        this.next = h / 4
        this.wasRejected = true
        if (this.next < shortest) return 'undefined'
        continue
      }
      const factor = Math.min(MOST_FACTOR, Math.max(LEAST_FACTOR, SAFETY * error ** (-1 / 8)))
      if (!(error <= 1)) {
        this.next = h * (error > 1 ? factor : LEAST_FACTOR)
        this.wasRejected = true
        continue
      }
      old.set(y)
      y.set(this.stage)
      this.exchangeEnds()
      this.before = time
      this.time = to
      this.isDense = false
      this.steps++
      // a step that was cut at the end says nothing about the next one
      const grown = h * (this.wasRejected ? Math.min(1, factor) : factor)
      this.next = to === end ? Math.max(this.next, grown) : grown
      this.wasRejected = false
      return null
    }
  }

  /** Is at a time with the values that are in `y`, without a derivative: only for `leap`. */
  stand(time: number): void {
    this.time = this.before = time
    this.next = 0
  }

  /** Takes a step over that was made otherwise: values go straight between its ends. Afterwards it must be started anew. */
  leap(to: number, y: Float64Array): void {
    const { n, old, terms, time } = this
    old.set(this.y)
    this.y.set(y)
    this.before = time
    this.time = to
    terms.fill(0)
    for (let i = 0; i < n; i++) terms[i] = y[i] - old[i]
    this.isDense = true
  }

  /** The derivative at the end is the first one of the next step; the one at the start is kept for dense output. */
  private exchangeEnds(): void {
    const { n, k } = this
    for (let i = 0; i < n; i++) {
      const first = k[i]
      k[i] = k[STEP * n + i]
      k[STEP * n + i] = first
    }
  }

  /** Stages of a step of length `h`; the values at its end are in `stage` afterwards. */
  private areStagesDefined(h: number): boolean {
    const { time, y } = this
    for (let s = 1; s < STEP; s++) {
      this.combine(s, h, y)
      if (!this.derive(s, time + NODES[s] * h)) return false
    }
    this.combine(STEP, h, y)
    return true
  }

  /** Values of a stage from the derivatives of those before it. */
  private combine(s: number, h: number, from: Float64Array): void {
    const { n, k, stage } = this
    const end = MADE_OF.first[s]
    stage.set(from)
    for (let t = MADE_OF.first[s - 1]; t < end; t++) {
      const w = h * MADE_OF.weight[t]
      const base = MADE_OF.stage[t] * n
      for (let i = 0; i < n; i++) stage[i] += w * k[base + i]
    }
  }

  private derive(s: number, at: number): boolean {
    this.evaluations++
    return this.derivative(at, this.stage, this.k, s * this.n, COUNTS[s])
  }

  private weighted({ first, stage, weight }: Sums, row: number, i: number): number {
    const { n, k } = this
    let sum = 0
    for (let t = first[row]; t < first[row + 1]; t++) sum += weight[t] * k[stage[t] * n + i]
    return sum
  }

  private error(h: number): number {
    const { n, y, stage, tolerance } = this
    let fifth = 0
    let third = 0
    let counted = 0
    for (let i = 0; i < n; i++) {
      const absolute = tolerance.absolute[i]
      if (absolute === Infinity) continue
      counted++
      const scale = absolute + tolerance.relative * Math.max(Math.abs(y[i]), Math.abs(stage[i]))
      fifth += (this.weighted(ERRORS, 0, i) / scale) ** 2
      third += (this.weighted(ERRORS, 1, i) / scale) ** 2
    }
    if (fifth === 0 && third === 0) return 1e-8
    return (Math.abs(h) * fifth) / Math.sqrt((fifth + 0.01 * third) * Math.max(1, counted))
  }

  /** A first length, from how large the values, their rates and the change of these are. */
  private firstStep(most: number): number {
    const { n, y, k, stage, tolerance, time } = this
    const norm = (read: (i: number) => number): number => {
      let sum = 0
      let counted = 0
      for (let i = 0; i < n; i++) {
        const absolute = tolerance.absolute[i]
        if (absolute === Infinity) continue
        counted++
        sum += (read(i) / (absolute + tolerance.relative * Math.abs(y[i]))) ** 2
      }
      return Math.sqrt(sum / Math.max(1, counted))
    }
    const size = norm((i) => y[i])
    const rate = norm((i) => k[i])
    // values that are zero but for rounding say nothing about a length
    const least = Math.max(LEAST_GUESS, rate > 0 ? (0.01 * size) / rate : 0)
    const guess = Math.min(least, most, this.longest)
    for (let i = 0; i < n; i++) stage[i] = y[i] + guess * k[i]
    this.evaluations++
    if (!this.derivative(time + guess, stage, k, n, false)) return guess / 100
    const bend = norm((i) => k[n + i] - k[i]) / guess
    const largest = Math.max(rate, bend)
    const second = largest < 1e-15 ? Math.max(1e-6, guess * 1e-3) : (0.01 / largest) ** (1 / 8)
    return Math.min(100 * guess, second, most, this.longest)
  }

  /**
   * Values at an instant of the last step. False where the stages of dense output have no derivative; then the values are those
   * of the cubic through both ends.
   */
  at(time: number, out: Float64Array): boolean {
    const { n, old, terms } = this
    const isWhole = this.isDense || this.prepare()
    const h = this.time - this.before
    const s = h > 0 ? (time - this.before) / h : 1
    const r = 1 - s
    for (let i = 0; i < n; i++) {
      const high = terms[3 * n + i] + s * (terms[4 * n + i] + r * (terms[5 * n + i] + s * terms[6 * n + i]))
      out[i] = old[i] + s * (terms[i] + r * (terms[n + i] + s * (terms[2 * n + i] + r * high)))
    }
    return isWhole
  }

  private prepare(): boolean {
    const { n, y, old, k, terms } = this
    const h = this.time - this.before
    this.exchangeEnds()
    for (let i = 0; i < n; i++) {
      const change = y[i] - old[i]
      const bend = h * k[i] - change
      terms[i] = change
      terms[n + i] = bend
      terms[2 * n + i] = change - h * k[STEP * n + i] - bend
    }
    let isWhole = true
    for (let s = STEP + 1; s < ALL && isWhole; s++) {
      this.combine(s, h, old)
      isWhole = this.derive(s, this.before + NODES[s] * h)
    }
    for (let t = 3; t < TERMS; t++)
      for (let i = 0; i < n; i++) terms[t * n + i] = isWhole ? h * this.weighted(HIGHER, t - 3, i) : 0
    this.exchangeEnds()
    this.isDense = true
    return isWhole
  }
}
