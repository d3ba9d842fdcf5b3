/**
 * Two features of surfaces that touch: a corner over a face, or two sides that cross. Its gap is signed and goes on smoothly where they
 * overlap, for features that stay the same; over flat neighbours of a face it goes on by itself.
 */
import { FRAME, inverse, ORIGIN } from '../../maths/frame'
import type { Vector } from '../../maths/vector'
import type { Lie, Place } from '../place'
import type { Surface } from './surface'

/** By how much features may tilt beyond what touches there and still do, since corners are rounded [rad]. Larger: bodies roll over their edges late. Smaller: flat sides do not lie flat. */
const TILT = 3e-7
/** Sines between sides that are parallel [-]. */
const PARALLEL = 1e-9
/** Neighbours that a place goes over at once. */
const MOST_WALKS = 64
/** Sides of a corner beside which it is looked. */
const MOST_SIDES = 8

export abstract class FeaturePlace implements Place {
  gap = 0
  /** How far it lies outside of what touches there, as a share of it; negative within. */
  outside = 0
  /** How far sides at the place dip below what they touch [rad]: what is nearer lies along these. */
  dip = 0
  /** How far beyond its ends it touches still, as a share of it: it went on there from another place a hair early. */
  slack = 0
  /** Features that stay the same are always found. */
  readonly isFound = true
  /** The place on B and the normal of A, in the frame of A. */
  readonly point = new Float64Array(3)
  readonly normal = new Float64Array(3)

  constructor(
    readonly a: Surface,
    readonly b: Surface,
  ) {}

  get beyond(): number {
    return Math.max(this.outside - this.slack, this.dip - TILT, 0)
  }

  /** Whether it is one, or would be if they were turned a little. @param turn at most so far [rad] */
  isWithin(beyond: number, turn: number): boolean {
    return this.outside - this.slack <= beyond && this.dip - TILT - turn <= beyond
  }

  abstract find(lie: Lie): void

  abstract hasFeaturesOf(other: FeaturePlace): boolean

  value(lie: Lie): number {
    this.find(lie)
    return this.gap
  }

  keep(): void {
    // features stay the same
  }

  writePoint(f: Float64Array, out: Float64Array, at = 0): void {
    place(f, this.point, 0, out, at)
  }

  writeNormal(f: Float64Array, out: Float64Array, at = 0): void {
    turn(f, this.normal, 0, out, at)
  }
}

const corner = new Float64Array(3)
const turned = new Float64Array(3)
const inverted = new Float64Array(FRAME)

/** A corner of one surface over a face of the other one. */
export class CornerOnFace extends FeaturePlace {
  /** Where the corner is, in the frame of the face. */
  readonly rider = new Float64Array(3)
  /** The frame of its surface in that of the face. */
  private readonly around = new Float64Array(FRAME)

  constructor(
    a: Surface,
    b: Surface,
    /** Whether the corner is on B, and the face on A. */
    readonly isOnA: boolean,
    readonly corner: number,
    public face: number,
  ) {
    super(a, b)
  }

  hasFeaturesOf(other: FeaturePlace): boolean {
    if (!(other instanceof CornerOnFace)) return false
    return other.isOnA === this.isOnA && other.corner === this.corner && other.face === this.face
  }

  /** The surface that has the face. */
  get floor(): Surface {
    return this.isOnA ? this.a : this.b
  }

  /** The surface that has the corner. */
  get riding(): Surface {
    return this.isOnA ? this.b : this.a
  }

  find(lie: Lie): void {
    const { isOnA, floor, riding, rider, point, normal } = this
    const r = isOnA ? lie : inverse(lie, inverted)
    this.around.set(r)
    place(r, riding.corners, 3 * this.corner, rider)
    this.outside = this.walk()
    const { normals, corners, faces } = floor
    const n = 3 * this.face
    const foot = 3 * faces[n]
    let gap = 0
    for (let k = 0; k < 3; k++) gap += normals[n + k] * (rider[k] - corners[foot + k])
    this.gap = gap
    this.dip = this.readDip(r)
    for (let k = 0; k < 3; k++) {
      point[k] = rider[k]
      normal[k] = normals[n + k]
    }
    if (isOnA) return
    // the place on B is the foot of a corner of A
    for (let k = 0; k < 3; k++) point[k] -= gap * normal[k]
    place(lie, point, 0, point)
    turn(lie, normal, 0, normal)
    for (let k = 0; k < 3; k++) normal[k] = -normal[k]
  }

