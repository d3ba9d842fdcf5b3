/**
 * The equations of a free motion while nothing sudden happens: coordinates and rates of the independent links by a pair of order 8
 * with control of its error. Coordinates that rows determine are carried along as first guesses and closed anew at every stage. Work
 * that is lost or brought in is integrated with them, so that the balance of energy checks the whole.
 */
import { Dop853 } from '../maths/ode/dop853'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'
import type { Inputs } from '../solve/inputs'
import { System } from '../solve/system'
import type { SystemFailure } from '../solve/system'
import { AtContacts } from './contact/at-contacts'
import type { ContactForces } from './contact/contact-forces'
import type { ForceReader } from './force-reader'
import { settleFriction } from './dry-friction'
import { ForwardDynamics } from './forward'
import type { Hold } from './holds'
import { Leap } from './leap'
import { TossedBodies } from './tossed'
import type { Physics } from './physics'
import { ABSOLUTE_ERROR, ABSOLUTE_RATE_ERROR, RELATIVE_ERROR } from './tolerances'

export interface FreeSetting {
  readonly equations: Equations
  readonly state: MotionState
  readonly physics: Physics
  readonly holds: readonly Hold[]
  /** 1 for links that are prescribed or held. */
  readonly known: Uint8Array
  readonly inputs: Inputs
  readonly forces: ForceReader
  /** Forces of what touches; they belong to the loads, too. */
  readonly contacts: ContactForces | null
  /** [s] */
  readonly time: number
  readonly accuracy: number | undefined
}

export class FreeEquations {
  readonly forward: ForwardDynamics
  readonly ode: Dop853
  /** Why the last stage had no derivative; null where that is not the rows. */
  failure: SystemFailure | null = null
  /** Whether there was none because friction grows with the forces that it makes. */
  isJammed = false
  /** Where everything is placed now [s]. */
  placedAt: number
  /** Whether accelerations are those of the instant that is placed. */
  isWhole = true
  /** Whether its choice of independent links has become poor, so that it is to be set up anew. */
  isPoor = false
  /** Steps of another kind. */
  readonly leap: Leap
  /** Null where no contacts are watched. */
  readonly contacts: AtContacts | null
  private readonly system: System
  /** Links whose coordinates are integrated: all that are not known. */
  private readonly carried: Int32Array
  private readonly between: Float64Array
  private notedAt: number
  /** [J] */
  private lostInBlows = 0
  /** What slides with friction that depends on forces. */
  private readonly rubbing: readonly Hold[]
  /** When positions and rates were glanced at last [s], and at which count of moves. */
  private glancedAt = -Infinity
  private glanceMoves = -1

  constructor(private readonly setting: FreeSetting) {
    const { equations, state, physics, holds, known, time, accuracy } = setting
    this.system = new System(equations, state, known)
    this.forward = new ForwardDynamics(equations, state, this.system, physics, known, holds)
    this.contacts = setting.contacts && new AtContacts(setting.contacts, state, this.forward, this.close)
    this.carried = state.all.filter((link) => !known[link])
    this.placedAt = this.notedAt = time
    this.rubbing = holds.filter(({ friction, isHeld, way }) => friction?.needsCarried && !isHeld && way !== 0)
    equations.note(state)
    const { independent } = this.forward
    const { carried } = this
    const absolute = new Float64Array(carried.length + independent.length + 2).fill(Infinity)
    const isFree = new Set(independent)
    carried.forEach((link, n) => {
      if (isFree.has(link)) absolute[n] = ABSOLUTE_ERROR * equations.scale[link]
    })
    independent.forEach((link, n) => {
      absolute[carried.length + n] = ABSOLUTE_RATE_ERROR * equations.scale[link]
    })
    this.ode = new Dop853(absolute.length, this.derivative, {
      relative: accuracy ?? RELATIVE_ERROR,
      absolute,
    })
    this.between = new Float64Array(absolute.length)
    const tossed = new TossedBodies(equations.mechanism, physics.masses, independent)
    this.leap = new Leap({
      setting,
      system: this.system,
      forward: this.forward,
      ode: this.ode,
      carried,
      tossed,
    })
  }

