/**
 * Motion over time: given what drivers prescribe, finds all other coordinates, exactly, at any later instant.
 *
 * Each step predicts from the last two instants, closes every block by Newton, then solves rates and accelerations. A
 * step that will not close, or that would change the branch, is halved; when it becomes too short the failure is
 * reported and the last good state is kept.
 */
import type { Problem } from '../result'
import type { Mechanism } from '../mechanism/compile'
import { Equations } from '../mechanism/equations'
import { Predictor } from './predictor'
import type { Row } from '../mechanism/rows'
import { MotionState } from '../mechanism/state'
import { CrossingFinder } from './crossing'
import type { Crossing } from './crossing'
import { Inputs } from './inputs'
import type { Mover, PassedCrossing, Way } from './mover'
import { paceOf } from './pace'
import type { PrescribedLink } from './inputs'
import { stoppedMotion, undecidedStart } from './stopped'
import { System } from './system'
import type { SystemFailure } from './system'

/** What a solver may be told besides what it solves. */
export interface SolverOptions {
  /**
   * Which way is taken at a crossing, by its links; null where that is not said: the first one on the way, neither at the
   * start. The first one always when left out.
   */
  readonly wayAt?: (links: readonly number[]) => Way | null
  /** Rates by link with which it came to where it starts; none when left out. */
  readonly heading?: Float64Array
  /** Steps are short enough for whatever is read between them, not only for what closes loops. */
  readonly isWatched?: boolean
}

/** Longest step [rad, sizes] of what a loop looks at. Longer: another branch may be met by chance. */
const LONGEST_STEP = 0.5
/** Shortest step [rad, sizes], and its least time [s]. */
const SHORTEST_STEP = 1e-8
const SHORTEST_TIME = 1e-13
/** A step is given up after so many attempts to get through one of the caller's. */
const MOST_ATTEMPTS = 20_000
/** Nearer to a crossing than this is not past it [rad, m, s]. */
const ON_IT = 1e-10
const TOO_FAR: SystemFailure = { reason: 'no-convergence', row: 0, block: -1 }
/** A bridge is sought, or other rows, when a step shorter than this fails [rad, sizes]. */
const SHORT = 0.05

export class Solver implements Mover {
  readonly state: MotionState
  readonly equations: Equations
  /** Why the last step failed, or null. */
  problem: Problem | null = null
  /** Crossings that were passed, in order. */
  readonly passed: PassedCrossing[] = []
  private readonly inputs: Inputs
  private readonly system: System
  readonly driven: Uint8Array
  private readonly predictor: Predictor
  private readonly finder: CrossingFinder
  /** Links whose motion keeps steps short. */
  private readonly traced: Int32Array
  /** What one radian or metre of each link is in radians and sizes. */
  private readonly unit: Float64Array
  private readonly options: SolverOptions
  /** Crossings on the bridges that are in use. */
  private ahead: { readonly crossing: Crossing; readonly way: Way; isBehind: boolean }[] = []
  /** The step that is tried next [s]. */
  private next = Infinity
  /** When what winds was noted last [s]. */
  private notedAt: number
  /** Third derivatives of the rows' targets. */
  private readonly thirdTargets: Float64Array
  /** Instant that they are solved for [s]. */
  private thirdAt = 0
  /** How far the last attempt was to go [rad, sizes]. */
  private reach = 0

  /**
   * @param drives prescribe coordinates of links
   * @param rows hold besides those of the mechanism, such as drivers of what is no link's coordinate
   * @param q assembled coordinates by link, at which the drives start
   * @param time at which it starts [s]
   */
  constructor(
    readonly mechanism: Mechanism,
    drives: readonly PrescribedLink[],
    q: Float64Array,
    rows: readonly Row[] = [],
    public time = 0,
    options: SolverOptions = {},
  ) {
    this.state = new MotionState(mechanism)
    this.state.q.set(q)
    this.equations = new Equations(mechanism, [...mechanism.rows, ...rows])
    this.thirdTargets = new Float64Array(this.equations.rows.length)
    this.inputs = new Inputs(drives, this.equations, this.state)
    this.driven = new Uint8Array(mechanism.links)
    for (const { link } of drives) this.driven[link] = 1
    this.system = new System(this.equations, this.state, this.driven)
    this.finder = new CrossingFinder(this.system, this.state, this.inputs)
    this.options = options
    this.traced = this.tracedLinks()
    this.unit = this.equations.scale.map((scale) => 1 / scale)
    this.notedAt = time
    this.note(time)
    // what is driven comes back from its driver
    const traced = new Set(this.traced)
    const noted = this.state.all.filter((link) => !this.driven[link] || traced.has(link))
    this.predictor = new Predictor(mechanism.links, noted)
    this.remember(0)
  }

  /** Links that could move but that no drive determines. */
  get parked(): number[] {
    return this.system.parked
  }

  get redundant(): readonly number[] {
    return this.system.redundant
  }

