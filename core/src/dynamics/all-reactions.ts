/**
 * The reactions of all joints, also where the rows are more than are needed. There the bodies can be braced against each other
 * without any load, and how much of a reaction goes which way is not determined by rigid bodies: of all reactions that fit, the least
 * is taken (least sum of squares of forces, and of moments over the mechanism's size), and it is known which parts of it are not unique.
 * Source: Golub & Van Loan, Matrix Computations, section 5.5 (least norm); Wojtyra, Joint reaction forces in multibody systems with
 * redundant constraints (uniqueness), Multibody System Dynamics 14 (2005).
 */
import type { Mechanism } from '../mechanism/compile'
import type { Equations } from '../mechanism/equations'
import { rowEntries } from '../mechanism/row-entries'
import type { RowEntries } from '../mechanism/row-entries'
import { addRowForces } from '../mechanism/row-forces'
import type { Pair } from '../mechanism/rows'
import type { MotionState } from '../mechanism/state'
import { sumToGround } from './inverse'
import type { InverseDynamics } from './inverse'
import { pointOn } from './loads/points'
import { JointReaction } from './reactions'
import type { Carried } from './reactions'
import { factorDefinite, solveDefinite } from './solve-definite'
import { BRACED, CARRIED } from './tolerances'

export class AllReactions {
  /** By joint: moment about the origin of its first datum, then force, in ground; six numbers each. */
  readonly wrenches: Float64Array
  private readonly joints: readonly JointReaction[]
  /** The first datum of every joint, seen from ground. */
  private readonly datums: readonly Pair[]
  /** Ways of bracing, each as such wrenches. */
  private readonly braces: readonly Float64Array[]
  private readonly entries: readonly RowEntries[]
  private readonly gradient: Float64Array
  private readonly forces: Float64Array
  private readonly carried: Carried

  /** @param redundant rows that the others imply, each of which is one way of bracing */
  constructor(
    private readonly mechanism: Mechanism,
    private readonly equations: Equations,
    private readonly redundant: readonly number[],
  ) {
    const { joints } = mechanism.geometry
    this.joints = joints.map((_, j) => new JointReaction(mechanism, equations, j))
    this.datums = joints.map(({ from }) => mechanism.pairOf(null, from.source.id))
    this.wrenches = new Float64Array(6 * joints.length)
    this.braces = redundant.map(() => new Float64Array(6 * joints.length))
    const known = new Uint8Array(mechanism.links)
    this.entries = redundant.map((row) => rowEntries(equations, [row], known, (_, link) => link))
    this.gradient = new Float64Array(mechanism.links)
    this.forces = new Float64Array(6 * mechanism.links)
    this.carried = {
      transmitted: new Float64Array(6 * mechanism.links),
      multipliers: new Float64Array(equations.rows.length),
    }
  }

  /** @param inverse solved, with its reactions read */
  read(state: MotionState, inverse: InverseDynamics): void {
    this.gather(state, inverse, this.wrenches)
    if (this.braces.length === 0) return
    this.braces.forEach((brace, k) => this.findBrace(state, k, brace))
    this.takeLeast()
  }

  /** Whether bracing changes a component of a joint's reaction. @param direction moment about the datum, force; in ground */
  isUnique(joint: number, direction: Float64Array): boolean {
    const { braces, mechanism } = this
    return braces.every((brace) => {
      let along = 0
      let most = 0
      for (let k = 0; k < 6; k++) along += direction[k] * brace[6 * joint + k]
      for (let k = 0; k < brace.length; k++) most = Math.max(most, Math.abs(brace[k]))
      return Math.abs(along) <= BRACED * most * Math.max(1, 1 / mechanism.size)
    })
  }

  /** Whether a component of a joint's reaction is more than rounding. @param direction see `isUnique` */
  carries(joint: number, direction: Float64Array): boolean {
    const { wrenches, mechanism } = this
    let along = 0
    let most = 0
    for (let k = 0; k < 6; k++) along += direction[k] * wrenches[6 * joint + k]
    for (let k = 0; k < wrenches.length; k++)
      most = Math.max(most, Math.abs(wrenches[k]) * (k % 6 < 3 ? 1 : Math.max(1, mechanism.size)))
    return Math.abs(along) > CARRIED * most
  }

  /** Names of the joints with which a joint shares what is not unique of its reaction. */
  sharing(joint: number): string[] {
    const { braces, mechanism } = this
    const { joints } = mechanism.geometry
    return joints.flatMap(({ source }, j) => {
      if (j === joint) return []
      const hasPart = braces.some((brace) => {
        const part = (k: number) => brace.subarray(6 * k, 6 * k + 6).some((v) => Math.abs(v) > BRACED)
        return part(j) && part(joint)
      })
      return hasPart ? [source.name] : []
    })
  }

  private gather(state: MotionState, carried: Carried, out: Float64Array): void {
    const { joints, datums } = this
    joints.forEach((joint, j) => {
      if (!joint.isKnown) return
      joint.read(state, carried)
      const { linkB, frameB } = datums[j]
      pointOn(state, linkB, frameB, point)
      const [x, y, z] = point
      const [mx, my, mz, fx, fy, fz] = joint.wrench
      // moment about the datum instead of the ground's origin
      out.set([mx - (y * fz - z * fy), my - (z * fx - x * fz), mz - (x * fy - y * fx), fx, fy, fz], 6 * j)
    })
  }

  /** What pushing with one redundant row makes the others do, while no load acts. */
  private findBrace(state: MotionState, k: number, out: Float64Array): void {
    const { equations, redundant, gradient, carried, forces, entries, mechanism } = this
    const { multipliers, transmitted } = carried
    multipliers.fill(0)
    gradient.fill(0)
    equations.gradients(state, Int32Array.of(redundant[k]), entries[k], gradient)
    for (let link = 0; link < gradient.length; link++) gradient[link] = -gradient[link]
    state.pullBack?.(gradient, multipliers)
    multipliers[redundant[k]] = 1
    forces.fill(0)
    addRowForces(equations, state, multipliers, forces, gradient)
    for (let n = 0; n < forces.length; n++) forces[n] = -forces[n]
    sumToGround(mechanism, forces, transmitted)
    this.gather(state, carried, out)
  }

  private takeLeast(): void {
    const { braces, wrenches, mechanism } = this
    const n = braces.length
    const matrix = new Float64Array(n * n)
    const right = new Float64Array(n)
    const product = (a: Float64Array, b: Float64Array) => {
      let sum = 0
      for (let k = 0; k < a.length; k++) sum += a[k] * b[k] * (k % 6 < 3 ? mechanism.size ** -2 : 1)
      return sum
    }
    braces.forEach((brace, i) => {
      right[i] = -product(brace, wrenches)
      for (let j = 0; j <= i; j++) matrix[n * i + j] = product(brace, braces[j])
    })
    if (factorDefinite(matrix, n) >= 0) return
    solveDefinite(matrix, right, n)
    braces.forEach((brace, i) => {
      for (let k = 0; k < wrenches.length; k++) wrenches[k] += right[i] * brace[k]
    })
  }
}

const point = new Float64Array(3)
