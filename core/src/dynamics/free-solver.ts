/**
 * Free motion: coordinates that nothing prescribes move by their loads and masses. It is used as the solver of prescribed motion
 * is (solve/solver.ts): a step at a time, and any instant of the last step can be looked at.
 *
 * Integrated are the coordinates and rates of the independent links (free-equations.ts). What happens suddenly ends a step: a limit is
 * struck or left, friction begins to hold or lets go. From there the equations are set up anew.
 */
import type { ContactPair } from '../contact/contact-pair'
import { isOfOutlines } from '../contact/outline-pairs'
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
import { shareBlow } from './contact/blow'
import { CompliantContacts } from './contact/compliant'
import { FreeContacts } from './contact/free-contacts'
import type { ContactChange } from './contact/free-contacts'
import type { Stretch } from './contact/crowd'
import type { Meeting } from './contact/meeting'
import { HoldWatch } from './hold-watch'
import type { Sudden } from './hold-watch'
import { holdsOf } from './holds'
import type { Hold } from './holds'
import { DRIFT, THIN_STEP } from './contact/tolerances'
import { ForceReader } from './force-reader'
import type { Energies, Physics } from './physics'
import { LONGEST_TRAVEL, LONGEST_WATCHED_TRAVEL, MOST_STEPS, STEPS_BETWEEN_LOOKS } from './tolerances'

export interface FreeOptions {
  /** Steps are short enough for whatever is read between them, not only for what closes loops. */
  readonly isWatched?: boolean
  /** Relative error of a step; the usual one when left out. */
  readonly accuracy?: number
  /** When it ends; it is given up where too many steps lie before that. */
  readonly until?: number
  /** What may touch. */
  readonly pairs?: readonly ContactPair[]
  /** Where contacts were not told apart; written here. */
  readonly stretches?: Stretch[]
}

