/**
 * Accelerations of a mechanism under its loads, some coordinates prescribed, loops closed.
 *
 * Open chains by articulated bodies (articulated.ts). What has loops by its independent coordinates, which the structure of the
 * rows has left over: with v = B v_i and accelerations b' where these are none of the independent ones,
 * B^T M B a_i = B^T (loads - M b' - velocity terms). Columns of B come from the factors of the blocks, so that loops stay closed
 * as tightly as the kinematics closes them and nothing drifts.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, sections 8.1 and 8.5; Haug, Computer Aided Kinematics and Dynamics,
 * section 6.3 (generalised coordinate partitioning).
 */
import type { Equations } from '../mechanism/equations'
import type { FlatLinks } from '../mechanism/flat-links'
import type { MotionState } from '../mechanism/state'
import type { System } from '../solve/system'
import { ArticulatedBodies } from './articulated'
import { CarriedIsland } from './carried-island'
import { kineticEnergy, potentialEnergy } from './energies'
import type { Hold } from './holds'
import { islandsOf } from './islands'
import type { Island } from './islands'
import type { Loads } from './loads/loads'
import { LoopedIsland } from './looped-island'
import { INERTIA, momentum, neededInPlane, neededWrench, placeInertias } from './masses'
import type { LinkMasses } from './masses'
import { MotionColumns } from './motion-columns'
import type { Acting, Column } from './motion-columns'
import type { Physics } from './physics'
import { factorDefinite, solveDefinite } from './solve-definite'
import { RESTING_RATE } from './tolerances'

export class ForwardDynamics {
  /** Link whose coordinate nothing moves and no mass resists, after `accelerate` has failed; -1 else. */
  massless = -1
  /** Links that nothing prescribes or determines. */
  readonly independent: Int32Array
  /** Whether `respond` is asked for after `accelerate`. */
  needsResponses = false
  private readonly masses: LinkMasses
  private readonly loads: Loads
  private readonly inertia: Float64Array
  /** What the bodies of each link need to go on as they do, loads taken off. */
  private readonly needed: Float64Array
  private readonly wrenches: Float64Array
  private readonly efforts: Float64Array
  private readonly chains: ArticulatedBodies | null
  private readonly looped: readonly Island[]
  private readonly heavyOf: readonly Int32Array[]
  private readonly columns: MotionColumns
  /** Factors of the mass matrix of each island. */
  private readonly factors: readonly Float64Array[]
  private readonly right: Float64Array
  /** Links that carry no mass. */
  private readonly light: Int32Array
  private readonly isOpen: Uint8Array
  /** By link of an island. */
  private readonly islandOf: Int32Array
  private readonly hasRotors: boolean
  private readonly acting: Acting
  /** The motion that there is, as the column of a paced one. */
  private readonly motion: readonly Column[]
  /** Islands that are carried as one body each. */
  private readonly carried: readonly (CarriedIsland | null)[]
  private readonly islands: readonly LoopedIsland[]
  private readonly flat: FlatLinks | null
  /** Whether drivers or open chains move besides the loops. */
  private readonly isMixed: boolean
  /** Whether the motion there is takes the place of the columns: each island has one coordinate, and that moves. */
  private isPaced = false
  /** How often coordinates or rates have changed: what was found at one count is right as long as it stays. */
  moves = 0
  /** When columns and unforced accelerations were found last. */
  private foundAt = -1

