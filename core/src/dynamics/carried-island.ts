/**
 * The equations of an island whose independent coordinates no row looks at, such as those of a machine that nothing ties to ground: by
 * each of them all that hangs on it moves as one body, so that inertias and what bodies need are summed up along the tree.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, section 6.2 (composite rigid bodies).
 */
import type { MotionState } from '../mechanism/state'
import { sumToGround } from './inverse'
import type { Island } from './islands'
import { INERTIA, momentum } from './masses'
import type { Acting } from './motion-columns'

export class CarriedIsland {
  /** By link: what hangs on it, itself with it. */
  private readonly composite: Float64Array
  private readonly needed: Float64Array
  /** By pair of independent coordinates: 1 where the first one hangs on the second one. */
  private readonly hangs: Uint8Array

  constructor(
    private readonly island: Island,
    private readonly state: MotionState,
  ) {
    const { links, linkParent } = state.mechanism
    const { independent } = island
    this.composite = new Float64Array(INERTIA * links)
    this.needed = new Float64Array(6 * links)
    const isOn = (link: number, carrier: number): boolean =>
      link > 0 && (link === carrier || isOn(linkParent[link], carrier))
    this.hangs = Uint8Array.from(
      [...independent].flatMap((link) => [...independent].map((carrier) => (isOn(link, carrier) ? 1 : 0))),
    )
  }

  /** Writes the mass matrix, of which the part on and below the diagonal counts, and forces along the independent coordinates. */
  write({ inertia, needed, efforts, rotors }: Acting, matrix: Float64Array, right: Float64Array): void {
    const { island, state, hangs, composite } = this
    const { independent } = island
    const { screw, acceleration } = state
    const size = independent.length
    this.sumInertias(inertia)
    sumToGround(state.mechanism, needed, this.needed)
    for (let i = 0; i < size; i++) {
      const link = independent[i]
      let force = efforts[link] - rotors[link] * acceleration[link]
      for (let k = 6 * link; k < 6 * link + 6; k++) force -= screw[k] * this.needed[k]
      right[i] = force
      momentum(composite, INERTIA * link, screw, 6 * link, moved, 0)
      for (let j = 0; j < size; j++) {
        if (hangs[size * i + j] === 0) {
          // written by the other one, unless neither hangs on the other
          if (hangs[size * j + i] === 0) matrix[size * Math.max(i, j) + Math.min(i, j)] = 0
          continue
        }
        const v = 6 * independent[j]
        let sum = i === j ? rotors[link] : 0
        for (let k = 0; k < 6; k++) sum += screw[v + k] * moved[k]
        matrix[size * Math.max(i, j) + Math.min(i, j)] = sum
      }
    }
  }

  /** Of what stays in the plane, only what counts there is summed up. */
  private sumInertias(inertia: Float64Array): void {
    const { island, state, composite } = this
    const { linkParent } = state.mechanism
    const { inPlane } = state.flat
    const { links } = island
    for (let n = 0; n < links.length; n++) {
      const m = INERTIA * links[n]
      for (let k = m; k < m + INERTIA; k++) composite[k] = inertia[k]
    }
    for (let n = links.length - 1; n >= 0; n--) {
      const link = links[n]
      const parent = linkParent[link]
      if (parent === 0) continue
      const m = INERTIA * link
      const p = INERTIA * parent
      composite[p] += composite[m]
      composite[p + 1] += composite[m + 1]
      composite[p + 2] += composite[m + 2]
      composite[p + 6] += composite[m + 6]
      if (inPlane[link] === 1) continue
      for (let k = 3; k < INERTIA; k++) if (k !== 6) composite[p + k] += composite[m + k]
    }
  }
}

/** Momentum of what hangs on a coordinate by its unit rate. */
const moved = new Float64Array(6)
