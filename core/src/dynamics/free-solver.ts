/**
 * Free motion: coordinates that nothing prescribes move by their loads and masses. It is used as the solver of prescribed motion
 * is (solve/solver.ts): a step at a time, and any instant of the last step can be looked at.
 *
 * Integrated are the coordinates and rates of the independent links (free-equations.ts). What happens suddenly ends a step: a limit is
 * struck or left, friction begins to hold or lets go. From there the equations are set up anew.
 */
import { firstRoot } from '../maths/first-root'
import type { Problem } from '../result'
import type { Mechanism } from '../mechanism/compile'
import { Equations } from '../mechanism/equations'
import type { Row } from '../mechanism/rows'
import { MotionState } from '../mechanism/state'
import { Inputs } from '../solve/inputs'
import type { PrescribedLink } from '../solve/inputs'
import type { Mover, PassedCrossing } from '../solve/mover'
import { paceOf } from '../solve/pace'
import { stoppedMotion } from '../solve/stopped'
import { breaksOf, firstAfter } from './breaks'
import { FreeEquations } from './free-equations'
import { jams, noMass, unresolved } from './free-problems'
import { beyondLimit, excess, holdsOf, release, slides } from './holds'
import type { Hold } from './holds'
import { ForceReader } from './force-reader'
import type { Energies, Physics } from './physics'
import {
  LONGEST_TRAVEL,
  LONGEST_WATCHED_TRAVEL,
  MOST_STEPS,
  STEPS_BETWEEN_LOOKS,
  RESTING_RATE,
  TIGHT_INSTANT,
  TOUCHING_LIMIT,
} from './tolerances'

export interface FreeOptions {
  /** Steps are short enough for whatever is read between them, not only for what closes loops. */
  readonly isWatched?: boolean
  /** Relative error of a step; the usual one when left out. */
  readonly accuracy?: number
  /** When it ends; it is given up where too many steps lie before that. */
  readonly until?: number
}

const SIDES = [1, -1] as const

/** Something sudden in a step; of what leaves, the side of the effort that would have to hold it. */
type Sudden =
  | { readonly hold: Hold; readonly kind: 'strikes' | 'stands' }
  | { readonly hold: Hold; readonly kind: 'leaves'; readonly side: 1 | -1 }