  constructor(
    private readonly equations: Equations,
    private readonly state: MotionState,
    private readonly system: System,
    private readonly physics: Physics,
    known: Uint8Array,
    private readonly holds: readonly Hold[] = [],
  ) {
    const { masses } = physics
    this.masses = masses
    this.loads = physics.loads
    const { links } = state.mechanism
    const { open, looped } = islandsOf(equations, system.determined, known)
    this.looped = looped
    this.chains = open.length > 0 ? new ArticulatedBodies(state.mechanism, open, known, masses.rotors) : null
    this.isOpen = new Uint8Array(links)
    for (const link of open) this.isOpen[link] = 1
    this.independent = Int32Array.from([
      ...open.filter((link) => !known[link]),
      ...looped.flatMap(({ independent }) => [...independent]),
    ]).sort()
    this.islandOf = new Int32Array(links)
    looped.forEach((island, n) => island.links.forEach((link) => (this.islandOf[link] = n)))
    this.hasRotors = masses.rotors.some((rotor) => rotor > 0)
    this.light = state.all.filter((link) => !(masses.mass[link] > 0))
    this.heavyOf = looped.map((island) => island.links.filter((link) => masses.mass[link] > 0))
    this.columns = new MotionColumns(equations, state, system, looped)
    const { length: most } = this.columns.columns
    this.motion = [this.columns.motion]
    this.factors = looped.map(({ independent }) => new Float64Array(independent.length ** 2))
    this.right = new Float64Array(most)
    this.inertia = new Float64Array(INERTIA * links)
    this.needed = new Float64Array(6 * links)
    this.wrenches = new Float64Array(6 * links)
    this.efforts = new Float64Array(links)
    // what stays in the plane needs no more than the plane, but for articulated bodies, which take all
    this.flat = open.length > 0 ? null : state.flat
    const { needed, efforts, inertia, heavyOf } = this
    this.acting = { needed, efforts, inertia, heavyOf, rotors: masses.rotors }
    const inPlane = this.flat?.inPlane ?? null
    this.islands = looped.map((island, n) => new LoopedIsland(island, state, heavyOf[n], inPlane))
    this.carried = looped.map((island) =>
      this.columns.areCarried(island) ? new CarriedIsland(island, state) : null,
    )
    this.isMixed = open.length > 0 || known.includes(1) || this.columns.targetRows.length > 0
  }

  /**
   * Accelerations of the independent links at the closed position, from the rates of these and of what is prescribed; the rates and
   * twists of all links are current afterwards, their accelerations are not (see `complete`).
   * @returns false where no mass resists a coordinate; `massless` is its link
   */
  accelerate(time: number): boolean {
    const { state, masses, independent, loads, inertia, wrenches, efforts } = this
    this.massless = -1
    placeInertias(masses, state.world, inertia, this.flat)
    this.isPaced = this.hasPaces()
    if (this.looped.length > 0) {
      if (!this.isPaced) this.columns.find()
      for (let n = 0; n < independent.length; n++) state.acceleration[independent[n]] = 0
      this.foundAt = -1
      if (this.isMixed || this.isPaced) this.complete()
      else {
        this.columns.move()
        this.system.solveAccelerations()
      }
      if (!this.chains && !this.isPaced) {
        this.columns.keepUnforced()
        this.foundAt = this.moves
      }
    } else state.spreadRates(state.all)
    wrenches.fill(0)
    efforts.fill(0)
    loads.apply(state, time, wrenches, efforts)
    for (let n = 0; n < this.holds.length; n++) {
      const { link, slide } = this.holds[n]
      efforts[link] += slide
    }
    this.findNeeded()
    return this.solve()
  }

  /** With one independent coordinate everything moves in proportion to its rate: a column is the motion over that. */
  private hasPaces(): boolean {
    const { looped, columns, isMixed, state, equations } = this
    if (isMixed || this.needsResponses || columns.columns.length !== 1) return false
    for (let n = 0; n < looped.length; n++) {
      const { independent } = looped[n]
      if (independent.length === 0) continue
      const link = independent[0]
      if (!(Math.abs(state.rate[link]) > RESTING_RATE * equations.scale[link])) return false
    }
    return true
  }

  private solve(): boolean {
    const { chains, state, inertia, needed, efforts } = this
    for (let n = 0; n < this.looped.length; n++) if (!this.solveIsland(n)) return false
    if (chains && !chains.solve(state, inertia, needed, efforts)) {
      this.massless = chains.massless
      return false
    }
    return true
  }

