/**
 * A place where two bodies touch, with its forces: what presses along the normal and what rubs across it, how fast it opens and slides,
 * and how fast these change. Outlines slide one way or back (outline-meeting), surfaces any way (surface-meeting).
 */
import { addEfforts } from '../../contact/closed'
import type { ContactPair } from '../../contact/contact-pair'
import { lawOf } from '../../contact/law'
import type { ContactLaw } from '../../contact/law'
import { LieReader } from '../../contact/pairs'
import type { MotionState } from '../../mechanism/state'
import type { Place } from '../../proximity/place'
import type { Sense } from '../dry-friction'
import { STICKING_SPEED } from './tolerances'

export abstract class Meeting<P extends Place = Place> {
  readonly law: ContactLaw
  /** Which way B slides along the tangent of A; 0 while it sticks. Surfaces that slide have 1. */
  way: Sense = 0
  /** Whether friction is at its limit though nothing slides: others that stick keep it from that. */
  isAtLimit = false
  /** Forces on B along the normal of A and along its tangents, the other way on A [N]. */
  normal = 0
  tangential = 0
  sideways = 0
  /** Rates of the gap and of sliding [m/s]. */
  gapRate = 0
  slipRate = 0
  sideRate = 0
  /** Their changes [m/s^2]; after `readChanges`. */
  gapChange = 0
  slipChange = 0
  sideChange = 0
  /** How near each thing that may happen to it was where the step began; positive where it happens. */
  readonly signs = new Float64Array(4)
  /** The gap where the step began, and its rate there [m, m/s]; of what has parted. */
  readonly start: [number, number] = [0, 0]
  /** When it took part in a blow last [s]. */
  struckAt = -Infinity
  /** Where they touch in ground [m]. */
  readonly point = new Float64Array(3)
  /** Unit forces along normal and tangent as wrenches about the ground's origin. */
  readonly alongNormal = new Float64Array(6)
  readonly alongTangent = new Float64Array(6)
  /** The same along the other tangent; null where bodies stay in a plane. */
  readonly alongSide: Float64Array | null
  /** All of these. */
  readonly wrenches: readonly Float64Array[]
  protected readonly reader = new LieReader()
  /** How the directions turn, and how the place goes, in ground [rad/s, m/s]. */
  protected readonly turns = new Float64Array(3)
  protected readonly moves = new Float64Array(3)

  constructor(
    readonly on: ContactPair<P>,
    readonly touch: P,
    tangents: 1 | 2,
  ) {
    this.law = lawOf(on.contact)
    this.alongSide = tangents === 2 ? new Float64Array(6) : null
    this.wrenches = [this.alongNormal, this.alongTangent, ...(this.alongSide ? [this.alongSide] : [])]
  }

  /** [m] */
  get gap(): number {
    return this.touch.gap
  }

  /** How fast it slides: along the tangent, or any way on surfaces [m/s]. */
  get slip(): number {
    return this.alongSide ? Math.hypot(this.slipRate, this.sideRate) : this.slipRate
  }

  /** Whether it slides: friction may be at its limit without that, and without friction nothing sticks. */
  get slides(): boolean {
    const { law, way, isAtLimit, slip, on } = this
    if (law.staticFriction > 0) return way !== 0 && !isAtLimit
    return Math.abs(slip) > STICKING_SPEED * on.finder.smaller
  }

  /** Coefficient of friction that holds now. */
  get coefficient(): number {
    return this.slides ? this.law.kineticFriction : this.law.staticFriction
  }

  /** Friction over the normal force, while it slides. */
  get rubs(): number {
    return -this.way * this.coefficient
  }

  /** How fast it opens, or slides though it sticks [m/s]. */
  get fault(): number {
    const { gapRate, slipRate, way, coefficient } = this
    const opens = Math.abs(gapRate)
    return way === 0 && coefficient > 0 ? Math.max(opens, Math.abs(slipRate)) : opens
  }

  /** Does not slide, until it is found out. */
  stand(): void {
    this.way = 0
    this.isAtLimit = false
  }

  /** Slides the way its rate has, or may stick. @param crawl as slow as this is no sliding [m/s] */
  findWay(crawl: number): void {
    const { slip } = this
    this.isAtLimit = false
    this.way = Math.abs(slip) <= crawl ? 0 : slip > 0 ? 1 : -1
  }

  /** Finds the place, and the forces along its directions; frames must be current. */
  abstract place(state: MotionState): void