export class FreeSolver implements Mover {
  readonly state: MotionState
  readonly equations: Equations
  /** 1 for links that drivers prescribe. */
  readonly driven: Uint8Array
  problem: Problem | null = null
  /** Change points are none of a motion that decides by itself. */
  readonly passed: readonly PassedCrossing[] = []
  private readonly inputs: Inputs
  /** What friction and limits may hold. */
  readonly holds: Hold[]
  private free!: FreeEquations
  private readonly forces: ForceReader
  /** What one radian or metre of each link is in radians and sizes. */
  private readonly unit: Float64Array
  /** Instants at which loads may jump. */
  private readonly breaks: readonly number[]
  /** Rates at the start of the step, by link. */
  private readonly ratesBefore: Float64Array
  /** Steps since it was looked last whether there is an end to them, and when that was [s]. */
  private steps = 0
  private lookedAt: number
  /** Blows of rows and drivers that did not fit how bodies moved, with what each took [J]. */
  readonly blows: { time: number; energy: number }[] = []
  /** What impacts took, and what was lost and brought in before the equations were set up last [J]. */
  private lost = 0
  private broughtIn = 0

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
    this.lookedAt = time
    this.breaks = breaksOf(physics.loads)
    this.holds = holdsOf(mechanism, physics.loads, this.driven)
    this.ratesBefore = new Float64Array(mechanism.links)
    this.unit = this.equations.scale.map((scale) => 1 / scale)
    this.forces = new ForceReader(mechanism, physics)
    this.forces.begin({ equations: this.equations, redundant: [], holds: this.holds })
    this.setUp()
  }

  /** Links that move freely. */
  get parked(): number[] {
    return [...this.free.independent]
  }

  get energy(): Energies {
    const { free, lost, broughtIn } = this
    return {
      kinetic: free.forward.kineticEnergy,
      stored: free.forward.potentialEnergy,
      lost: lost + free.lost,
      driven: broughtIn + free.broughtIn,
    }
  }

  get redundant(): readonly number[] {
    return this.free.redundant
  }

  /** Evaluations of forces since the equations were set up last. */
  get evaluations(): number {
    return this.free.ode.evaluations
  }

  /** Accelerations at the start. False when it fails; `problem` then says why. */
  start(): boolean {
    const { holds, state, equations } = this
    if (!this.meetPrescribed()) return false
    if (holds.length === 0) return true
    for (const hold of holds) {
      const { link, friction, lower, upper } = hold
      const scale = equations.scale[link]
      const isStill = Math.abs(state.rate[link]) <= RESTING_RATE * scale
      // it may have been started before
      hold.rests = 0
      slides(hold, isStill ? 0 : state.rate[link] > 0 ? 1 : -1)
      if (isStill && Math.abs(state.q[link] - upper) <= TOUCHING_LIMIT * scale) hold.rests = 1
      else if (isStill && Math.abs(state.q[link] - lower) <= TOUCHING_LIMIT * scale) hold.rests = -1
      hold.isHeld = isStill && (friction !== null || hold.rests !== 0)
    }
    return this.settle()
  }

  /** Accelerations of all links at the coordinates and rates that the state has now. False where there are none. */
  accelerate(): boolean {
    return this.free.place(this.time)
  }

  /** Moves on to `time`. On failure the state is that of the last instant that could be reached. */
  advance(time: number): boolean {
    while (this.time < time) if (!this.step(time)) return false
    return true
  }

  /** One step of its own towards `time`, which it does not pass. False on failure, as `advance`. */
  step(time: number): boolean {
    const { free, inputs, holds, ratesBefore, state } = this
    const end = Math.min(time, inputs.breakAfter(this.time), firstAfter(this.breaks, this.time))
    const from = this.time
    ratesBefore.set(state.rate)
    if (this.isHopeless() || !free.step(end, this.longestStep())) {
      this.stop()
      return false
    }
    const sudden = holds.length > 0 ? this.firstSudden() : null
    if (sudden) return this.meet(sudden)
    this.time = free.ode.time
    free.accept()
    if (free.isPoor) {
      this.setUp()
      return this.begin()
    }
    if (inputs.count > 0 && inputs.isJump(from, this.time)) {
      state.rate.set(ratesBefore)
      return this.meetPrescribed()
    }
    // accelerations that are prescribed may jump here
    return end >= time || this.time < end || this.begin()
  }

  /** Begins with the rates that rows and drivers make of those that there are. */
  private meetPrescribed(): boolean {
    const { free, state, time, blows } = this
    // at the very start what is free moves along with what carries it
    if (time > 0 || state.rate.some((rate) => rate !== 0)) {
      const energy = free.fitRates(time)
      if (energy !== 0) blows.push({ time, energy })
    }
    return this.begin()
  }

  /** Places everything at an instant of the last step, which stays the last one. */
  look(time: number): void {
    this.free.look(time)
  }

  /** Sets up equations for what is held and prescribed now. */
  private setUp(): void {
    const { equations, state, physics, driven, holds, inputs, options, time, forces } = this
    if (this.free) {
      this.lost += this.free.lost
      this.broughtIn += this.free.broughtIn
    }
    const known = driven.slice()
    for (const { link, isHeld } of holds)
      if (isHeld) {
        known[link] = 1
        state.rate[link] = 0
        state.acceleration[link] = 0
      }
    // choosing what is independent may try motions of its own
    const rates = state.rate.slice()
    this.free = new FreeEquations({
      ...{ equations, state, physics, holds, known, inputs, time, forces },
      accuracy: options.accuracy,
    })
    state.rate.set(rates)
  }

  private begin(): boolean {
    if (this.free.begin(this.time)) return true
    this.stop()
    return false
  }

  /** Lets go what is not held after all, one after the other, the worst first. */
  private settle(): boolean {
    const { holds } = this
    for (let k = 0; k <= 2 * holds.length + 1; k++) {
      this.setUp()
      if (!this.begin()) return false
      let worst: { hold: Hold; side: 1 | -1 } | null = null
      let most = 0
      for (const hold of holds)
        for (const side of SIDES) {
          const beyond = hold.isHeld ? this.excessOf(hold, side) : 0
          if (beyond > most) [worst, most] = [{ hold, side }, beyond]
        }
      if (!worst) return true
      release(worst.hold, worst.side)
    }
    return true
  }

  private excessOf(hold: Hold, side: 1 | -1): number {
    const inverse = this.forces.efforts(this.state)
    if (!inverse) return 0
    const effort = inverse.efforts[hold.link]
    if (hold.friction?.needsCarried) this.forces.readResistance(this.state, hold.friction, effort)
    return excess(hold, effort, side)
  }

  /** The first sudden thing in the step; the motion stands at its instant then, else at the end of the step. */
  private firstSudden(): Sudden | null {
    const { holds, free, ratesBefore } = this
    const { ode } = free
    let found: Sudden | null = null
    let end = ode.time
    const seek = (sudden: Sudden, measure: () => number, to: number) => {
      const at = (time: number) => {
        free.look(time)
        return measure()
      }
      end = firstRoot(at, ode.before, to, TIGHT_INSTANT)
      found = sudden
    }
    for (let n = 0; n < holds.length; n++) {
      const hold = holds[n]
      const { link, way, isHeld } = hold
      const { state, equations } = this
      const rate = () => state.rate[link]
      if (isHeld) {
        for (const side of SIDES)
          if (this.excessOf(hold, side) > 0)
            seek({ hold, kind: 'leaves', side }, () => this.excessOf(hold, side), end)
      } else {
        const turned = ratesBefore[link] * state.rate[link] < 0
        const slack = TOUCHING_LIMIT * equations.scale[link]
        if (beyondLimit(hold, state.q[link], state.rate[link]) > slack) {
          const side = Math.sign(state.rate[link])
          seek({ hold, kind: 'strikes' }, () => beyondLimit(hold, state.q[link], side), end)
        } else if (turned) {
          // it may have been beyond before it turned
          const side = Math.sign(ratesBefore[link])
          const turn = firstRoot((time) => (free.look(time), -side * rate()), ode.before, end, TIGHT_INSTANT)
          free.look(turn)
          if (beyondLimit(hold, state.q[link], side) > slack)
            seek({ hold, kind: 'strikes' }, () => beyondLimit(hold, state.q[link], side), turn)
        }
        if (way !== 0) {
          free.look(end)
          if (way * state.rate[link] < 0) seek({ hold, kind: 'stands' }, () => -way * rate(), end)
        }
      }
      free.look(end)
    }
    return found
  }

  /** Goes on from where something sudden happened; all else that happens there with it. */
  private meet(sudden: Sudden): boolean {
    const { free, state, holds, equations } = this
    const { hold } = sudden
    this.time = free.placedAt
    free.accept()
    if (sudden.kind === 'leaves') release(hold, sudden.side)
    else if (sudden.kind === 'stands') {
      hold.isHeld = !free.forward.turnsRound(hold.link)
      slides(hold, hold.isHeld ? 0 : hold.way > 0 ? -1 : 1)
    } else {
      const scale = equations.scale[hold.link]
      const speed = Math.abs(state.rate[hold.link])
      const side = state.rate[hold.link] > 0 ? 1 : -1
      const comesBack = hold.restitution * speed > RESTING_RATE * scale
      free.strike(hold.link, comesBack ? -hold.restitution : 0)
      hold.rests = comesBack ? 0 : side
      hold.isHeld = !comesBack
      slides(hold, comesBack ? (side > 0 ? -1 : 1) : 0)
      // others may have been turned round by the blow
      for (const other of holds)
        if (other !== hold && !other.isHeld) slides(other, state.rate[other.link] > 0 ? 1 : -1)
    }
    return this.settle()
  }

  private longestStep(): number {
    const { state, unit, options, free, holds } = this
    const isWatched = options.isWatched || holds.length > 0
    const traced = isWatched ? state.all : free.determined
    const pace = paceOf(state.rate, traced, unit)
    return (isWatched ? LONGEST_WATCHED_TRAVEL : LONGEST_TRAVEL) / pace
  }

  /** Whether so many steps would be needed to the end that it is given up; looked at now and then. */
  private isHopeless(): boolean {
    const { options, time } = this
    if (++this.steps < STEPS_BETWEEN_LOOKS) return false
    const ahead = ((options.until ?? time) - time) / (time - this.lookedAt)
    this.steps = 0
    this.lookedAt = time
    return !(ahead * STEPS_BETWEEN_LOOKS < MOST_STEPS)
  }

  /** Names where the acceleration is largest. */
  private unresolved(): Problem {
    const { state, equations, mechanism, parked, time } = this
    const fast = (link: number) => Math.abs(state.acceleration[link]) / equations.scale[link]
    return unresolved(
      mechanism,
      parked.reduce((a, b) => (fast(b) > fast(a) ? b : a), parked[0] ?? 0),
      time,
    )
  }

  private stop(): void {
    const { free, mechanism, time } = this
    const { failure, forward } = free
    if (forward.massless >= 0) this.problem = noMass(mechanism, forward.massless, time)
    else if (free.isJammed) this.problem = jams(time)
    else if (failure) this.problem = stoppedMotion(this, time, failure, free.rowsAround(failure.row))
    else this.problem = this.unresolved()
  }
}
