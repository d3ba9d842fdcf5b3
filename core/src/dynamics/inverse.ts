/**
 * Forces of a motion that is known: what drives it, what its rows carry, and what every joint hands on.
 *
 * The wrench that the bodies need is summed up along the tree; along each coordinate it leaves a force that the rows must make up
 * for (solved with the factors of the blocks, last block first) or, where no row determines the coordinate, a driver.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, sections 5.3 and 8.2 (Newton-Euler recursion, loop forces).
 */
import type { Chain } from '../mechanism/chain'
import type { Equations } from '../mechanism/equations'
import type { FlatLinks } from '../mechanism/flat-links'
import { addRowForces } from '../mechanism/row-forces'
import type { MotionState } from '../mechanism/state'
import { kineticEnergy, potentialEnergy } from './energies'
import type { Sliding } from './dry-friction'
import { INERTIA, neededInPlane, neededWrench, placeInertias } from './masses'
import type { Physics } from './physics'

export class InverseDynamics {
  /** By link: what has to act along the coordinate, where no row determines it: a driver, or whatever holds it [N m, N]. */
  readonly efforts: Float64Array
  /** By row, of scaled residuals [J]; 0 for rows that others imply. */
  readonly multipliers: Float64Array
  /** What the parent does to each link and all that hangs on it: moment about the ground's origin, force; six numbers a link. */
  readonly transmitted: Float64Array
  private readonly inertia: Float64Array
  /** What the bodies need besides loads. */
  private readonly needed: Float64Array
  private readonly gradient: Float64Array
  private readonly loadWrenches: Float64Array
  /** What loads do along each coordinate [N m, N]. */
  readonly loadEfforts: Float64Array
  private readonly rowEfforts: Float64Array

  constructor(
    private readonly equations: Equations,
    private readonly physics: Physics,
    private readonly sliding: readonly Sliding[] = [],
  ) {
    const { links } = equations.mechanism
    this.efforts = new Float64Array(links)
    this.multipliers = new Float64Array(equations.rows.length)
    this.transmitted = new Float64Array(6 * links)
    this.inertia = new Float64Array(INERTIA * links)
    this.needed = new Float64Array(6 * links)
    this.gradient = new Float64Array(links)
    this.loadWrenches = new Float64Array(6 * links)
    this.loadEfforts = new Float64Array(links)
    this.rowEfforts = new Float64Array(links)
  }

  /**
   * Efforts and multipliers at the present motion, whose twists and accelerations must be current. `transmitted` is not whole before
   * `readReactions`.
   * @returns false where the rows cannot be solved, as on a bridge over a singular position; nothing is known there
   */
  solve(state: MotionState, time: number): boolean {
    const { equations, gradient, efforts, multipliers } = this
    const { screw, pullBack, acceleration } = state
    const { masses, loads } = this.physics
    if (!pullBack) return false
    const { scale } = equations
    this.loadWrenches.fill(0)
    this.loadEfforts.fill(0)
    loads.apply(state, time, this.loadWrenches, this.loadEfforts)
    for (let n = 0; n < this.sliding.length; n++)
      this.loadEfforts[this.sliding[n].link] += this.sliding[n].slide
    // coordinates in the plane ask for no more than the plane
    this.need(state, state.flat)
    const { transmitted, loadEfforts } = this
    for (let link = 1; link < gradient.length; link++) {
      const v = 6 * link
      let along = masses.rotors[link] * acceleration[link] - loadEfforts[link]
      for (let k = v; k < v + 6; k++) along += screw[k] * transmitted[k]
      gradient[link] = scale[link] * along
    }
    multipliers.fill(0)
    pullBack(gradient, multipliers)
    for (let link = 1; link < gradient.length; link++) efforts[link] = gradient[link] / scale[link]
    return true
  }

  /** What bodies need besides loads, and what is handed on of it. @param flat what stays in the plane, if that is enough of it */
  private need(state: MotionState, flat: FlatLinks | null): void {
    const { equations, inertia, needed, transmitted, loadWrenches } = this
    const { twist, twistRate } = state
    const { masses, loads } = this.physics
    const { heavy } = masses
    placeInertias(masses, state.world, inertia, flat)
    for (let k = 0; k < needed.length; k++) needed[k] = -loadWrenches[k]
    for (let n = 0; n < heavy.length; n++) {
      const link = heavy[n]
      const v = 6 * link
      if (flat !== null && flat.inPlane[link] === 1) {
        neededInPlane(inertia, INERTIA * link, twist, twistRate, v, loads.gravity, body, 0)
        for (let k = 2; k < 5; k++) needed[v + k] += body[k]
        continue
      }
      neededWrench(inertia, INERTIA * link, twist, v, twistRate, v, loads.gravity, body, 0)
      for (let k = 0; k < 6; k++) needed[v + k] += body[k]
    }
    sumToGround(equations.mechanism, needed, transmitted)
  }

  /** All that is handed on, with what the rows do; after `solve`. */
  readReactions(state: MotionState): void {
    const { equations, needed, multipliers, loadWrenches, rowEfforts, transmitted } = this
    this.need(state, null)
    loadWrenches.fill(0)
    addRowForces(equations, state, multipliers, loadWrenches, rowEfforts)
    for (let k = 0; k < needed.length; k++) needed[k] -= loadWrenches[k]
    sumToGround(equations.mechanism, needed, transmitted)
  }

  /** Kinetic energy at the present motion [J]; after `solve`. */
  kineticEnergy(state: MotionState): number {
    return kineticEnergy(this.physics.masses, this.inertia, state)
  }

  /** Energy of weight and of loads [J]; after `solve`. */
  potentialEnergy(state: MotionState): number {
    return potentialEnergy(this.physics, this.inertia, state)
  }
}

const body = new Float64Array(6)

/** From the tips to ground: what each joint of the tree hands on when the links need these wrenches; six numbers a link. */
export function sumToGround({ linkParent, links }: Chain, needed: Float64Array, out: Float64Array): void {
  out.set(needed)
  for (let link = links - 1; link > 0; link--) {
    const p = 6 * linkParent[link]
    const v = 6 * link
    out[p] += out[v]
    out[p + 1] += out[v + 1]
    out[p + 2] += out[v + 2]
    out[p + 3] += out[v + 3]
    out[p + 4] += out[v + 4]
    out[p + 5] += out[v + 5]
  }
}
