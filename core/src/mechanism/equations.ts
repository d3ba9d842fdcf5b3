/**
 * The rows of a mechanism at the present motion: their residuals, gradients, rates and accelerations.
 *
 * Rows of lengths are divided by the mechanism's size and unknown slides are counted in sizes: comparable numbers.
 */
import { compose, FRAME, identityFrame, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import type { Chain } from './chain'
import { conditionValue, conditionWrench, conditionWrenchRate, SLIDE } from './conditions'
import type { Condition } from './conditions'
import { composeFlat } from './flat-links'
import { addDistanceGradient, addProductGradient, primitiveAcceleration, primitiveRate } from './primitives'
import type { FlatRow } from './flat-rows'
import type { RowEntries } from './row-entries'
import { COMPOSED, COORDINATE, DISTANCE, PRODUCT, RowTable } from './row-table'
import type { Row } from './rows'
import type { MotionState } from './state'
import { Windings } from './windings'

export class Equations extends RowTable {
  /** Target, rate and acceleration of every row; zero unless a driver prescribes it. */
  readonly targets: Float64Array
  readonly windings: Windings
  private readonly everyPair: Int32Array
  /** Both frames of every pair in ground. */
  readonly frames: Frame
  private readonly wrench = new Float64Array(6)
  private readonly curve = new Float64Array(3)
  private readonly prescribed = new Float64Array(3)

  constructor(mechanism: Chain & { readonly size: number }, rows: readonly Row[]) {
    super(mechanism, rows)
    this.everyPair = Int32Array.from(this.pairs.keys())
    this.frames = new Float64Array(2 * FRAME * this.pairs.length)
    for (let at = 0; at < this.frames.length; at += FRAME) this.frames.set(identityFrame(), at)
    this.targets = new Float64Array(3 * rows.length)
    this.windings = new Windings(this.windingTerms(), this.termPair.length)
  }

  /** Places the frames of the given pairs; their links must be placed. */
  placePairs(state: MotionState, pairs: Int32Array): void {
    const { pairLinks, pairFrames, composedEnds, frames } = this
    const { world } = state
    for (let n = 0; n < pairs.length; n++) {
      const end = 2 * pairs[n] + 2
      for (let k = end - 2; k < end; k++) {
        const at = FRAME * k
        const link = FRAME * pairLinks[k]
        if (composedEnds[k]) composeFlat(world, link, pairFrames, at, 1, 0, frames, at)
        else compose(world, link, pairFrames, at, frames, at)
      }
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

  /** Writes the negative scaled residuals of many rows into `out`; their pairs must be placed. */
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

  /**
   * Writes the negative scaled rates of many rows into `out`; twists must be current.
   * @param bases whose twists count instead of those of the links of each row's pair
   */
  rates(state: MotionState, rows: Int32Array, out: Float64Array, bases: Int32Array | null = null): void {
    const { simple, pairLinks, termPair, axisA, axisB, kind, factor, weight, firstTerm, frames } = this
    const { twist } = state
    for (let n = 0; n < rows.length; n++) {
      const row = rows[n]
      if (!simple[row]) {
        out[n] = -this.rate(state, row)
        continue
      }
      const t = firstTerm[row]
      const pair = termPair[t]
      const isDistance = kind[t] === DISTANCE
      const i = 2 * FRAME * pair + axisA[t]
      const j = 2 * FRAME * pair + FRAME + (isDistance ? ORIGIN : axisB[t])
      const a = 6 * (bases ? bases[2 * n] : pairLinks[2 * pair])
      const b = 6 * (bases ? bases[2 * n + 1] : pairLinks[2 * pair + 1])
      out[n] = -weight[row] * factor[t] * primitiveRate(isDistance, frames, i, j, twist, a, b)
    }
  }

  /** Links of the pair of a row that is one primitive; null for any other row. */
  linksOf(row: number): readonly [number, number] | null {
    if (!this.simple[row]) return null
    const pair = this.termPair[this.firstTerm[row]]
    return [this.pairLinks[2 * pair], this.pairLinks[2 * pair + 1]]
  }

  /** What a row is where it is one distance in the ground's plane; null for any other row. */
  flatRow(row: number): FlatRow | null {
    const term = this.firstTerm[row]
    const pair = this.termPair[term]
    if (!this.simple[row] || this.kind[term] !== DISTANCE || this.axisA[term] > 3) return null
    if (!this.flatEnds[2 * pair] || !this.flatEnds[2 * pair + 1]) return null
    return {
      axis: 2 * FRAME * pair + this.axisA[term],
      from: 2 * FRAME * pair + ORIGIN,
      to: 2 * FRAME * pair + FRAME + ORIGIN,
      links: [this.pairLinks[2 * pair], this.pairLinks[2 * pair + 1]],
      factor: this.weight[row] * this.factor[term],
    }
  }

  /** Writes the negative scaled second derivatives of many rows; twists and spatial accelerations must be current. */
  accelerations(state: MotionState, rows: Int32Array, out: Float64Array): void {
    const { simple, pairLinks, termPair, axisA, axisB, kind, factor, weight, firstTerm, frames } = this
    const { twist, twistRate } = state
    for (let n = 0; n < rows.length; n++) {
      const row = rows[n]
      if (!simple[row]) {
        out[n] = -this.acceleration(state, row)
        continue
      }
      const t = firstTerm[row]
      const pair = termPair[t]
      const isDistance = kind[t] === DISTANCE
      const i = 2 * FRAME * pair + axisA[t]
      const j = 2 * FRAME * pair + FRAME + (isDistance ? ORIGIN : axisB[t])
      const a = 6 * pairLinks[2 * pair]
      const b = 6 * pairLinks[2 * pair + 1]
      const sum = primitiveAcceleration(isDistance, frames, i, j, twist, twistRate, a, b)
      out[n] = -weight[row] * factor[t] * sum
    }
  }

  /** Scaled residual of a row; its pairs must be placed. */
  residual(state: MotionState, row: number): number {
    const end = this.firstTerm[row + 1]
    let sum = this.constant[row] - this.targets[3 * row]
    for (let t = this.firstTerm[row]; t < end; t++) sum += this.factor[t] * this.termValue(state, t)
    return this.weight[row] * sum
  }

  /** Adds the scaled derivatives of many rows into `out`, where their entries have their places. */
  gradients(state: MotionState, rows: Int32Array, entries: RowEntries, out: Float64Array): void {
    const { firstTerm } = this
    let e = 0
    for (let r = 0; r < rows.length; r++) {
      const row = rows[r]
      const end = firstTerm[row + 1]
      for (let t = firstTerm[row]; t < end; t++, e++) this.gradient(state, row, t, entries, e, out)
    }
  }

  /** Adds the scaled derivatives of one term, the `e`-th one of the entries, into `out`. */
  private gradient(
    state: MotionState,
    row: number,
    term: number,
    { first, links, places, signs }: RowEntries,
    e: number,
    out: Float64Array,
  ): void {
    const start = first[e]
    const end = first[e + 1]
    if (start === end) return
    const { screw } = state
    let factor = this.weight[row] * this.factor[term]
    if (this.curves[term]) {
      this.termValue(state, term)
      factor *= this.curve[1]
    }
    const kind = this.kind[term]
    if (kind === COORDINATE) {
      for (let n = start; n < end; n++) out[places[n]] += factor * signs[n]
      return
    }
    if (kind === DISTANCE || kind === PRODUCT) {
      const i = 2 * FRAME * this.termPair[term] + this.axisA[term]
      const j = 2 * FRAME * this.termPair[term] + FRAME + (kind === DISTANCE ? ORIGIN : this.axisB[term])
      const add = kind === DISTANCE ? addDistanceGradient : addProductGradient
      add(this.frames, i, j, factor, screw, links, places, signs, start, end, out)
      return
    }
    const { wrench } = this
    this.loadWrench(term)
    for (let n = start; n < end; n++) {
      const v = 6 * links[n]
      let sum = 0
      for (let k = 0; k < 6; k++) sum += wrench[k] * screw[v + k]
      out[places[n]] += factor * signs[n] * sum
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

  /** Scaled residual of a row of constant factors when all coordinates are 0. */
  offset(row: number): number {
    return this.weight[row] * this.constant[row]
  }

  /** Value of a row without its target and weight: what a driver prescribes, what a coordinate reads. */
  value(state: MotionState, row: number): number {
    let sum = this.constant[row]
    for (let t = this.firstTerm[row]; t < this.firstTerm[row + 1]; t++) {
      sum += this.factor[t] * this.termValue(state, t)
    }
    return sum
  }

  /** Notes the value and the rate of every term that winds; pairs and twists must be current. */
  note(state: MotionState): void {
    const { terms, noted, notedRate } = this.windings
    for (let n = 0; n < terms.length; n++) {
      noted[n] = this.plainValue(state, terms[n].term)
      notedRate[n] = this.plainRate(state, terms[n].term)
    }
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

  /** Value of a term before its curve. */
  plainValue(state: MotionState, term: number): number {
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
    return value + 2 * Math.PI * Math.round((this.windings.expected[term] - value) / (2 * Math.PI))
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
    // the sign of a primitive is in its factor already
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

  /** Loads the wrench of a term; that of a primitive without its sign, which is in the factor. */
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
