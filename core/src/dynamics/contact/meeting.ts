/**
 * A place where two bodies touch, with its forces: what presses along the normal and what rubs along the tangent, how fast it opens and
 * slides, and how fast these change. The place wanders along both outlines, and the normal turns with it.
 * Source: Pfeiffer & Glocker, Multibody Dynamics with Unilateral Contacts, section 4.2 (plane contact of two contours).
 */
import { addEfforts, writeMoment } from '../../contact/closed'
import { lawOf } from '../../contact/law'
import type { ContactLaw } from '../../contact/law'
import { LieReader } from '../../contact/pairs'
import type { OutlinePair } from '../../contact/outline-pairs'
import type { MotionState } from '../../mechanism/state'
import type { Touch } from '../../proximity/outlines/touch'
import type { Sense } from '../dry-friction'
import { STICKING_SPEED } from './tolerances'

export class Meeting {
  readonly law: ContactLaw
  /** Which way B slides along the tangent of A; 0 while it sticks. */
  way: Sense = 0
  /** Whether friction is at its limit though nothing slides: others that stick keep it from that. */
  isAtLimit = false
  /** Forces on B along the normal of A and along its tangent, the other way on A [N]. */
  normal = 0
  tangential = 0
  /** Rates of the gap and of sliding [m/s]. */
  gapRate = 0
  slipRate = 0
  /** Their changes [m/s^2]; after `readChanges`. */
  gapChange = 0
  slipChange = 0
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
  private readonly reader = new LieReader()
  private readonly axis = new Float64Array(3)

  constructor(
    readonly on: OutlinePair,
    readonly touch: Touch,
  ) {
    this.law = lawOf(on.contact)
  }

  /** [m] */
  get gap(): number {
    return this.touch.gap
  }

  /** Whether it slides: friction may be at its limit without that, and without friction nothing sticks. */
  get slides(): boolean {
    const { law, way, isAtLimit, slipRate, on } = this
    if (law.staticFriction > 0) return way !== 0 && !isAtLimit
    return Math.abs(slipRate) > STICKING_SPEED * on.finder.smaller
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
    const { slipRate } = this
    this.isAtLimit = false
    this.way = Math.abs(slipRate) <= crawl ? 0 : slipRate > 0 ? 1 : -1
  }

  /** Finds the place, and the forces along its directions; frames must be current. */
  place(state: MotionState): void {
    const { on, touch, reader, point, axis, alongNormal, alongTangent } = this
    touch.find(reader.read(state, on))
    const f = reader.frames
    const [nx, ny] = [touch.onA[2], touch.onA[3]]
    touch.writePoint(f, point)
    for (let k = 0; k < 3; k++) {
      axis[k] = f[6 + k]
      alongNormal[3 + k] = f[k] * nx + f[3 + k] * ny
      alongTangent[3 + k] = f[3 + k] * nx - f[k] * ny
    }
    writeMoment(point, alongNormal)
    writeMoment(point, alongTangent)
  }

  /** Rates of gap and sliding; after `place`, with current twists. */
  readRates(state: MotionState): void {
    this.gapRate = this.between(state.twist, this.alongNormal)
    this.slipRate = this.between(state.twist, this.alongTangent)
  }

  /** Changes of these rates; after `readRates`, with current spatial accelerations. */
  readChanges({ twist, twistRate }: MotionState): void {
    const { touch, on, axis, point, alongNormal, alongTangent, gapRate, slipRate } = this
    const { onA, gap } = touch
    const a = 6 * on.pair.linkA
    const b = 6 * on.pair.linkB
    let turning = 0
    for (let k = 0; k < 3; k++) turning += axis[k] * (twist[b + k] - twist[a + k])
    const reach = onA[4] + onA[5] * gap
    // how fast the place goes along the outline of A
    touch.wander(slipRate, turning, wandering)
    const along = wandering[0]
    // the place of B and the directions turn with A, and wander along it
    for (let k = 0; k < 3; k++) {
      turns[k] = twist[a + k] + axis[k] * onA[5] * along
      const [m, n] = [(k + 1) % 3, (k + 2) % 3]
      moves[k] =
        twist[a + 3 + k] +
        twist[a + m] * point[n] -
        twist[a + n] * point[m] +
        alongTangent[3 + k] * reach * along +
        alongNormal[3 + k] * gapRate
    }
    this.gapChange = this.between(twistRate, alongNormal) + this.changeOf(twist, alongNormal)
    this.slipChange = this.between(twistRate, alongTangent) + this.changeOf(twist, alongTangent)
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
    const { normal, tangential } = this
    return (
      normal * this.between(twists, this.alongNormal) + tangential * this.between(twists, this.alongTangent)
    )
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
    for (let k = 0; k < 3; k++) {
      const [m, n] = [3 + ((k + 1) % 3), 3 + ((k + 2) % 3)]
      changed[3 + k] = turns[m - 3] * wrench[n] - turns[n - 3] * wrench[m]
    }
    const { point } = this
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
    const { point, normal, tangential, alongNormal, alongTangent } = this
    for (let k = 0; k < 3; k++) {
      out[at + k] = point[k]
      out[at + 3 + k] = normal * alongNormal[3 + k] + tangential * alongTangent[3 + k]
    }
  }

  /** Adds its forces to the wrenches of both links. */
  addForces(wrenches: Float64Array): void {
    const { on, normal, tangential, alongNormal, alongTangent } = this
    const a = 6 * on.pair.linkA
    const b = 6 * on.pair.linkB
    for (let k = 0; k < 6; k++) {
      const force = normal * alongNormal[k] + tangential * alongTangent[k]
      wrenches[b + k] += force
      wrenches[a + k] -= force
    }
  }
}

/** How near two places, and how equal two directions are that are one, as shares of the smaller outline and of 1 [-]. */
const SAME = 1e-6

const turns = new Float64Array(3)
const wandering = new Float64Array(2)
const moves = new Float64Array(3)
const changed = new Float64Array(6)
