/**
 * Free motion: coordinates that nothing prescribes move by their loads and masses. It is used as the solver of prescribed motion
 * is (solve/solver.ts): a step at a time, and any instant of the last step can be looked at.
 *
 * Integrated are the coordinates and rates of the independent links, by a pair of order 8 with control of its error; coordinates
 * that rows determine are carried along as first guesses and closed anew at every stage. Work that is lost or brought in is
 * integrated with them, so that the balance of energy checks the whole.
 */
import type { Problem } from '../result'
import type { Mechanism } from '../mechanism/compile'
import { Equations } from '../mechanism/equations'
import type { Row } from '../mechanism/rows'
import { MotionState } from '../mechanism/state'
import { Dop853 } from '../maths/ode/dop853'
import { Inputs } from '../solve/inputs'
import type { PrescribedLink } from '../solve/inputs'
import type { Mover, PassedCrossing } from '../solve/mover'
import { stoppedMotion } from '../solve/stopped'
import { System } from '../solve/system'
import type { SystemFailure } from '../solve/system'
import { ForwardDynamics } from './forward'
import { InverseDynamics } from './inverse'
import type { Energies, Physics } from './physics'
import {
  ABSOLUTE_ERROR,
  ABSOLUTE_RATE_ERROR,
  LONGEST_TRAVEL,
  LONGEST_WATCHED_TRAVEL,
  RELATIVE_ERROR,
} from './tolerances'

export interface FreeOptions {
  /** Steps are short enough for whatever is read between them, not only for what closes loops. */
  readonly isWatched?: boolean
  /** Relative error of a step; the usual one when left out. */
  readonly accuracy?: number
}

const UNKNOWN: SystemFailure = { reason: 'no-convergence', row: -1, block: -1 }

export class FreeSolver implements Mover {
  readonly state: MotionState
  readonly equations: Equations
  readonly driven: Uint8Array
  /** Why the last step failed, or null. */
  problem: Problem | null = null
  /** Change points are none of a motion that decides by itself. */
  readonly passed: readonly PassedCrossing[] = []
  private readonly inputs: Inputs
  private readonly system: System
  private readonly inverse: InverseDynamics | null
  private forward!: ForwardDynamics
  private ode!: Dop853
  /** Links whose coordinates are in the state of the equations: all that nothing prescribes. */
  private readonly carried: Int32Array
  /** What one radian or metre of each link is in radians and sizes. */
  private readonly unit: Float64Array
  private readonly traced: Int32Array
  private between = new Float64Array(0)
  private notedAt: number
  /** Why a stage had no derivative. */
  private failure: SystemFailure | null = null

  /**
   * @param drives prescribe coordinates of links
   * @param rows hold besides those of the mechanism
   * @param q assembled coordinates by link
   * @param rates by link with which it starts; those of links that rows determine follow from the others
   */
  constructor(
    readonly mechanism: Mechanism,
    private readonly physics: Physics,
    drives: readonly PrescribedLink[],
    q: Float64Array,
    rates: Float64Array,
    rows: readonly Row[] = [],
    public time = 0,
    private readonly options: FreeOptions = {},
  ) {
    this.state = new MotionState(mechanism)
    this.state.q.set(q)
    this.state.rate.set(rates)
    this.equations = new Equations(mechanism, [...mechanism.rows, ...rows])
    this.inputs = new Inputs(drives, this.equations, this.state)
    this.driven = new Uint8Array(mechanism.links)
    for (const { link } of drives) this.driven[link] = 1
    this.system = new System(this.equations, this.state, this.driven)
    this.carried = this.state.all.filter((link) => !this.driven[link])
    this.unit = this.equations.scale.map((scale) => 1 / scale)
    this.traced = options.isWatched ? this.state.all : this.system.determined
    this.inverse = this.inputs.count > 0 ? new InverseDynamics(this.equations, physics) : null
    this.notedAt = time
    this.note(time)
    this.choose()
  }

  /** Links that move freely. */
  get parked(): number[] {
    return [...this.forward.independent]
  }

  readonly isBridging = false

  get energy(): Energies {
    const { forward, ode, lossAt } = this
    return {
      kinetic: forward.kineticEnergy,
      stored: forward.potentialEnergy,
      lost: ode.y[lossAt],
      driven: ode.y[lossAt + 1],
    }
  }

  /** Evaluations of forces so far. */
  get evaluations(): number {
    return this.ode.evaluations
  }

  /** Accelerations at the start. False when it fails; `problem` then says why. */
  start(): boolean {
    if (!this.begin()) {
      this.stop()
      return false
    }
    this.finish()
    return true
  }

  /** Moves on to `time`. On failure the state is that of the last instant that could be reached. */
  advance(time: number): boolean {
    while (this.time < time) if (!this.step(time)) return false
    return true
  }

  /** One step of its own towards `time`, which it does not pass. False on failure, as `advance`. */
  step(time: number): boolean {
    const { ode, inputs } = this
    const end = Math.min(time, inputs.breakAfter(this.time))
    ode.longest = this.longestStep()
    this.failure = null
    const failed = ode.step(end)
    if (failed) {
      this.load(ode.y)
      this.place(this.time)
      this.finish()
      this.stop()
      return false
    }
    this.time = ode.time
    this.load(ode.y)
    this.finish()
    this.note(this.time)
    if (this.system.renewChoices().length > 0) {
      this.choose()
      return this.start()
    }
    // what is prescribed may jump here
    if (end < time || inputs.breakAfter(this.time) === this.time) this.begin()
    return true
  }

