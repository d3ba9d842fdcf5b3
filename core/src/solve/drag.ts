/**
 * Dragging: a point of a body follows a soft target while everything else holds exactly. Joints at a limit stay there,
 * and loops pass singular positions smoothly or not at all.
 *
 * Gauss-Newton on the independent coordinates. How the point follows them is found backwards through the blocks, one
 * sweep for each of its three directions, so that a step costs about as much as solving a frame. Coordinates that
 * would pass a limit are held by projecting the step.
 * Source: Haug, Computer Aided Kinematics and Dynamics, section 4.5 (generalised coordinate partitioning); Nocedal &
 * Wright, Numerical Optimization, section 10.3 (damping) and 16.5 (active sets).
 */
import { compose, FRAME, ORIGIN } from '../maths/frame'
import { factor, solveFactored } from '../maths/lu'
import type { Mechanism } from '../mechanism/compile'
import { Equations } from '../mechanism/equations'
import { Reader } from '../mechanism/reading'
import { MotionState } from '../mechanism/state'
import { passThrough } from './passing-through'
import { System } from './system'
import {
  AT_LIMIT,
  BEFORE_LIMIT,
  FIRST_DRAG_DAMPING,
  LEAST_DAMPING,
  LEAST_SHARE,
  LONGEST_STEP,
  NEAR,
  NO_FREEDOM,
  PUSHES,
  SLOW_GAIN,
} from './tolerances'

const MOST_STEPS = 12
const MOST_DAMPING = 1e3
const MOST_HALVINGS = 8
/** Larger mechanisms stop at singular positions: a way through would keep the hand waiting. */
const MOST_LINKS = 100

/** A body held at a point and pulled, while every joint holds exactly. */
export class Dragger {
  readonly state: MotionState
  private system: System
  /** 1 for links that stay where they are. */
  private readonly known: Uint8Array
  /** Whether a way through a singular position was sought on the way to the present target. */
  private hasSought = false
  private readonly equations: Equations
  private readonly reader: Reader
  /** Links whose coordinates are free to choose. */
  private free: Int32Array
  private readonly link: number
  private readonly local: Float64Array
  private readonly worldPoint = new Float64Array(FRAME)
  private readonly gradients: readonly [Float64Array, Float64Array, Float64Array]
  private readonly limitGradient: Float64Array
  private readonly saved: Float64Array
  private readonly step: Float64Array
  private damping = FIRST_DRAG_DAMPING
  /** Coordinates with a limit, by index. */
  private readonly limited: readonly number[]