  /** Places on the surface of the corner beside it, so far along pairs of its sides, in the frame of the face [m]. */
  beside(distance: number): Vector[] {
    const { riding, rider, corner, around } = this
    const ways: Vector[] = []
    for (let e = riding.firstEnd[corner]; e < riding.firstEnd[corner + 1] && ways.length < MOST_SIDES; e++) {
      place(around, riding.corners, 3 * riding.ends[e], turned)
      const way: Vector = [turned[0] - rider[0], turned[1] - rider[1], turned[2] - rider[2]]
      const share = Math.min(0.5, distance / Math.hypot(...way)) / 2
      ways.push([share * way[0], share * way[1], share * way[2]])
    }
    return ways.flatMap((one, k) =>
      ways.slice(k + 1).map((other): Vector => {
        const [x, y, z] = [0, 1, 2].map((i) => rider[i] + one[i] + other[i])
        return [x, y, z]
      }),
    )
  }

  /** Goes on to the face over which the corner is, as far as the surface is flat. Returns how far it is outside, as a share of the side. */
  private walk(): number {
    const { floor } = this
    let outside = 0
    let from = -1
    for (let k = 0; k < MOST_WALKS; k++) {
      outside = 0
      let [next, most] = [-1, 0]
      for (let side = 0; side < 3; side++) {
        const off = this.offSide(side)
        const to = floor.beside[3 * this.face + side]
        outside = Math.max(outside, off)
        if (off > most && to >= 0 && to !== from) [next, most] = [to, off]
      }
      if (next < 0) break
      from = this.face
      this.face = next
    }
    return outside
  }

  /** How far the corner lies outside a side of the face, as a share of the side. */
  private offSide(side: number): number {
    const { corners: c, faces, normals } = this.floor
    const n = 3 * this.face
    const [p, q] = [3 * faces[n + side], 3 * faces[n + ((side + 1) % 3)]]
    let [off, square] = [0, 0]
    for (let k = 0; k < 3; k++) {
      const [l, m] = [(k + 1) % 3, (k + 2) % 3]
      const along = c[q + k] - c[p + k]
      square += along * along
      const inwards = normals[n + l] * (c[q + m] - c[p + m]) - normals[n + m] * (c[q + l] - c[p + l])
      off -= inwards * (this.rider[k] - c[p + k])
    }
    return off / square
  }

  /** How far sides from the corner dip below the face [rad]. @param r frame of the rider in that of the face */
  private readDip(r: Float64Array): number {
    const { riding, floor, rider } = this
    const { normals } = floor
    const n = 3 * this.face
    let most = -1
    for (let e = riding.firstEnd[this.corner]; e < riding.firstEnd[this.corner + 1]; e++) {
      place(r, riding.corners, 3 * riding.ends[e], turned)
      let [down, square] = [0, 0]
      for (let k = 0; k < 3; k++) {
        const along = turned[k] - rider[k]
        down -= normals[n + k] * along
        square += along * along
      }
      most = Math.max(most, down / Math.sqrt(square))
    }
    return most
  }
}

const ends = new Float64Array(12)
const across = new Float64Array(6)

/** Two sides that cross, each bent outwards. */
export class SideOnSide extends FeaturePlace {
  constructor(
    a: Surface,
    b: Surface,
    readonly ridgeA: number,
    readonly ridgeB: number,
    /** Which of both normals of two sides is the one of A: 1 for along u x v, with u along the side of A and v along that of B. */
    readonly sign: 1 | -1,
  ) {
    super(a, b)
  }

  hasFeaturesOf(other: FeaturePlace): boolean {
    return other instanceof SideOnSide && other.ridgeA === this.ridgeA && other.ridgeB === this.ridgeB
  }