  /** Places everything at an instant of the last step, which stays the last one. */
  look(time: number): void {
    const { ode, between } = this
    if (time === ode.time) between.set(ode.y)
    else ode.at(time, between)
    this.load(between)
    this.equations.windings.expect(time - this.notedAt)
    this.place(time)
    this.finish()
    this.note(time)
  }

  /** Gathers what is integrated: the independent links of the present choice. */
  private choose(): void {
    const { state, equations, system, physics, driven, carried, options } = this
    this.forward = new ForwardDynamics(equations, state, system, physics, driven)
    const { independent } = this.forward
    const absolute = new Float64Array(carried.length + independent.length + 2).fill(Infinity)
    const isFree = new Set(independent)
    carried.forEach((link, n) => {
      if (isFree.has(link)) absolute[n] = ABSOLUTE_ERROR * equations.scale[link]
    })
    independent.forEach((link, n) => {
      absolute[carried.length + n] = ABSOLUTE_RATE_ERROR * equations.scale[link]
    })
    const tolerance = { relative: options.accuracy ?? RELATIVE_ERROR, absolute }
    const before = this.ode
    this.ode = new Dop853(absolute.length, this.derivative, tolerance)
    this.between = new Float64Array(absolute.length)
    if (before) this.ode.y.set(before.y.subarray(before.n - 2), absolute.length - 2)
  }

  /** Begins the equations anew at the present position and rates. */
  private begin(): boolean {
    const { ode, state, carried, forward } = this
    for (let n = 0; n < carried.length; n++) ode.y[n] = state.q[carried[n]]
    forward.independent.forEach((link, n) => {
      ode.y[carried.length + n] = state.rate[link]
    })
    return ode.start(this.time)
  }

  private get lossAt(): number {
    return this.ode.n - 2
  }

  private readonly derivative = (time: number, y: Float64Array, out: Float64Array, at: number): boolean => {
    const { state, equations, forward, carried, ode } = this
    const { loads } = this.physics
    const { independent } = forward
    this.load(y)
    equations.windings.expect(time - this.notedAt)
    if (!this.place(time)) return false
    const n = carried.length
    for (let k = 0; k < n; k++) {
      const link = carried[k]
      // what was closed is a better guess for the next stage
      y[k] = state.q[link]
      out[at + k] = state.rate[link]
    }
    for (let k = 0; k < independent.length; k++) out[at + n + k] = state.acceleration[independent[k]]
    const last = at + (ode?.n ?? 0) - 2
    out[last] = loads.acting.length > 0 ? loads.loss(state, time) : 0
    out[last + 1] = this.inverse ? this.drivenPower(time) : 0
    return true
  }

  private load(y: Float64Array): void {
    const { state, carried, forward } = this
    const { independent } = forward
    for (let n = 0; n < carried.length; n++) state.q[carried[n]] = y[n]
    for (let n = 0; n < independent.length; n++) state.rate[independent[n]] = y[carried.length + n]
  }

  /** Closes everything at the loaded coordinates, and finds the accelerations of what is free. */
  private place(time: number): boolean {
    const { inputs, system, forward } = this
    inputs.prescribe(time)
    this.failure = system.close()
    if (this.failure) return false
    if (forward.accelerate(time)) return true
    this.failure = UNKNOWN
    return false
  }

  /** Accelerations of all links from those of the free ones. */
  private finish(): void {
    this.forward.complete()
    this.state.pullBack = this.pullBack
  }

  private readonly pullBack = (gradient: Float64Array, multipliers?: Float64Array): void =>
    this.system.pullBack(gradient, multipliers)

  /** What drivers bring in now [W]. */
  private drivenPower(time: number): number {
    const { inverse, state, inputs, equations } = this
    this.finish()
    if (!inverse!.solve(state, time)) return 0
    let power = 0
    for (let k = 0; k < inputs.count; k++) {
      const link = inputs.link(k)
      const row = inputs.row(k)
      power +=
        link >= 0
          ? inverse!.efforts[link] * state.rate[link]
          : inverse!.multipliers[row] * equations.rows[row].weight * inputs.rate(k)
    }
    return power
  }

  private note(time: number): void {
    this.equations.note(this.state)
    this.notedAt = time
  }

  private longestStep(): number {
    const { traced, state, unit, options } = this
    let most = 0
    for (let n = 0; n < traced.length; n++) {
      const pace = Math.abs(state.rate[traced[n]]) * unit[traced[n]]
      if (pace > most) most = pace
    }
    return (options.isWatched ? LONGEST_WATCHED_TRAVEL : LONGEST_TRAVEL) / most
  }

  private stop(): void {
    const { failure, forward, mechanism, system, time } = this
    if (forward.massless >= 0) this.problem = noMass(mechanism, forward.massless, time)
    else if (failure && failure.row >= 0)
      this.problem = stoppedMotion(this, time, failure, system.rowsAround(failure.row))
    else
      this.problem = {
        code: 'motion-unresolved',
        message: `The motion stops at ${time.toFixed(3)} s: it changes faster than can be resolved. Look for a spring that is very stiff against a small mass, or give it damping.`,
        data: { time },
      }
  }
}

/** Code: `no-mass`. */
function noMass({ geometry, linkBody }: Mechanism, link: number, time: number): Problem {
  const { source } = geometry.bodies[linkBody[link]]
  return {
    code: 'no-mass',
    message: `The motion cannot go on at ${time.toFixed(3)} s: ${source.name} can move, but no mass resists. Give it a part or type its mass, or drive its joint.`,
    ids: [source.id],
    data: { time },
  }
}