/** Blows at one instant, between contacts and limits, after which it goes on as it is. */
const MOST_BLOWS = 50

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
  readonly holds: readonly Hold[]
  /** What acts, forces of contacts with it. */
  readonly physics: Physics
  private readonly holding: HoldWatch
  private readonly contacts: FreeContacts | null
  private readonly compliant: CompliantContacts | null
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
    physics: Physics,
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
    const { pairs = [], stretches = [] } = options
    const rigid = pairs.filter(({ contact }) => !contact.compliance)
    const soft = pairs.filter(isOfOutlines).filter(({ contact }) => contact.compliance)
    const mayLeap = rigid.length > 0 || mechanism.floating.length > 0
    this.contacts = mayLeap ? new FreeContacts(mechanism, rigid, stretches) : null
    this.compliant = soft.length > 0 ? new CompliantContacts(soft) : null
    let { loads } = physics
    for (const more of [this.contacts?.forces, this.compliant]) if (more) loads = loads.with(more)
    this.physics = { masses: physics.masses, loads }
    this.breaks = breaksOf(loads)
    this.holds = holdsOf(mechanism, loads, this.driven)
    this.ratesBefore = new Float64Array(mechanism.links)
    this.unit = this.equations.scale.map((scale) => 1 / scale)
    this.forces = new ForceReader(mechanism, this.physics)
    this.forces.begin({ equations: this.equations, redundant: [], holds: this.holds })
    this.holding = new HoldWatch(this.holds, this.state, this.equations, this.forces)
    this.setUp()
  }

  /** Links that move freely. */
  get parked(): number[] {
    return [...this.free.independent]
  }

  /** Where bodies touch now, with their forces. */
  get touching(): readonly Meeting[] {
    return this.forces.touching ?? []
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
    const { contacts, holds, state, holding, time, free } = this
    if (contacts) {
      // what drivers prescribe belongs to where everything stands
      if (!free.place(time)) return this.stopped()
      this.problem = contacts.start(state, time)
      if (this.problem) return false
    }
    if (!this.meetPrescribed()) return false
    if (holds.length === 0) return true
    holding.begin()
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
    const { free, inputs, ratesBefore, state, contacts } = this
    const end = Math.min(time, inputs.breakAfter(this.time), firstAfter(this.breaks, this.time))
    const from = this.time
    ratesBefore.set(state.rate)
    if (contacts && free.leap.isNeeded) contacts.goOver(from)
    if (contacts?.isCrowded(from)) return this.leap(contacts, end)
    if (this.isHopeless() || !free.step(end, this.longestStep())) return this.stopped()
    const happened = this.happened()
    if (happened !== null) return happened
    this.time = free.ode.time
    free.accept()
    const isClosed = !contacts || contacts.accept(state)
    if (free.isPoor) {
      this.setUp()
      return this.begin()
    }
    if (inputs.count > 0 && inputs.isJump(from, this.time)) {
      state.rate.set(ratesBefore)
      return this.meetPrescribed()
    }
    // accelerations that are prescribed may jump here
    if (end < time && this.time >= end) return this.begin()
    return isClosed || this.takeOutGaps()
  }

  /** A step in which contacts are not told apart. */
  private leap(contacts: FreeContacts, end: number): boolean {
    const { free, physics, holds, holding, ratesBefore, state } = this
    const problem = contacts.leap(free, physics, end)
    if (problem === undefined) return this.stopped()
    this.problem = problem
    if (problem) return false
    const sudden = holds.length > 0 ? holding.first(free, ratesBefore) : null
    this.time = free.placedAt
    free.accept()
    if (!sudden && contacts.isCrowded(this.time)) return true
    contacts.calm(state, this.time)
    return sudden ? this.meet(sudden) : this.settleAll()
  }

  /** Something sudden in the last step: whether it goes on from there; null where there was nothing. */
  private happened(): boolean | null {
    const { free, holds, holding, contacts, state, ratesBefore } = this
    const sudden = holds.length > 0 ? holding.first(free, ratesBefore) : null
    const at = free.placedAt
    const change = contacts ? contacts.first(free, state) : null
    if (change && (!sudden || change.time <= at)) return this.meetContact(contacts!, change)
    if (!sudden) return null
    if (contacts) free.look(at)
    return this.meet(sudden)
  }

  /** Goes on with closed gaps, in steps as long as they were. */
  private takeOutGaps(): boolean {
    const { free, time, mechanism } = this
    const most = DRIFT * mechanism.size
    if (!free.contacts!.takeOutGaps(time, most)) return this.stopped()
    free.contacts!.takeOutRates(most)
    return free.begin(time, true) || this.stopped()
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
    const contacts = this.contacts?.forces ?? null
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
      ...{ equations, state, physics, holds, known, inputs, time, forces, contacts },
      accuracy: options.accuracy,
    })
    state.rate.set(rates)
  }

  /**
   * Begins anew at the present position and rates, after the blows that come of these.
   * @param goesOn in steps as long as they were
   */
  private begin(goesOn = false): boolean {
    const { contacts, state, time } = this
    if (contacts) {
      const isStruck = contacts.isStruck(this.free, time)
      if (isStruck === undefined) return this.stopped()
      if (isStruck && !this.strike(contacts)) return false
      this.problem = contacts.settle(this.free, state, time)
      if (this.problem) return false
    }
    if (!this.free.begin(time, goesOn)) return this.stopped()
    contacts?.note(state)
    return true
  }

  /** Blows where bodies touch: what friction or a limit holds takes part in them. */
  private strike(contacts: FreeContacts): boolean {
    const { holds, holding, time } = this
    const held = holds.filter(({ isHeld }) => isHeld)
    for (const hold of held) hold.isHeld = false
    if (held.length > 0) this.setUp()
    for (let k = 0; k < MOST_BLOWS; k++) {
      this.problem = shareBlow(this.mechanism, this.free, contacts.forces, time)
      if (this.problem) return false
      const isBack = holding.strikeBack(held, this.free)
      if (!contacts.isStruck(this.free, time) && !isBack) break
    }
    if (holds.length > 0) {
      holding.begin()
      this.free.forward.moveOn()
    }
    if (held.length > 0) this.setUp()
    return true
  }

  /** Lets go what is not held after all, one after the other, the worst first. */
  private settle(): boolean {
    const { holds, holding } = this
    for (let k = 0; k <= 2 * holds.length + 1; k++) {
      this.setUp()
      if (!this.begin()) return false
      if (!holding.letGo()) return true
    }
    return true
  }

  /** Goes on from where something sudden happened; all else that happens there with it. */
  private meet(sudden: Sudden): boolean {
    const { free, holding } = this
    this.time = free.placedAt
    free.accept()
    holding.meet(sudden, free)
    return this.settle()
  }

  /** Goes on from where a contact changes. */
  private meetContact(contacts: FreeContacts, change: ContactChange): boolean {
    const { free, state } = this
    this.time = free.placedAt
    free.accept()
    contacts.meet(change, state)
    return contacts.isCrowded(this.time) || this.settleAll()
  }

  /** Goes on in steps as long as they were, where nothing has to be set up anew. */
  private settleAll(): boolean {
    return this.holds.length > 0 || this.free.isPoor ? this.settle() : this.begin(true)
  }

  private longestStep(): number {
    const { state, unit, options, free, holds, contacts, compliant, mechanism } = this
    const isWatched = options.isWatched || holds.length > 0 || contacts !== null || compliant !== null
    const traced = isWatched ? state.all : free.determined
    const pace = paceOf(state.rate, traced, unit)
    const thin = compliant ? (THIN_STEP * compliant.thinnest) / mechanism.size : Infinity
    return Math.min(isWatched ? LONGEST_WATCHED_TRAVEL : LONGEST_TRAVEL, thin) / pace
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

  /** Says why there is no further step. */
  private stopped(): false {
    const { free, mechanism, time } = this
    const { failure, forward } = free
    if (forward.massless >= 0) this.problem = noMass(mechanism, forward.massless, time)
    else if (free.isJammed) this.problem = jams(time)
    else if (failure) this.problem = stoppedMotion(this, time, failure, free.rowsAround(failure.row))
    else this.problem = this.unresolved()
    return false
  }
}
