/** The equations of an island with loops: its mass matrix and forces along its independent coordinates, by columns of motion. */
import type { MotionState } from '../mechanism/state'
import type { Island } from './islands'
import { workAlong, writeMomenta } from './mass-between'
import type { Acting, Column } from './motion-columns'

export class LoopedIsland {
  /** Momenta of the links by the motion of each column. */
  private readonly momenta: readonly Float64Array[]

  constructor(
    private readonly island: Island,
    private readonly state: MotionState,
    /** Links of it that carry mass. */
    private readonly heavy: Int32Array,
    /** 1 for links of which only the plane counts; null for none. */
    private readonly inPlane: Uint8Array | null,
  ) {
    this.momenta = Array.from(island.independent, () => new Float64Array(6 * state.mechanism.links))
  }

  /**
   * Writes the mass matrix, of which the part on and below the diagonal counts, and forces along the independent coordinates.
   * @param columns how all moves by a unit rate of each of these
   */
  write(
    { needed, efforts, inertia, rotors }: Acting,
    columns: readonly Column[],
    matrix: Float64Array,
    right: Float64Array,
  ): void {
    const { island, state, heavy, inPlane, momenta } = this
    const { independent, links } = island
    const size = independent.length
    for (let i = 0; i < size; i++) {
      const { twists, rates } = columns[i]
      writeMomenta(inertia, heavy, inPlane, twists, momenta[i])
      let force = -workAlong(needed, links, inPlane, twists)
      for (let k = 0; k < links.length; k++) {
        const link = links[k]
        force += rates[link] * (efforts[link] - rotors[link] * state.acceleration[link])
      }
      right[i] = force
      for (let j = 0; j <= i; j++) {
        let sum = workAlong(momenta[j], heavy, inPlane, twists)
        for (let k = 0; k < links.length; k++)
          if (rotors[links[k]] > 0) sum += rotors[links[k]] * rates[links[k]] * columns[j].rates[links[k]]
        matrix[size * i + j] = sum
      }
    }
  }
}