  get state(): MotionState {
    return this.setting.state
  }

  get independent(): Int32Array {
    return this.forward.independent
  }

  get determined(): Int32Array {
    return this.system.determined
  }

  get hasDrivers(): boolean {
    return this.setting.inputs.count > 0
  }

  /** What friction, damping and impacts took, and what drivers brought in, since it was set up, up to the instant that is placed [J]. */
  get lost(): number {
    return this.lostInBlows + (this.contacts?.lost ?? 0) + this.placed[this.ode.n - 2]
  }

  get broughtIn(): number {
    return this.placed[this.ode.n - 1]
  }

  /** What is integrated, at the instant that is placed. */
  private get placed(): Float64Array {
    const { ode, between, placedAt } = this
    return placedAt === ode.time ? ode.y : between
  }

  /** Rows that the others imply. */
  get redundant(): readonly number[] {
    return this.system.redundant
  }

  /** Rows that share unknowns with a row. */
  rowsAround(row: number): readonly number[] {
    return this.system.rowsAround(row)
  }

  /**
   * Begins at the present position and rates. False where there are no accelerations.
   * @param goesOn whether they are about what they were, so that steps stay as long as they are
   */
  begin(time: number, goesOn = false): boolean {
    const { ode, contacts } = this
    this.forward.needsResponses = contacts !== null && contacts.touch
    this.leap.write(ode.y)
    this.leap.isLast = false
    if (!ode.start(time, goesOn)) return false
    this.finish(time)
    return true
  }

  /** One step; false where it fails, and then everything is where it began. @param longest [s] */
  step(end: number, longest: number): boolean {
    const { ode } = this
    ode.longest = longest
    this.failure = null
    this.isJammed = false
    const failed = ode.step(end)
    if (failed) {
      const { failure } = this
      this.look(ode.time)
      this.failure = failure
      return false
    }
    this.load(ode.y)
    this.finish(ode.time)
    return true
  }

  /** What is placed now counts: turns are counted on from it, and the equations go on from there. */
  accept(): void {
    const { setting, ode, between, placedAt, system } = this
    setting.equations.note(setting.state)
    this.notedAt = placedAt
    if (placedAt !== ode.time) ode.y.set(between.subarray(ode.n - 2), ode.n - 2)
    this.isPoor = system.renewChoices().length > 0
  }

  /** Places everything at an instant of the last step. */
  look(time: number): void {
    this.loadFrom(time)
    if (!this.leap.isLast) this.place(time)
    else if (this.contacts!.read(time)) this.leap.accelerate()
    this.finish(time)
  }

  /** Only positions and rates at an instant of the last step: no accelerations, and no forces. */
  glance(time: number): void {
    const { setting, system, forward } = this
    if (this.glancedAt === time && this.glanceMoves === forward.moves) return
    this.loadFrom(time)
    setting.inputs.prescribe(time)
    if (system.close() === null) system.solveRates()
    ;[this.glancedAt, this.glanceMoves] = [time, forward.moves]
    this.isWhole = false
    setting.state.time = this.placedAt = time
    setting.state.count++
  }

  private loadFrom(time: number): void {
    const { ode, between, setting } = this
    if (time === ode.time) between.set(ode.y)
    else ode.at(time, between)
    this.load(between)
    setting.equations.windings.expect(time - this.notedAt)
  }

  /**
   * The rates that rows and drivers make of those that the links have, by impulses along them.
   * @returns energy that is lost by it [J]
   */
  fitRates(time: number): number {
    const { forward, setting, system } = this
    const lost = forward.fitRates(() => {
      setting.inputs.prescribe(time)
      return system.close() === null
    })
    this.lostInBlows += lost
    return lost
  }

  /** A blow along a coordinate, after which its rate is `share` times what it is. */
  strike(link: number, share: number): void {
    const { forward, setting, placedAt } = this
    forward.accelerate(placedAt)
    const before = forward.kineticEnergy
    forward.strike(link, share)
    forward.accelerate(placedAt)
    this.lostInBlows += before - forward.kineticEnergy
    this.finish(placedAt)
    setting.equations.note(setting.state)
  }

