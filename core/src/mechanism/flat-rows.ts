/**
 * Rows that are distances in the ground's plane, of pairs whose links are flat: what closes the loops of planar linkages.
 * The sums are those of primitives.ts for axes and origins without z, with what each row looks at looked up once.
 */
import type { Frame } from '../maths/frame'
import type { RowEntries } from './row-entries'
import type { MotionState } from './state'

export interface FlatRow {
  /** Where its axis e, the origin of A and the origin p of B begin in the frames of the pairs. */
  readonly axis: number
  readonly from: number
  readonly to: number
  readonly links: readonly [number, number]
  /** With its weight. */
  readonly factor: number
}

/** See BlockRows for what its methods write. */
export class FlatRows {
  private readonly axis: Int32Array
  private readonly from: Int32Array
  private readonly to: Int32Array
  /** Where the motions of A and B begin, two entries a row. */
  private readonly ends: Int32Array
  private readonly factor: Float64Array
  /** Where the angular part about z of each entry's screw is. */
  private readonly screws: Int32Array
  private readonly factors: Float64Array

  /** @param frames of the pairs in ground */
  constructor(
    private readonly frames: Frame,
    private readonly state: MotionState,
    rows: readonly FlatRow[],
    private readonly entries: RowEntries,
  ) {
    this.axis = Int32Array.from(rows, ({ axis }) => axis)
    this.from = Int32Array.from(rows, ({ from }) => from)
    this.to = Int32Array.from(rows, ({ to }) => to)
    this.ends = motionsOf(rows.flatMap(({ links }) => links))
    this.factor = Float64Array.from(rows, ({ factor }) => factor)
    this.screws = motionsOf(entries.links)
    this.factors = entries.signs.slice()
    rows.forEach(({ factor }, r) => {
      for (let e = entries.first[r]; e < entries.first[r + 1]; e++) this.factors[e] *= factor
    })
  }

  residuals(out: Float64Array): void {
    const { frames, axis, from, to, factor } = this
    for (let r = 0; r < axis.length; r++) {
      const e = axis[r]
      const o = from[r]
      const p = to[r]
      out[r] =
        -factor[r] * (frames[e] * (frames[p] - frames[o]) + frames[e + 1] * (frames[p + 1] - frames[o + 1]))
    }
  }

  gradients(out: Float64Array): void {
    const { screw } = this.state
    const { frames, axis, to, screws, factors } = this
    const { first, places } = this.entries
    for (let r = 0; r < axis.length; r++) {
      const ex = frames[axis[r]]
      const ey = frames[axis[r] + 1]
      const turning = frames[to[r]] * ey - frames[to[r] + 1] * ex
      for (let k = first[r]; k < first[r + 1]; k++) {
        const v = screws[k]
        out[places[k]] += factors[k] * (turning * screw[v + 2] + ex * screw[v + 3] + ey * screw[v + 4])
      }
    }
  }

  rates(out: Float64Array, bases: Int32Array | null): void {
    const { twist } = this.state
    const { frames, axis, to, factor, ends } = this
    for (let r = 0; r < axis.length; r++) {
      const a = bases ? 6 * bases[2 * r] : ends[2 * r]
      const b = bases ? 6 * bases[2 * r + 1] : ends[2 * r + 1]
      const ex = frames[axis[r]]
      const ey = frames[axis[r] + 1]
      out[r] =
        -factor[r] *
        ((frames[to[r]] * ey - frames[to[r] + 1] * ex) * (twist[b + 2] - twist[a + 2]) +
          ex * (twist[b + 3] - twist[a + 3]) +
          ey * (twist[b + 4] - twist[a + 4]))
    }
  }

  accelerations(out: Float64Array): void {
    const { twist, twistRate } = this.state
    const { frames, axis, to, factor, ends } = this
    for (let r = 0; r < axis.length; r++) {
      const a = ends[2 * r]
      const b = ends[2 * r + 1]
      const ex = frames[axis[r]]
      const ey = frames[axis[r] + 1]
      const px = frames[to[r]]
      const py = frames[to[r] + 1]
      const wa = twist[a + 2]
      const wb = twist[b + 2]
      // e turns with A; p moves with B
      const ux = -wa * ey
      const uy = wa * ex
      const qx = twist[b + 3] - wb * py
      const qy = twist[b + 4] + wb * px
      out[r] =
        -factor[r] *
        ((px * ey - py * ex) * (twistRate[b + 2] - twistRate[a + 2]) +
          ex * (twistRate[b + 3] - twistRate[a + 3]) +
          ey * (twistRate[b + 4] - twistRate[a + 4]) +
          (qx * ey - qy * ex + px * uy - py * ux) * (wb - wa) +
          ux * (twist[b + 3] - twist[a + 3]) +
          uy * (twist[b + 4] - twist[a + 4]))
    }
  }
}

const motionsOf = (links: Iterable<number>): Int32Array => Int32Array.from(links, (link) => 6 * link)
