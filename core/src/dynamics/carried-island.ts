/**
 * The equations of an island whose independent coordinates no row looks at, such as those of a machine that nothing ties to ground: by
 * each of them all that hangs on it moves as one body, so that inertias and what bodies need are summed up along the tree.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, section 6.2 (composite rigid bodies).
 */
import type { MotionState } from '../mechanism/state'
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
    this.sumUp(inertia, needed)
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

  private sumUp(inertia: Float64Array, wrenches: Float64Array): void {
    const { island, state, composite, needed } = this
    const { linkParent } = state.mechanism
    const { links } = island
    for (let n = 0; n < links.length; n++) {
      const link = links[n]
      for (let k = INERTIA * link; k < INERTIA * link + INERTIA; k++) composite[k] = inertia[k]
      for (let k = 6 * link; k < 6 * link + 6; k++) needed[k] = wrenches[k]
    }
    for (let n = links.length - 1; n >= 0; n--) {
      const parent = linkParent[links[n]]
      if (parent === 0) continue
      const [m, p] = [INERTIA * links[n], INERTIA * parent]
      for (let k = 0; k < INERTIA; k++) composite[p + k] += composite[m + k]
      const [v, u] = [6 * links[n], 6 * parent]
      for (let k = 0; k < 6; k++) needed[u + k] += needed[v + k]
    }
  }
}

/** Momentum of what hangs on a coordinate by its unit rate. */
const moved = new Float64Array(6)