  /** Whether a block is carried over a singular position now. */
  get isBridging(): boolean {
    return this.system.isBridging
  }

  /** Solves rates and accelerations at the start. False when it fails; `problem` then says why. */
  start(): boolean {
    let failure = this.attempt(this.time)
    // every block that stands in a singular position is led out of it, one after the other
    for (let k = 0; failure?.reason === 'singular' && k < this.system.blocks.length; k++) {
      const undecided = this.leave(failure.block)
      if (undecided) {
        this.problem = undecided
        return false
      }
      failure = this.attempt(this.time)
    }
    if (failure) this.restore()
    this.problem = failure && this.stopped(this.time, failure)
    return failure === null
  }

  /** Leads a block out of the singular position in which it starts; says so where two ways are open. */
  private leave(block: number): Problem | null {
    const { system, finder, time, options, inputs } = this
    this.restore()
    const { ways, bridges, crossing } = finder.leave(block, time)
    this.restore()
    if (!crossing || bridges.length < 2) {
      if (bridges.length > 0) system.bridge(block, bridges[0])
      return null
    }
    const { links, parameter } = crossing
    const rate = parameter < 0 ? 1 : inputs.rate(parameter)
    const way =
      this.nearest(system.blocks[block].unknowns, ways, rate) ?? (options.wayAt ? options.wayAt(links) : 0)
    if (way === null) return undecidedStart(this.mechanism, links[0], time)
    system.bridge(block, bridges[way])
    this.passed.push({ time, links, way })
    return null
  }

  /** The way whose rates are nearer to those with which it came; null when it comes from rest. */
  private nearest(unknowns: Int32Array, ways: readonly Float64Array[], rate: number): Way | null {
    const { equations, options } = this
    const { heading } = options
    if (!heading) return null
    const speed = unknowns.reduce((sum, link) => sum + (heading[link] / equations.scale[link]) ** 2, 0)
    if (!(speed > 0)) return null
    const gap = (slopes: Float64Array) =>
      unknowns.reduce(
        (sum, link, i) => sum + ((slopes[i] * rate - heading[link]) / equations.scale[link]) ** 2,
        0,
      )
    return gap(ways[0]) <= gap(ways[1]) ? 0 : 1
  }

  /** Moves on to `time`. On failure the state is that of the last instant that could be reached. */
  advance(time: number): boolean {
    while (this.time < time) if (!this.step(time)) return false
    return true
  }

  /** One step of its own towards `time`, which it does not pass. False on failure, as `advance`. */
  step(time: number): boolean {
    let renewed = false
    for (let attempts = 0; attempts < MOST_ATTEMPTS; attempts++) {
      const from = this.time
      const pace = paceOf(this.state.rate, this.traced, this.unit)
      const end = Math.min(time, this.inputs.breakAfter(from))
      const step = Math.min(end - from, this.next, LONGEST_STEP / pace)
      const to = from + step < end ? from + step : end
      const failure = this.attempt(to)
      if (!failure) {
        this.next = Math.max(this.next, 2 * step)
        return true
      }
      const length = Math.max(step * pace, this.reach, this.inputTravel())
      this.restore()
      if (!renewed && (failure.reason === 'contradiction' || length < SHORT)) {
        // what the chosen rows hold weakly, others may hold firmly
        renewed = true
        if (this.system.renewSpare()) continue
      }
      // where none is found, coming near is no failure any more
      const bridge = failure.block >= 0 && length < SHORT ? this.bridge(failure.block, to) : 'not sought'
      if (bridge === 'found' || (bridge === 'refused' && failure.reason === 'near')) continue
      this.next = step / 2
      if (length < SHORTEST_STEP || step < SHORTEST_TIME) {
        this.problem = this.stopped(from, failure)
        return false
      }
    }
    this.problem = this.stopped(this.time, TOO_FAR)
    return false
  }

  /** Places everything at an instant between the last two, which stay the last ones. */
  look(time: number): void {
    const { state, system, equations, inputs, predictor } = this
    predictor.between(time - this.time, state.q, system.sought)
    inputs.prescribe(time)
    equations.windings.expect(time - this.notedAt)
    if (system.close(inputs, time, true)) {
      // so near a singular position the polynomial is as good
      predictor.between(time - this.time, state.q, system.determined)
      system.placeAll()
      this.offerMore(Number.NaN, time)
    } else {
      system.differentiate()
      this.offerMore(time)
    }
    this.note(time)
  }

  /** Third derivatives and influence coefficients are solved where somebody reads them. @param time not a number where they are not known */
  private offerMore(time: number, now = time): void {
    this.thirdAt = time
    this.state.time = now
    this.state.count++
    this.state.thirdSource = this.solveThird
    this.state.pullBack = Number.isNaN(time) || this.isBridging ? null : this.pullBack
  }