  /**
   * @param q assembled coordinates
   * @param body index, and the point grabbed in the frame of the body [m]
   * @param held links that stay where they are
   */
  constructor(
    readonly mechanism: Mechanism,
    q: Float64Array,
    body: number,
    point: readonly [number, number, number],
    private readonly held: readonly number[] = [],
  ) {
    this.state = new MotionState(mechanism)
    this.state.q.set(q)
    this.equations = new Equations(mechanism, mechanism.rows)
    this.known = new Uint8Array(mechanism.links)
    for (const link of held) this.known[link] = 1
    this.system = new System(this.equations, this.state, this.known)
    this.equations.note(this.state)
    this.free = Int32Array.from(this.system.parked)
    this.reader = new Reader(mechanism, mechanism.coordinates)
    this.link = mechanism.bodyLink[body]
    this.local = Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1, ...point)
    const offset = mechanism.bodyFrame.slice(FRAME * body, FRAME * body + FRAME)
    const onLink = new Float64Array(FRAME)
    compose(offset, 0, this.local, 0, onLink, 0)
    this.local.set(onLink)
    const n = mechanism.links
    this.gradients = [new Float64Array(n), new Float64Array(n), new Float64Array(n)]
    this.limitGradient = new Float64Array(n)
    this.saved = new Float64Array(n)
    this.step = new Float64Array(n)
    this.limited = mechanism.coordinates.flatMap(({ settings }, c) =>
      settings.lower > -Infinity || settings.upper < Infinity ? [c] : [],
    )
  }

  /** Links whose coordinates it chooses. */
  get independent(): Int32Array {
    return this.free
  }

  /** Moves toward a target in ground [m]. Returns how far from it the point stays [m]. */
  to(target: readonly [number, number, number]): number {
    const { mechanism } = this
    let gap = this.gapTo(target)
    this.hasSought = mechanism.links > MOST_LINKS
    for (let k = 0; k < MOST_STEPS && gap > NEAR * mechanism.size; k++) {
      this.findStep(target)
      const next = this.move(target, gap)
      if (next === null) {
        // the step led astray: the next one keeps closer to the slope
        this.damping = Math.min(MOST_DAMPING, 30 * this.damping)
        continue
      }
      this.damping = Math.max(LEAST_DAMPING, this.damping / 10)
      const gained = gap - next
      gap = next
      // a step that gains nothing more has come to rest
      if (gained < SLOW_GAIN * gap) break
    }
    return gap
  }

  /** How far the point is from a place [m]. */
  gapTo([x, y, z]: readonly [number, number, number]): number {
    const { state, worldPoint } = this
    compose(state.world, FRAME * this.link, this.local, 0, worldPoint, 0)
    return Math.hypot(x - worldPoint[ORIGIN], y - worldPoint[ORIGIN + 1], z - worldPoint[ORIGIN + 2])
  }

  /** Writes the step of the free coordinates that brings the point nearest, as far as limits allow. */
  private findStep(target: readonly [number, number, number]): void {
    const { state, gradients, system, worldPoint, mechanism, equations, free, step } = this
    const [px, py, pz] = worldPoint.subarray(ORIGIN, ORIGIN + 3)
    for (let d = 0; d < 3; d++) gradients[d].fill(0)
    for (let l = this.link; l > 0; l = mechanism.linkParent[l]) {
      const s = 6 * l
      const [wx, wy, wz, vx, vy, vz] = state.screw.subarray(s, s + 6)
      gradients[0][l] = equations.scale[l] * (vx + wy * pz - wz * py)
      gradients[1][l] = equations.scale[l] * (vy + wz * px - wx * pz)
      gradients[2][l] = equations.scale[l] * (vz + wx * py - wy * px)
    }
    for (let d = 0; d < 3; d++) system.pullBack(gradients[d])

    const held: Float64Array[] = []
    for (let round = 0; round <= this.limited.length; round++) {
      this.solveStep(target)
      const next = this.violated(held)
      if (!next) break
      held.push(next)
      // the point's gradients lose what the held limit takes
      for (const gradient of gradients) {
        const along = dotOn(free, gradient, next)
        for (const link of free) gradient[link] -= along * next[link]
      }
    }
    let longest = 0
    for (const link of free) longest = Math.max(longest, Math.abs(step[link]))
    const shorten = longest > LONGEST_STEP ? LONGEST_STEP / longest : 1
    for (const link of free) step[link] *= shorten
  }

  /** step = J^T (J J^T + damping I)^-1 e over the free coordinates, scaled. */
  private solveStep(target: readonly [number, number, number]): void {
    const { gradients, free, step, worldPoint, mechanism } = this
    const normal = new Float64Array(9)
    const rest = Float64Array.from(target, (t, k) => t - worldPoint[ORIGIN + k])
    for (let i = 0; i < 3; i++) {
      for (let j = 0; j < 3; j++) normal[3 * i + j] = dotOn(free, gradients[i], gradients[j])
      normal[4 * i] += this.damping * mechanism.size ** 2
    }
    const pivots = new Int32Array(3)
    factor(normal, 3, pivots)
    solveFactored(normal, 3, pivots, rest)
    step.fill(0)
    for (const link of free) {
      step[link] = gradients[0][link] * rest[0] + gradients[1][link] * rest[1] + gradients[2][link] * rest[2]
    }
  }

  /** The unit gradient, square to those held, of a limit that the step would pass; null when there is none. */
  private violated(held: readonly Float64Array[]): Float64Array | null {
    const { mechanism, reader, state, limitGradient, free, step, system, equations } = this
    reader.read(state, 0)
    for (const c of this.limited) {
      const { settings, terms, dimension } = mechanism.coordinates[c]
      const slack = AT_LIMIT * (dimension === 'length' ? mechanism.size : 1)
      const atUpper = reader.values[c] > settings.upper - slack
      const atLower = reader.values[c] < settings.lower + slack
      if (!atUpper && !atLower) continue
      limitGradient.fill(0)
      // a limit is held where its coordinate is that of links, directly or by a sum
      for (const { link, factor: weight } of terms)
        if (link >= 0) limitGradient[link] += weight * equations.scale[link]
      system.pullBack(limitGradient)
      const gain = dotOn(free, limitGradient, step)
      if (!((atUpper && gain > PUSHES) || (atLower && gain < -PUSHES))) continue
      const direction = limitGradient.slice()
      for (const other of held) {
        const along = dotOn(free, direction, other)
        for (const link of free) direction[link] -= along * other[link]
      }
      const length = Math.sqrt(dotOn(free, direction, direction))
      if (length < NO_FREEDOM) continue
      for (const link of free) direction[link] /= length
      return direction
    }
    return null
  }

  /** Takes the step, shortened until everything closes within its limits. Returns the new gap, or null when it grows. */
  private move(target: readonly [number, number, number], gap: number): number | null {
    const { state, system, equations, free, step, saved } = this
    saved.set(state.q)
    for (const link of free) state.rate[link] = equations.scale[link] * step[link]
    equations.note(state)
    system.solveRates()
    const rates = state.rate.slice()
    let share = 1
    for (let k = 0; k <= MOST_HALVINGS; k++) {
      for (let link = 1; link < state.q.length; link++) state.q[link] = saved[link] + share * rates[link]
      equations.windings.expect(0)
      const failure = system.close()
      const over = failure ? 0.5 : this.withinLimits()
      if (!failure && over === 1) {
        const next = this.gapTo(target)
        if (!(next < gap)) break
        this.renew()
        return next
      }
      if (failure && failure.reason !== 'contradiction' && !this.hasSought) {
        this.hasSought = true
        const next = this.passThrough(rates, target, gap)
        if (next !== null) return next
      }
      share *= over
      if (share < LEAST_SHARE) break
    }
    state.q.set(saved)
    system.placeAll()
    return null
  }

  /** Takes the whole step through a singular position. Returns the new gap, or null when that does not lead nearer. */
  private passThrough(
    rates: Float64Array,
    target: readonly [number, number, number],
    gap: number,
  ): number | null {
    const { state, mechanism, equations, known, saved } = this
    const independent = [...this.free, ...this.held]
    const beyond = passThrough(mechanism, saved, rates, independent)
    if (!beyond) return null
    state.q.set(beyond)
    this.system.placeAll()
    const next = this.gapTo(target)
    if (!(next < gap) || this.withinLimits() < 1) return null
    // another side of the singular position is another branch
    this.system = new System(equations, state, known)
    this.free = Int32Array.from(this.system.parked)
    return next
  }

  /** The share of the move after which the first limit is met; 1 when none is passed. */
  private withinLimits(): number {
    const { mechanism, reader, state } = this
    const last = reader.values.slice()
    reader.read(state, 0)
    let share = 1
    for (const c of this.limited) {
      const { settings, dimension } = mechanism.coordinates[c]
      const slack = AT_LIMIT * (dimension === 'length' ? mechanism.size : 1)
      const value = reader.values[c]
      const limit =
        value > settings.upper + slack
          ? settings.upper
          : value < settings.lower - slack
            ? settings.lower
            : null
      if (limit === null) continue
      const moved = value - last[c]
      share = Math.min(share, Math.max(0, (limit - last[c]) / moved) * (1 - BEFORE_LIMIT))
    }
    reader.values.set(last)
    return share
  }

  /** Other coordinates become the free ones where those chosen determine the rest poorly. */
  private renew(): void {
    if (this.system.renewChoices().length > 0) this.free = Int32Array.from(this.system.parked)
  }
}

function dotOn(links: Int32Array, a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let n = 0; n < links.length; n++) sum += a[links[n]] * b[links[n]]
  return sum
}