  /** Rates of gap and sliding; after `place`, with current twists. */
  readRates(state: MotionState): void {
    this.gapRate = this.between(state.twist, this.alongNormal)
    this.slipRate = this.between(state.twist, this.alongTangent)
    if (this.alongSide) this.sideRate = this.between(state.twist, this.alongSide)
  }

  /** Changes of these rates; after `readRates`, with current spatial accelerations. */
  readChanges(state: MotionState): void {
    this.readWandering(state)
    const { alongNormal, alongTangent, alongSide } = this
    this.gapChange = this.changeAlong(state, alongNormal)
    this.slipChange = this.changeAlong(state, alongTangent)
    if (alongSide) this.sideChange = this.changeAlong(state, alongSide)
  }

  /** Finds how the place goes along, and how the directions turn. */
  protected abstract readWandering(state: MotionState): void

  private changeAlong({ twist, twistRate }: MotionState, wrench: Float64Array): number {
    return this.between(twistRate, wrench) + this.changeOf(twist, wrench)
  }

  /** Whether another place of the same bodies is here, too, with another normal. */
  turnsAgainst({ on, point, alongNormal: other }: Meeting): boolean {
    const { alongNormal: mine } = this
    const size = on.finder.smaller
    const apart = Math.hypot(point[0] - this.point[0], point[1] - this.point[1], point[2] - this.point[2])
    const along = mine[3] * other[3] + mine[4] * other[4] + mine[5] * other[5]
    return apart < SAME * size && along < 1 - SAME
  }

  /** What its forces do to a motion of all links [W]. */
  powerAlong(twists: Float64Array): number {
    const { normal, tangential, sideways, alongNormal, alongTangent, alongSide } = this
    const power = normal * this.between(twists, alongNormal) + tangential * this.between(twists, alongTangent)
    return alongSide ? power + sideways * this.between(twists, alongSide) : power
  }

  /** What a wrench does with a motion of B against A. */
  private between(motion: Float64Array, wrench: Float64Array): number {
    const a = 6 * this.on.pair.linkA
    const b = 6 * this.on.pair.linkB
    let sum = 0
    for (let k = 0; k < 6; k++) sum += wrench[k] * (motion[b + k] - motion[a + k])
    return sum
  }

  /** What the change of a unit force, which turns and whose point moves, does with the motion of B against A. */
  private changeOf(twist: Float64Array, wrench: Float64Array): number {
    const { turns, moves, point } = this
    for (let k = 0; k < 3; k++) {
      const [m, n] = [3 + ((k + 1) % 3), 3 + ((k + 2) % 3)]
      changed[3 + k] = turns[m - 3] * wrench[n] - turns[n - 3] * wrench[m]
    }
    for (let k = 0; k < 3; k++) {
      const [m, n] = [(k + 1) % 3, (k + 2) % 3]
      changed[k] =
        moves[m] * wrench[3 + n] -
        moves[n] * wrench[3 + m] +
        point[m] * changed[3 + n] -
        point[n] * changed[3 + m]
    }
    return this.between(twist, changed)
  }

  /** Writes what a unit force does along the coordinates of all links. */
  writeEfforts(state: MotionState, wrench: Float64Array, out: Float64Array): void {
    out.fill(0)
    addEfforts(this.on, wrench, state, out)
  }

  /** Writes where it is and the force on B there, six numbers. */
  draw(out: Float64Array, at: number): void {
    for (let k = 0; k < 3; k++) {
      out[at + k] = this.point[k]
      out[at + 3 + k] = this.force(3 + k)
    }
  }

  /** One component of all its forces as a wrench. */
  private force(k: number): number {
    const { normal, tangential, sideways, alongNormal, alongTangent, alongSide } = this
    const force = normal * alongNormal[k] + tangential * alongTangent[k]
    return alongSide ? force + sideways * alongSide[k] : force
  }

  /** Adds its forces to the wrenches of both links. */
  addForces(wrenches: Float64Array): void {
    const { linkA, linkB } = this.on.pair
    const a = 6 * linkA
    const b = 6 * linkB
    for (let k = 0; k < 6; k++) {
      const force = this.force(k)
      wrenches[b + k] += force
      wrenches[a + k] -= force
    }
  }
}

/** How near two places, and how equal two directions are that are one, as shares of the smaller outline and of 1 [-]. */
const SAME = 1e-6

const changed = new Float64Array(6)