  find(lie: Lie): void {
    const { a, b, point, normal, sign } = this
    const [one, other] = [a.ridges[this.ridgeA], b.ridges[this.ridgeB]]
    for (let k = 0; k < 3; k++) {
      ends[k] = a.corners[3 * one.from + k]
      ends[3 + k] = a.corners[3 * one.to + k] - ends[k]
    }
    place(lie, b.corners, 3 * other.from, corner)
    place(lie, b.corners, 3 * other.to, turned)
    const [px, py, pz, ux, uy, uz] = ends
    const [vx, vy, vz] = [turned[0] - corner[0], turned[1] - corner[1], turned[2] - corner[2]]
    const [wx, wy, wz] = [corner[0] - px, corner[1] - py, corner[2] - pz]
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
    const square = nx * nx + ny * ny + nz * nz
    const isParallel = square <= PARALLEL ** 2 * (ux * ux + uy * uy + uz * uz) * (vx * vx + vy * vy + vz * vz)
    if (isParallel) {
      const long = ux * ux + uy * uy + uz * uz
      const share = (wx * ux + wy * uy + wz * uz) / long
      this.gap = Math.hypot(wx - share * ux, wy - share * uy, wz - share * uz)
      this.outside = 1 + this.slack
      this.dip = 1
      return
    }
    const size = sign * Math.sqrt(square)
    normal[0] = nx / size
    normal[1] = ny / size
    normal[2] = nz / size
    this.gap = normal[0] * wx + normal[1] * wy + normal[2] * wz
    const s = ((wy * vz - wz * vy) * nx + (wz * vx - wx * vz) * ny + (wx * vy - wy * vx) * nz) / square
    const t = ((wy * uz - wz * uy) * nx + (wz * ux - wx * uz) * ny + (wx * uy - wy * ux) * nz) / square
    point[0] = corner[0] + t * vx
    point[1] = corner[1] + t * vy
    point[2] = corner[2] + t * vz
    turn(lie, other.across, 0, across)
    turn(lie, other.across, 3, across, 3)
    let tilt = -1
    for (let k = 0; k < 6; k += 3) {
      const on = one.across
      const up = on[k] * normal[0] + on[k + 1] * normal[1] + on[k + 2] * normal[2]
      const down = across[k] * normal[0] + across[k + 1] * normal[1] + across[k + 2] * normal[2]
      tilt = Math.max(tilt, up, -down)
    }
    this.outside = Math.max(-s, s - 1, -t, t - 1)
    this.dip = tilt
  }

  /** Writes the sides of A and of B, as long as they are, in ground. @param f frames of A, and of B behind it */
  writeSides(f: Float64Array, onA: Float64Array, onB: Float64Array): void {
    writeSide(this.a, this.ridgeA, f, 0, onA)
    writeSide(this.b, this.ridgeB, f, FRAME, onB)
  }
}

/** Writes a point as it is seen from outside of a frame. */
function place(r: Float64Array, p: Float64Array, at: number, out: Float64Array, to = 0): void {
  const [x, y, z] = [p[at], p[at + 1], p[at + 2]]
  for (let k = 0; k < 3; k++) out[to + k] = r[k] * x + r[3 + k] * y + r[6 + k] * z + r[ORIGIN + k]
}

/** Writes a direction as it is seen from outside of a frame. */
function turn(r: Float64Array, p: Float64Array, at: number, out: Float64Array, to = 0): void {
  const [x, y, z] = [p[at], p[at + 1], p[at + 2]]
  for (let k = 0; k < 3; k++) out[to + k] = r[k] * x + r[3 + k] * y + r[6 + k] * z
}

/** Writes a side in ground. @param at where its frame begins */
function writeSide(
  { corners, ridges }: Surface,
  ridge: number,
  f: Float64Array,
  at: number,
  out: Float64Array,
): void {
  const { from, to } = ridges[ridge]
  out.fill(0)
  for (let axis = 0; axis < 3; axis++) {
    const along = corners[3 * to + axis] - corners[3 * from + axis]
    for (let k = 0; k < 3; k++) out[k] += along * f[at + 3 * axis + k]
  }
}
