/**
 * The rows of a mechanism in flat arrays: their residuals, gradients, rates and accelerations at the present motion.
 *
 * Rows of lengths are divided by the mechanism's size and unknown slides are counted in sizes, so that all rows and all
 * unknowns are comparable numbers.
 */
import { compose, FRAME, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { TURNS } from './chain'
import type { Chain } from './chain'
import { conditionValue, conditionWrench, conditionWrenchRate, SLIDE } from './conditions'
import type { Condition } from './conditions'
import type { Curve, Pair, Row } from './rows'
import type { MotionState } from './state'

/** Kinds of terms: the two primitives are evaluated in place, since nearly all rows consist of them. */
const DISTANCE = 0
const PRODUCT = 1
const COMPOSED = 2
const COORDINATE = 3

/** Value and rate of what winds, by pair and condition. */
export type WindingCounts = Map<Pair, Map<Condition, readonly [number, number]>>

export class Equations {
  /** How far a link coordinate goes for one unit of a scaled unknown: size for slides, 1 for turns. */
  readonly scale: Float64Array
  /** First term of every row, and one entry more. */
  readonly firstTerm: Int32Array
  readonly termPair: Int32Array
  readonly termLink: Int32Array
  readonly pairs: readonly Pair[]
  /** Target, rate and acceleration of every row; zero unless a driver prescribes it. */
  readonly targets: Float64Array
  /** Where a term whose value winds is expected, so that its turns are counted on. */
  private readonly expected: Float64Array
  /** Terms whose value winds, where they were noted last and their rates there. */
  private readonly winding: Int32Array
  private readonly noted: Float64Array
  private readonly notedRate: Float64Array
  /** 1 for rows of one primitive without curve, constant and target: nearly all of them, evaluated in place. */
  private readonly simple: Uint8Array
  private readonly weight: Float64Array
  private readonly constant: Float64Array
  private readonly kind: Uint8Array
  private readonly axisA: Int32Array
  private readonly axisB: Int32Array
  private readonly factor: Float64Array
  private readonly conditions: readonly (Condition | null)[]
  private readonly curves: readonly (Curve | null)[]
  private readonly everyPair: Int32Array
  private readonly pairLinks: Int32Array
  private readonly pairFrames: Frame
  /** Both frames of every pair in ground. */
  private readonly frames: Frame
  private readonly wrench = new Float64Array(6)
  private readonly curve = new Float64Array(3)
  private readonly prescribed = new Float64Array(3)

  constructor(
    readonly mechanism: Chain & { readonly size: number },
    readonly rows: readonly Row[],
  ) {
    const terms = rows.flatMap((row) => row.terms)
    const pairs = [...new Set(terms.flatMap(({ pair }) => pair ?? []))]
    const pairIndex = new Map(pairs.map((pair, k) => [pair, k]))
    this.pairs = pairs
    this.everyPair = Int32Array.from(pairs.keys())
    this.scale = Float64Array.from(mechanism.linkMotion, (motion) => (motion === TURNS ? 1 : mechanism.size))
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
    this.frames = new Float64Array(2 * FRAME * pairs.length)
    this.targets = new Float64Array(3 * rows.length)
    this.expected = new Float64Array(terms.length)
    this.winding = Int32Array.from(terms.flatMap(({ condition }, t) => (condition?.winds ? [t] : [])))
    this.noted = new Float64Array(this.winding.length)
    this.notedRate = new Float64Array(this.winding.length)
  }

  /** Places the frames of the given pairs; their links must stand. */
  placePairs(state: MotionState, pairs: Int32Array): void {
    const { pairLinks, pairFrames, frames } = this
    const { world } = state
    for (let n = 0; n < pairs.length; n++) {
      const k = pairs[n]
      const at = 2 * FRAME * k
      compose(world, FRAME * pairLinks[2 * k], pairFrames, at, frames, at)
      compose(world, FRAME * pairLinks[2 * k + 1], pairFrames, at + FRAME, frames, at + FRAME)
    }
  }

  /** Places the frames of all pairs. */
  placeEveryPair(state: MotionState): void {
    this.placePairs(state, this.everyPair)
  }

  /** Sets the targets of the driven rows for a time. */
  prescribe(time: number): void {
    const { rows, prescribed, targets } = this
    for (let r = 0; r < rows.length; r++) {
      const { target } = rows[r]
      if (!target) continue
      target(time, prescribed)
      targets.set(prescribed, 3 * r)
    }
  }

  /** Writes the negative scaled residuals of many rows into `out`; their pairs must stand. */
  residuals(state: MotionState, rows: Int32Array, out: Float64Array): void {
    const { simple, frames, termPair, axisA, axisB, kind, factor, weight, firstTerm } = this
    for (let n = 0; n < rows.length; n++) {
      const row = rows[n]
      if (!simple[row]) {
        out[n] = -this.residual(state, row)
        continue
      }
      const t = firstTerm[row]
      const a = 2 * FRAME * termPair[t]
      const i = a + axisA[t]
      if (kind[t] === DISTANCE) {
        const o = a + ORIGIN
        const p = o + FRAME
        out[n] =
          -weight[row] *
          factor[t] *
          (frames[i] * (frames[p] - frames[o]) +
            frames[i + 1] * (frames[p + 1] - frames[o + 1]) +
            frames[i + 2] * (frames[p + 2] - frames[o + 2]))
      } else {
        const j = a + FRAME + axisB[t]
        out[n] =
          -weight[row] *
          factor[t] *
          (frames[i] * frames[j] + frames[i + 1] * frames[j + 1] + frames[i + 2] * frames[j + 2])
      }
    }
  }

  /** Writes the negative scaled rates of many rows into `out`; twists must be current. */
  rates(state: MotionState, rows: Int32Array, out: Float64Array): void {
    const { simple, wrench, pairLinks, termPair, factor, weight, firstTerm } = this
    const { twist } = state
    for (let n = 0; n < rows.length; n++) {
      const row = rows[n]
      if (!simple[row]) {
        out[n] = -this.rate(state, row)
        continue
      }
      const t = firstTerm[row]
      this.loadWrench(t)
      const a = 6 * pairLinks[2 * termPair[t]]
      const b = 6 * pairLinks[2 * termPair[t] + 1]
      out[n] =
        -weight[row] *
        factor[t] *
        (wrench[0] * (twist[b] - twist[a]) +
          wrench[1] * (twist[b + 1] - twist[a + 1]) +
          wrench[2] * (twist[b + 2] - twist[a + 2]) +
          wrench[3] * (twist[b + 3] - twist[a + 3]) +
          wrench[4] * (twist[b + 4] - twist[a + 4]) +
          wrench[5] * (twist[b + 5] - twist[a + 5]))
    }
  }

  /** Writes the negative scaled second derivatives of many rows; twists and spatial accelerations must be current. */
  accelerations(state: MotionState, rows: Int32Array, out: Float64Array): void {
    const { simple, wrench, pairLinks, termPair, factor, weight, firstTerm, frames, conditions } = this
    const { twist, twistRate } = state
    for (let n = 0; n < rows.length; n++) {
      const row = rows[n]
      if (!simple[row]) {
        out[n] = -this.acceleration(state, row)
        continue
      }
      const t = firstTerm[row]
      const pair = termPair[t]
      const at = 2 * FRAME * pair
      const a = 6 * pairLinks[2 * pair]
      const b = 6 * pairLinks[2 * pair + 1]
      this.loadWrench(t)
      let sum = 0
      for (let k = 0; k < 6; k++) sum += wrench[k] * (twistRate[b + k] - twistRate[a + k])
      const condition = conditions[t]!
      conditionWrenchRate(condition, frames, at, frames, at + FRAME, twist, a, b, wrench)
      // the sign of a primitive stands in its factor already
      const { sign } = condition.parts[0]
      for (let k = 0; k < 6; k++) sum += sign * wrench[k] * (twist[b + k] - twist[a + k])
      out[n] = -weight[row] * factor[t] * sum
    }
  }

  /** Scaled residual of a row; its pairs must stand. */
  residual(state: MotionState, row: number): number {
    const end = this.firstTerm[row + 1]
    let sum = this.constant[row] - this.targets[3 * row]
    for (let t = this.firstTerm[row]; t < end; t++) sum += this.factor[t] * this.termValue(state, t)
    return this.weight[row] * sum
  }

  /**
   * Scaled derivatives of one term by the unknowns of a block, added into `out`.
   * @param links the links of the term's path that are unknown, from `first` to `end`
   * @param places where each goes in `out`
   * @param signs of the path times the scale of each unknown
   */
  gradient(
    state: MotionState,
    row: number,
    term: number,
    links: Int32Array,
    places: Int32Array,
    signs: Float64Array,
    first: number,
    end: number,
    out: Float64Array,
  ): void {
    if (first === end) return
    const { screw } = state
    let factor = this.weight[row] * this.factor[term]
    if (this.curves[term]) {
      this.termValue(state, term)
      factor *= this.curve[1]
    }
    const kind = this.kind[term]
    if (kind === COORDINATE) {
      for (let n = first; n < end; n++) out[places[n]] += factor * signs[n]
      return
    }
    if (kind === PRODUCT) {
      const { frames } = this
      const i = 2 * FRAME * this.termPair[term] + this.axisA[term]
      const j = 2 * FRAME * this.termPair[term] + FRAME + this.axisB[term]
      const ex = frames[i]
      const ey = frames[i + 1]
      const ez = frames[i + 2]
      const fx = frames[j]
      const fy = frames[j + 1]
      const fz = frames[j + 2]
      const wx = fy * ez - fz * ey
      const wy = fz * ex - fx * ez
      const wz = fx * ey - fy * ex
      for (let n = first; n < end; n++) {
        const v = 6 * links[n]
        out[places[n]] += factor * signs[n] * (wx * screw[v] + wy * screw[v + 1] + wz * screw[v + 2])
      }
      return
    }
    const { wrench } = this
    this.loadWrench(term)
    const w0 = wrench[0]
    const w1 = wrench[1]
    const w2 = wrench[2]
    const w3 = wrench[3]
    const w4 = wrench[4]
    const w5 = wrench[5]
    for (let n = first; n < end; n++) {
      const v = 6 * links[n]
      out[places[n]] +=
        factor *
        signs[n] *
        (w0 * screw[v] +
          w1 * screw[v + 1] +
          w2 * screw[v + 2] +
          w3 * screw[v + 3] +
          w4 * screw[v + 4] +
          w5 * screw[v + 5])
    }
  }

  /** Scaled rate of a row's residual; twists must be current. */
  rate(state: MotionState, row: number): number {
    let sum = -this.targets[3 * row + 1]
    for (let t = this.firstTerm[row]; t < this.firstTerm[row + 1]; t++) {
      let rate = this.plainRate(state, t)
      if (this.curves[t]) {
        this.termValue(state, t)
        rate *= this.curve[1]
      }
      sum += this.factor[t] * rate
    }
    return this.weight[row] * sum
  }

  /** Scaled second derivative of a row's residual; twists and spatial accelerations must be current. */
  acceleration(state: MotionState, row: number): number {
    let sum = -this.targets[3 * row + 2]
    for (let t = this.firstTerm[row]; t < this.firstTerm[row + 1]; t++) {
      let acceleration = this.plainAcceleration(state, t)
      if (this.curves[t]) {
        const rate = this.plainRate(state, t)
        this.termValue(state, t)
        acceleration = this.curve[1] * acceleration + this.curve[2] * rate * rate
      }
      sum += this.factor[t] * acceleration
    }
    return this.weight[row] * sum
  }

  /** Value of a row without its target and weight: what a driver prescribes, what a coordinate reads. */
  value(state: MotionState, row: number): number {
    let sum = this.constant[row]
    for (let t = this.firstTerm[row]; t < this.firstTerm[row + 1]; t++) {
      sum += this.factor[t] * this.termValue(state, t)
    }
    return sum
  }

  /** Notes where every winding term stands and how fast it turns; pairs and twists must be current. */
  note(state: MotionState): void {
    const { winding, noted, notedRate } = this
    for (let n = 0; n < winding.length; n++) {
      noted[n] = this.plainValue(state, winding[n])
      notedRate[n] = this.plainRate(state, winding[n])
    }
  }

  /** Expects every winding term where it leads within a time from where it was noted. */
  expect(step: number): void {
    const { winding, expected, noted, notedRate } = this
    for (let n = 0; n < winding.length; n++) expected[winding[n]] = noted[n] + step * notedRate[n]
  }

  /** Where every winding term was noted, so that others can go on counting turns from there. */
  counts(into: WindingCounts = new Map()): WindingCounts {
    this.winding.forEach((term, n) => {
      const pair = this.pairs[this.termPair[term]]
      const mine = into.get(pair) ?? new Map<Condition, readonly [number, number]>()
      into.set(pair, mine.set(this.conditions[term]!, [this.noted[n], this.notedRate[n]]))
    })
    return into
  }

  countOn(counts: WindingCounts): void {
    this.winding.forEach((term, n) => {
      const found = counts.get(this.pairs[this.termPair[term]])?.get(this.conditions[term]!)
      if (found) [this.noted[n], this.notedRate[n]] = found
    })
  }

  /** True when the axes that a pair's rows hold parallel agree rather than point against each other. */
  isAligned(pair: number, conditions: readonly Condition[]): boolean {
    const at = 2 * FRAME * pair
    const held = conditions.filter((c) => !c.of && c.parts[0].kind !== SLIDE).map((c) => c.parts[0])
    for (const axis of [0, 1, 2]) {
      const across = held.filter(({ i, j }) => i !== j && (i === axis || j === axis))
      const a = at + 3 * axis
      const b = at + FRAME + 3 * axis
      const along =
        this.frames[a] * this.frames[b] +
        this.frames[a + 1] * this.frames[b + 1] +
        this.frames[a + 2] * this.frames[b + 2]
      if (across.length >= 2 && along < 0) return false
    }
    return true
  }

  /** Value of a term behind its curve, whose derivatives stay in `this.curve`. */
  private termValue(state: MotionState, term: number): number {
    const curve = this.curves[term]
    if (!curve) return this.plainValue(state, term)
    curve.evaluate(this.plainValue(state, term), this.curve)
    return this.curve[0]
  }

  private plainValue(state: MotionState, term: number): number {
    const kind = this.kind[term]
    if (kind === COORDINATE) return state.q[this.termLink[term]]
    const { frames } = this
    const a = 2 * FRAME * this.termPair[term]
    const b = a + FRAME
    if (kind === DISTANCE) {
      const i = a + this.axisA[term]
      return (
        frames[i] * (frames[b + ORIGIN] - frames[a + ORIGIN]) +
        frames[i + 1] * (frames[b + ORIGIN + 1] - frames[a + ORIGIN + 1]) +
        frames[i + 2] * (frames[b + ORIGIN + 2] - frames[a + ORIGIN + 2])
      )
    }
    if (kind === PRODUCT) {
      const i = a + this.axisA[term]
      const j = b + this.axisB[term]
      return frames[i] * frames[j] + frames[i + 1] * frames[j + 1] + frames[i + 2] * frames[j + 2]
    }
    const condition = this.conditions[term]!
    const value = conditionValue(condition, frames, a, frames, b)
    if (!condition.winds) return value
    return value + 2 * Math.PI * Math.round((this.expected[term] - value) / (2 * Math.PI))
  }

  private plainRate(state: MotionState, term: number): number {
    if (this.kind[term] === COORDINATE) return state.rate[this.termLink[term]]
    this.loadWrench(term)
    return this.wrenchOn(state.twist, term)
  }

  private plainAcceleration(state: MotionState, term: number): number {
    if (this.kind[term] === COORDINATE) return state.acceleration[this.termLink[term]]
    const { wrench, frames, termPair, pairLinks } = this
    this.loadWrench(term)
    const direct = this.wrenchOn(state.twistRate, term)
    const pair = termPair[term]
    const at = 2 * FRAME * pair
    const a = 6 * pairLinks[2 * pair]
    const b = 6 * pairLinks[2 * pair + 1]
    conditionWrenchRate(this.conditions[term]!, frames, at, frames, at + FRAME, state.twist, a, b, wrench)
    // the sign of a primitive stands in its factor already
    const sign = this.kind[term] === PRODUCT ? this.conditions[term]!.parts[0].sign : 1
    return direct + sign * this.wrenchOn(state.twist, term)
  }

  /** The loaded wrench times the relative twist (or acceleration) of the term's pair. */
  private wrenchOn(twist: Float64Array, term: number): number {
    const { wrench, pairLinks } = this
    const pair = this.termPair[term]
    const a = 6 * pairLinks[2 * pair]
    const b = 6 * pairLinks[2 * pair + 1]
    return (
      wrench[0] * (twist[b] - twist[a]) +
      wrench[1] * (twist[b + 1] - twist[a + 1]) +
      wrench[2] * (twist[b + 2] - twist[a + 2]) +
      wrench[3] * (twist[b + 3] - twist[a + 3]) +
      wrench[4] * (twist[b + 4] - twist[a + 4]) +
      wrench[5] * (twist[b + 5] - twist[a + 5])
    )
  }

  /** Loads the wrench of a term; that of a primitive without its sign, which stands in the factor. */
  private loadWrench(term: number): void {
    const { frames, wrench } = this
    const kind = this.kind[term]
    const a = 2 * FRAME * this.termPair[term]
    const b = a + FRAME
    if (kind === COMPOSED) {
      conditionWrench(this.conditions[term]!, frames, a, frames, b, wrench)
      return
    }
    const i = a + this.axisA[term]
    const ex = frames[i]
    const ey = frames[i + 1]
    const ez = frames[i + 2]
    const k = kind === DISTANCE ? b + ORIGIN : b + this.axisB[term]
    const px = frames[k]
    const py = frames[k + 1]
    const pz = frames[k + 2]
    wrench[0] = py * ez - pz * ey
    wrench[1] = pz * ex - px * ez
    wrench[2] = px * ey - py * ex
    if (kind === DISTANCE) {
      wrench[3] = ex
      wrench[4] = ey
      wrench[5] = ez
    } else {
      wrench[3] = 0
      wrench[4] = 0
      wrench[5] = 0
    }
  }
}

/** Links of a row's terms with the sign of each, for links whose entry in `known` is 0. */
export function unknownsOfTerm(equations: Equations, term: number, known: Uint8Array): [number, number][] {
  const link = equations.termLink[term]
  if (link >= 0) return known[link] ? [] : [[link, 1]]
  const { links, signs } = equations.pairs[equations.termPair[term]]
  return Array.from(links, (l, k): [number, number] => [l, signs[k]]).filter(([l]) => !known[l])
}