  private readonly derivative = (
    time: number,
    y: Float64Array,
    out: Float64Array,
    at: number,
    counts: boolean,
  ): boolean => {
    const { forward, carried, independent, setting } = this
    const { state, equations, physics, holds } = setting
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
    const m = independent.length
    for (let k = 0; k < m; k++) out[at + n + k] = state.acceleration[independent[k]]
    if (!counts) return forward.massless < 0
    let loss = physics.loads.acting.length > 0 ? physics.loads.loss(state, time) : 0
    for (let k = 0; k < holds.length; k++) loss -= holds[k].slide * state.rate[holds[k].link]
    out[at + n + m + 1] = setting.inputs.count > 0 ? this.drivenPower(time) : 0
    out[at + n + m] = setting.inputs.count > 0 ? loss + setting.forces.frictionLoss(state) : loss
    return forward.massless < 0
  }

  private load(y: Float64Array): void {
    const { carried, independent } = this
    const { state } = this.setting
    let isElsewhere = false
    for (let n = 0; n < carried.length; n++) {
      if (state.q[carried[n]] === y[n]) continue
      state.q[carried[n]] = y[n]
      isElsewhere = true
    }
    for (let n = 0; n < independent.length; n++) {
      const rate = y[carried.length + n]
      if (state.rate[independent[n]] === rate) continue
      state.rate[independent[n]] = rate
      isElsewhere = true
    }
    if (isElsewhere) this.forward.moveOn()
  }

  /** Closes everything at the loaded coordinates, and finds the accelerations of what is free. */
  place(time: number): boolean {
    return this.placeAnyhow(time) && (this.rubbing.length === 0 || this.settleFriction(time))
  }

  /** With friction that depends on forces as it was. */
  private placeAnyhow(time: number): boolean {
    const { forward, contacts } = this
    if (contacts?.touch) {
      if (!contacts.read(time)) return false
      contacts.act()
      return true
    }
    return this.close(time) && forward.accelerate(time)
  }

  /** Closes everything at the loaded coordinates; false where it cannot. */
  private readonly close = (time: number): boolean => {
    const { forward, system, setting } = this
    forward.moveOn()
    setting.inputs.prescribe(time)
    this.failure = system.close()
    return this.failure === null
  }

  /** Accelerations of what is free at a closed position, with the forces of contacts. */
  private accelerate(time: number): boolean {
    const { forward, contacts } = this
    if (!contacts?.touch) return forward.accelerate(time)
    if (!contacts.readAnew(time)) return false
    contacts.act()
    return true
  }

  /** Friction that depends on the forces which it has a part in. */
  private settleFriction(time: number): boolean {
    const { forward, setting, rubbing } = this
    const { state, forces } = setting
    const isFound = settleFriction(rubbing, () => {
      if (!this.accelerate(time)) return false
      this.finish(time)
      for (let k = 0; k < rubbing.length; k++)
        forces.readResistance(state, rubbing[k].friction!, rubbing[k].slide)
      return true
    })
    this.isJammed = !isFound && forward.massless < 0
    return isFound
  }

  /** Accelerations of all links from those of the free ones. */
  private finish(time: number): void {
    const { setting, forward } = this
    forward.complete()
    this.isWhole = true
    setting.state.pullBack = this.pullBack
    setting.state.time = this.placedAt = time
    setting.state.count++
  }

  private readonly pullBack = (gradient: Float64Array, multipliers?: Float64Array): void =>
    this.system.pullBack(gradient, multipliers)

  /** What drivers bring in now [W]. */
  private drivenPower(time: number): number {
    const { state, inputs, forces, equations, contacts } = this.setting
    const { forward } = this
    if (forward.isUnforced && !forces.findsFriction)
      return forward.drivenPower() - (contacts?.powerAlong(forward.driven) ?? 0)
    this.finish(time)
    const inverse = forces.efforts(state)
    if (!inverse) return 0
    let power = 0
    for (let k = 0; k < inputs.count; k++) {
      const link = inputs.link(k)
      const row = inputs.row(k)
      power +=
        link >= 0
          ? inverse.efforts[link] * state.rate[link]
          : inverse.multipliers[row] * equations.rows[row].weight * inputs.rate(k)
    }
    return power
  }
}