  /** Forces along the coordinates of some links as forces along the independent ones; both by link; after `accelerate`. */
  gather(links: Int32Array, efforts: Float64Array, out: Float64Array): void {
    const { looped, isOpen, islandOf } = this
    const { columns } = this.columns
    out.fill(0)
    for (let k = 0; k < links.length; k++) {
      const link = links[k]
      if (isOpen[link]) {
        out[link] = efforts[link]
        continue
      }
      const { independent } = looped[islandOf[link]]
      for (let i = 0; i < independent.length; i++)
        out[independent[i]] += columns[i].rates[link] * efforts[link]
    }
  }

  /** Accelerations of the independent links by forces along them, with nothing else acting; both by link; after `accelerate`. */
  respond(forces: Float64Array, out: Float64Array): void {
    const { looped, factors, right, chains, state } = this
    out.fill(0)
    for (let n = 0; n < looped.length; n++) {
      const { independent } = looped[n]
      const size = independent.length
      for (let i = 0; i < size; i++) right[i] = forces[independent[i]]
      solveDefinite(factors[n], right, size)
      for (let i = 0; i < size; i++) out[independent[i]] = right[i]
    }
    chains?.respond(state, forces, out)
  }

  /**
   * Changes the rates of the independent links by an impulse along the coordinate of a link, so that its rate becomes `share` times
   * what it is; after `accelerate`.
   */
  strike(link: number, share: number): void {
    const { state, independent, efforts, looped, isOpen } = this
    const { columns } = this.columns
    if (this.isPaced) this.findColumns()
    const before = Float64Array.from(independent, (one) => state.acceleration[one])
    efforts[link] += 1
    this.solve()
    efforts[link] -= 1
    const response = Float64Array.from(independent, (one, n) => state.acceleration[one] - before[n])
    const at = (one: number) => independent.indexOf(one)
    const island = looped.find(({ links }) => links.includes(link))
    const along = isOpen[link]
      ? response[at(link)]
      : island!.independent.reduce((sum, one, c) => sum + columns[c].rates[link] * response[at(one)], 0)
    const impulse = ((share - 1) * state.rate[link]) / along
    independent.forEach((one, n) => {
      state.rate[one] += impulse * response[n]
    })
    this.moveOn()
  }

  /**
   * Rates of the independent links after impulses in rows and drivers that the present rates of all links do not fit: of all motions
   * that these allow the one that differs least in kinetic energy. The position must be closed.
   * Source: Pars, A Treatise on Analytical Dynamics, chapter XIV (impulsive motion, Gauss's principle).
   * @param prescribe closes the position and writes the rates that drivers prescribe; false where it cannot
   * @returns kinetic energy that is lost [J]
   */
  fitRates(prescribe: () => boolean): number {
    const { state, masses, inertia, needed, efforts, looped, system } = this
    const { rate, acceleration } = state
    placeInertias(masses, state.world, inertia)
    this.moveOn()
    state.spreadRates(state.all)
    const before = this.kineticEnergy
    needed.fill(0)
    efforts.fill(0)
    this.addMomenta(-1)
    if (!prescribe() || this.isStill(before)) return 0
    this.chains?.strike(state, inertia, needed, efforts)
    if (looped.length > 0) this.findColumns()
    for (const { independent } of looped) for (const link of independent) rate[link] = 0
    system.solveRates()
    this.addMomenta(1)
    // the equations of forces, with momenta instead of them
    acceleration.fill(0)
    for (let n = 0; n < looped.length; n++)
      if (this.solveIsland(n)) for (const link of looped[n].independent) rate[link] = acceleration[link]
    system.solveRates()
    return before - this.kineticEnergy
  }

  /** Whether nothing moves, and nothing is prescribed to. */
  private isStill(kinetic: number): boolean {
    const { state, equations } = this
    const { targetRows } = this.columns
    return (
      kinetic === 0 &&
      state.rate.every((rate) => rate === 0) &&
      targetRows.every((row) => equations.targets[3 * row + 1] === 0)
    )
  }

