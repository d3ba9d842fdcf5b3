/**
 * What the two bodies of a joint do to each other: the wrench that keeps it together. What acts along its freedoms (a driver, a
 * spring, friction) is not part of it.
 *
 * A joint of the tree hands on what hangs on it needs; one that closes a loop pushes with the multipliers of its rows.
 */
import { FRAME, ORIGIN } from '../maths/frame'
import { SLIDES } from '../mechanism/chain'
import type { Mechanism } from '../mechanism/compile'
import type { Equations } from '../mechanism/equations'
import { conditionWrench } from '../mechanism/conditions'
import type { MotionState } from '../mechanism/state'
import { factorDefinite, solveDefinite } from './solve-definite'

/** Forces through all links and rows, as `InverseDynamics` finds them. */
export interface Carried {
  /** What the parent does to each link and all that hangs on it; six numbers a link. */
  readonly transmitted: Float64Array
  /** By row. */
  readonly multipliers: Float64Array
}

export class JointReaction {
  /** What the body of the datum `from` does to that of the datum `to`: moment about the ground's origin, force; in ground. */
  readonly wrench = new Float64Array(6)
  /** Its links in the tree, the one nearest to ground first; none where it closes a loop. */
  private readonly links: readonly number[]
  private readonly rows: readonly number[]
  private readonly part = new Float64Array(6)
  private readonly gram: Float64Array
  private readonly along: Float64Array

  /** @param joint index into the geometry's joints */
  constructor(
    mechanism: Mechanism,
    private readonly equations: Equations,
    joint: number,
  ) {
    const { id } = mechanism.geometry.joints[joint].source
    this.links = [...mechanism.linkJoint.keys()].filter((link) => mechanism.linkJoint[link] === joint)
    this.rows = [...equations.rows.keys()].filter((row) => {
      const { owner } = equations.rows[row]
      return owner.kind === 'joint' && owner.id === id
    })
    this.gram = new Float64Array(this.links.length ** 2)
    this.along = new Float64Array(this.links.length)
  }

  /** Whether there is something to be read: a joint that binds two bodies rigidly makes them one link. */
  get isKnown(): boolean {
    return this.links.length > 0 || this.rows.length > 0
  }

  /** Reads `wrench`. */
  read(state: MotionState, { transmitted, multipliers }: Carried): void {
    if (this.links.length > 0) this.readTree(state, transmitted)
    else this.readRows(multipliers)
  }

  private readTree(state: MotionState, transmitted: Float64Array): void {
    const { mechanism, screw } = state
    const { links, wrench, gram, along } = this
    const n = links.length
    // all its links but the last are without mass: each hands on the same
    const at = 6 * links[n - 1]
    const sign = mechanism.linkSign[links[0]]
    for (let k = 0; k < 6; k++) wrench[k] = transmitted[at + k]
    for (let i = 0; i < n; i++) {
      along[i] = 0
      for (let k = 0; k < 6; k++) along[i] += screw[6 * links[i] + k] * wrench[k]
      for (let j = 0; j <= i; j++)
        gram[n * i + j] = this.product(mechanism.linkMotion, screw, links[i], links[j])
    }
    if (factorDefinite(gram, n) < 0) {
      solveDefinite(gram, along, n)
      for (let i = 0; i < n; i++) this.addAxis(state, links[i], -along[i])
    }
    for (let k = 0; k < 6; k++) wrench[k] *= sign
  }

  /** Work of a force or torque along the axis of one freedom when another one moves. */
  private product(motions: Uint8Array, screw: Float64Array, a: number, b: number): number {
    if ((motions[a] === SLIDES) !== (motions[b] === SLIDES)) return 0
    const at = motions[a] === SLIDES ? 3 : 0
    let sum = 0
    for (let k = at; k < at + 3; k++) sum += screw[6 * a + k] * screw[6 * b + k]
    return sum
  }

  /** Adds a torque or force along the axis of a freedom; a force acts where the joint's last frame is. */
  private addAxis({ mechanism, screw, world }: MotionState, link: number, share: number): void {
    const { wrench, links } = this
    const v = 6 * link
    if (mechanism.linkMotion[link] !== SLIDES) {
      for (let k = 0; k < 3; k++) wrench[k] += share * screw[v + k]
      return
    }
    const o = FRAME * links[links.length - 1] + ORIGIN
    for (let k = 0; k < 3; k++) {
      const [i, j] = [(k + 1) % 3, (k + 2) % 3]
      wrench[k] += share * (world[o + i] * screw[v + 3 + j] - world[o + j] * screw[v + 3 + i])
      wrench[3 + k] += share * screw[v + 3 + k]
    }
  }

  private readRows(multipliers: Float64Array): void {
    const { rows, equations, wrench, part } = this
    const { frames, firstTerm, termPair } = equations
    wrench.fill(0)
    for (const row of rows) {
      const { terms, weight } = equations.rows[row]
      terms.forEach(({ factor, condition }, k) => {
        const at = 2 * FRAME * termPair[firstTerm[row] + k]
        conditionWrench(condition!, frames, at, frames, at + FRAME, part)
        const force = multipliers[row] * weight * factor
        for (let c = 0; c < 6; c++) wrench[c] += force * part[c]
      })
    }
  }
}