  private readonly pullBack = (gradient: Float64Array, multipliers?: Float64Array): void =>
    this.system.pullBack(gradient, multipliers)

  private readonly solveThird = (): void => {
    const { state, system, inputs, thirdTargets, thirdAt } = this
    if (Number.isNaN(thirdAt)) {
      state.third.fill(Number.NaN)
      state.twistBend.fill(Number.NaN)
      return
    }
    state.third.fill(0)
    inputs.prescribeThird(thirdAt, thirdTargets)
    system.differentiateThird(thirdTargets)
  }

  private note(time: number): void {
    this.equations.note(this.state)
    this.notedAt = time
  }

  private attempt(to: number): SystemFailure | null {
    const { state, system, equations, inputs } = this
    const step = to - this.time
    this.predictor.predict(step, state.q, system.sought)
    equations.windings.expect(to - this.notedAt)
    inputs.prescribe(to)
    this.reach = this.travel()
    if (this.reach > 2 * LONGEST_STEP) return TOO_FAR
    const failure = system.close(inputs, to)
    if (failure) return failure
    system.differentiate()
    this.offerMore(to)
    if (this.ahead.length > 0) this.pass(to)
    system.accept()
    this.note(to)
    this.time = to
    this.remember(step)
    const stopped = system.renewChoices()
    for (let n = 0; n < stopped.length; n++) {
      this.predictor.stop(stopped[n])
      state.rate[stopped[n]] = 0
      state.acceleration[stopped[n]] = 0
    }
    return null
  }

  /** Seeks a bridge for a block that could not be closed on the way to `to`. */
  private bridge(block: number, to: number): 'found' | 'refused' | 'not sought' {
    const { system, finder, time, options } = this
    if (!system.mayBridge(block)) return 'not sought'
    let way: Way = 0
    const found = finder.find(block, time, to, ({ links }) => (way = options.wayAt?.(links) ?? 0) === 1)
    this.restore()
    if (!found) {
      system.factorUpTo(block)
      system.refuse(block)
      return 'refused'
    }
    system.bridge(block, found.bridge)
    if (found.crossing) this.ahead.push({ crossing: found.crossing, way, isBehind: false })
    return 'found'
  }

  /** Notes crossings that lie between the last instant and `to`, and forgets those whose bridges were left. */
  private pass(to: number): void {
    const { inputs, time } = this
    for (const item of this.ahead) {
      const { parameter, at, links, direction } = item.crossing
      const now = parameter < 0 ? to : inputs.value(parameter)
      const beyond = direction * (now - at)
      const isBehind = item.isBehind ? beyond > -ON_IT : beyond > ON_IT
      if (isBehind === item.isBehind) continue
      item.isBehind = isBehind
      const rests = parameter >= 0 && Math.abs(inputs.valueAt(parameter, time) - at) <= ON_IT
      const instant =
        parameter < 0
          ? at
          : rests
            ? inputs.leaving(parameter, at, ON_IT, time, to)
            : inputs.instant(parameter, at, time, to)
      this.passed.push({ time: instant, links, way: item.way })
    }
    if (!this.system.isBridging) this.ahead = []
  }

  private remember(step: number): void {
    const { q, rate, acceleration } = this.state
    this.predictor.note(q, rate, acceleration, step)
  }

  /** How far the present coordinates are from the last instant [rad, sizes]. */
  private travel(): number {
    const { traced, state, unit, predictor } = this
    const { last } = predictor
    let most = 0
    for (let n = 0; n < traced.length; n++) {
      const travel = Math.abs(state.q[traced[n]] - last[traced[n]]) * unit[traced[n]]
      if (travel > most) most = travel
    }
    return most
  }

  /** How far the inputs are from where they were at the last instant [rad, sizes]. */
  private inputTravel(): number {
    const { inputs, time } = this
    let most = 0
    for (let k = 0; k < inputs.count; k++) {
      const travel = Math.abs(inputs.value(k) - inputs.valueAt(k, time)) / inputs.scale(k)
      if (travel > most) most = travel
    }
    return most
  }

  /** All links when it is watched, else those that rows look at besides inputs. */
  private tracedLinks(): Int32Array {
    const { equations, state, driven } = this
    if (this.options.isWatched) return state.all
    const traced = new Set<number>()
    for (const { terms } of equations.rows)
      for (const { pair } of terms)
        if (pair && pair.links.some((link) => !driven[link])) pair.links.forEach((link) => traced.add(link))
    return Int32Array.from(traced).sort()
  }

  private stopped(time: number, failure: SystemFailure): Problem {
    return stoppedMotion(this, time, failure, this.system.rowsAround(failure.row))
  }

  /** Back to the last instant that was reached. */
  private restore(): void {
    const { state } = this
    this.predictor.recall(state.q, state.rate, state.acceleration)
    this.inputs.prescribe(this.time)
    this.system.placeAll()
    state.spreadRates(state.all)
    state.spreadAccelerations(state.all)
  }
}