  /** Adds what the links need for their momenta, in place of forces. */
  private addMomenta(share: number): void {
    const { state, masses, inertia, needed, efforts } = this
    for (const link of masses.heavy) {
      momentum(inertia, INERTIA * link, state.twist, 6 * link, body, 0)
      for (let k = 0; k < 6; k++) needed[6 * link + k] += share * body[k]
    }
    for (let link = 0; link < efforts.length; link++)
      efforts[link] -= share * masses.rotors[link] * state.rate[link]
  }

  /** Whether a coordinate only turns round where its rate passes zero, as at a dead point: the one that it depends on moves on. */
  turnsRound(link: number): boolean {
    const island = this.looped.find(({ links }) => links.includes(link))
    if (!island || island.independent.length !== 1) return false
    const [one] = island.independent
    return Math.abs(this.state.rate[one]) > RESTING_RATE * this.equations.scale[one]
  }

  /** Coordinates or rates have changed. */
  moveOn(): void {
    this.moves++
  }

  /** Whether twists and spatial accelerations are those that there are without accelerations of the independent links. */
  get isUnforced(): boolean {
    return this.foundAt === this.moves
  }

  /** Rates, accelerations, twists and spatial accelerations of all links from those of the independent ones. */
  complete(): void {
    if (this.isUnforced) this.columns.addAccelerations()
    else {
      this.system.differentiate()
      this.state.readMotion()
    }
  }

  /** Twists of what drivers move; after `drivenPower`. */
  get driven(): Float64Array {
    return this.columns.driven.twists
  }

  /** What drivers bring in [W] against all that acts but contacts, where it `isUnforced`; the independent links have their accelerations. */
  drivenPower(): number {
    if (this.hasRotors) this.complete()
    return this.columns.powerOfDrivers(this.acting)
  }

  /** Kinetic energy at the present rates [J]; after `accelerate`. */
  get kineticEnergy(): number {
    return kineticEnergy(this.masses, this.inertia, this.state)
  }

  /** Energy of weight and of loads at the present position [J]; after `accelerate`. */
  get potentialEnergy(): number {
    return potentialEnergy(this.physics, this.inertia, this.state)
  }

  private findColumns(): void {
    this.isPaced = false
    this.columns.find()
  }

  private findNeeded(): void {
    const { masses, state, inertia, needed, wrenches, loads, isOpen, light } = this
    const inPlane = this.flat?.inPlane ?? null
    const { heavy } = masses
    for (let n = 0; n < light.length; n++)
      for (let v = 6 * light[n]; v < 6 * light[n] + 6; v++) needed[v] = -wrenches[v]
    for (let n = 0; n < heavy.length; n++) {
      const link = heavy[n]
      const v = 6 * link
      const m = INERTIA * link
      if (inPlane !== null && inPlane[link] === 1) {
        neededInPlane(inertia, m, state.twist, state.twistRate, v, loads.gravity, body, 0)
        needed[v + 2] = body[2] - wrenches[v + 2]
        needed[v + 3] = body[3] - wrenches[v + 3]
        needed[v + 4] = body[4] - wrenches[v + 4]
        continue
      }
      // in an open chain the accelerations are found with the forces
      const accelerations = isOpen[link] ? NONE : state.twistRate
      neededWrench(inertia, m, state.twist, v, accelerations, isOpen[link] ? 0 : v, loads.gravity, body, 0)
      for (let k = 0; k < 6; k++) needed[v + k] = body[k] - wrenches[v + k]
    }
  }

  private solveIsland(n: number): boolean {
    const { looped, right, state, isPaced, acting, columns } = this
    const matrix = this.factors[n]
    const carried = this.carried[n]
    const { independent } = looped[n]
    const size = independent.length
    if (carried && !isPaced) carried.write(acting, matrix, right)
    else this.islands[n].write(acting, isPaced ? this.motion : columns.columns, matrix, right)
    const poor = factorDefinite(matrix, size)
    if (poor >= 0) {
      this.massless = independent[poor]
      return false
    }
    solveDefinite(matrix, right, size)
    for (let i = 0; i < size; i++)
      state.acceleration[independent[i]] = isPaced ? right[i] * state.rate[independent[i]] : right[i]
    return true
  }
}

const NONE = new Float64Array(6)
const body = new Float64Array(6)
