/** The surface of a solid as contact sees it: faces with their normals, sides where it bends outwards, and corners. */
import { NO_AREA } from '../tolerances'
import { Solid } from '../solid'
import { angleBetween, FEATURE, NormalTree } from './normal-tree'

/** Bends of a surface below this are none [rad]. */
const FLAT = 1e-5

/** Nothing is taken to be thinner than this share of its size, since it would have to be looked at too often [-]. */
const THIN = 1e-3

/** A side along which two faces meet, bent outwards. */
export interface Ridge {
  /** Corners at its ends, by index. */
  readonly from: number
  readonly to: number
  /** Unit vectors across it, into one face and into the other. */
  readonly across: Float64Array
}

export class Surface {
  /** x y z each [m]. */
  readonly corners: Float64Array
  /** Three corners a face. */
  readonly faces: Int32Array
  /** Outwards, one a face. */
  readonly normals: Float64Array
  /** The face beyond each of three sides where the surface does not bend there; else -1. */
  readonly beside: Int32Array
  /** Corners to which a side leads from a corner: the first one, and behind the last one is the first of the next corner. */
  readonly firstEnd: Int32Array
  readonly ends: Int32Array
  readonly ridges: readonly Ridge[]
  readonly faceTree: NormalTree
  readonly ridgeTree: NormalTree
  readonly cornerTree: NormalTree
  /** The corners of `cornerTree`, by their places in it. */
  readonly points: Int32Array
  readonly solid: Solid
  /** Radius about the origin of its frame, the largest extent, and about how thick it is [m]. */
  readonly radius: number
  readonly size: number
  readonly thickness: number
  /** Whether it is thinner than what is taken for its thickness. */
  readonly isThin: boolean

  /** @param solids nine numbers a triangle [m], each closed if it can be */
  constructor(solids: readonly Float32Array[]) {
    this.solid = new Solid(solids)
    const { corners } = this.solid
    const faces = withArea(corners, this.solid.faces)
    this.corners = corners
    this.faces = faces
    this.normals = normalsOf(corners, faces)
    const sides = sidesOf(faces)
    this.beside = new Int32Array(faces.length).fill(-1)
    const ridges: Ridge[] = []
    const ridgeFeatures: number[] = []
    for (const [one, other] of sides) {
      if (other < 0) continue
      const bend = this.bend(one, other)
      if (Math.abs(bend) < FLAT) {
        this.beside[one] = (other / 3) | 0
        this.beside[other] = (one / 3) | 0
      } else if (bend > 0) {
        const ridge = this.ridge(one, other)
        ridges.push(ridge)
        ridgeFeatures.push(...this.ridgeFeature(ridge, one, other))
      }
    }
    this.ridges = ridges
    ;[this.firstEnd, this.ends] = endsOf(corners.length / 3, faces)
    this.faceTree = new NormalTree(this.faceFeatures())
    this.ridgeTree = new NormalTree(Float64Array.from(ridgeFeatures))
    this.points = this.bentCorners()
    this.cornerTree = new NormalTree(this.cornerFeatures())
    this.radius = this.solid.tree.isEmpty ? 0 : this.solid.tree.radiusAbout([0, 0, 0])
    const [, , , x, y, z] = this.solid.tree.boxes
    this.size = 2 * Math.hypot(x, y, z)
    const own = Math.min(2 * x, 2 * y, 2 * z, this.materialThickness())
    this.isThin = own < THIN * this.size
    this.thickness = Math.max(own, THIN * this.size)
  }

  /** Twice the volume over the area [m]; without bound where it encloses nothing. */
  private materialThickness(): number {
    const { corners: c, faces } = this
    let [volume, area] = [0, 0]
    for (let f = 0; f < faces.length; f += 3) {
      const [a, b, d] = [3 * faces[f], 3 * faces[f + 1], 3 * faces[f + 2]]
      const [nx, ny, nz] = crossOf(c, a, b, d)
      volume += (c[a] * nx + c[a + 1] * ny + c[a + 2] * nz) / 6
      area += Math.hypot(nx, ny, nz) / 2
    }
    return volume > 0 && this.solid.isClosed ? (2 * volume) / area : Infinity
  }

  /** How far the surface bends outwards at a side of two faces [rad]; less than 0 inwards. */
  private bend(one: number, other: number): number {
    const { normals, corners, faces } = this
    const [f, g] = [3 * ((one / 3) | 0), 3 * ((other / 3) | 0)]
    const angle = Math.atan2(...tilted(normals, f, g))
    const far = 3 * faces[g + ((other - g + 2) % 3)]
    const near = 3 * faces[one]
    let height = 0
    for (let k = 0; k < 3; k++) height += (corners[far + k] - corners[near + k]) * normals[f + k]
    return height > 0 ? -angle : angle
  }

  private ridge(one: number, other: number): Ridge {
    const { corners: c, faces, normals } = this
    const next = one % 3 === 2 ? one - 2 : one + 1
    const [from, to] = [faces[one], faces[next]]
    const along = [0, 1, 2].map((k) => c[3 * to + k] - c[3 * from + k])
    const size = Math.hypot(...along)
    const [f, g] = [3 * ((one / 3) | 0), 3 * ((other / 3) | 0)]
    const across = new Float64Array(6)
    for (let k = 0; k < 3; k++) {
      const [m, n] = [(k + 1) % 3, (k + 2) % 3]
      // a face lies to the left of its sides
      across[k] = (normals[f + m] * along[n] - normals[f + n] * along[m]) / size
      across[3 + k] = -(normals[g + m] * along[n] - normals[g + n] * along[m]) / size
    }
    return { from, to, across }
  }

  private ridgeFeature({ from, to }: Ridge, one: number, other: number): number[] {
    const { corners: c, normals } = this
    const [f, g] = [3 * ((one / 3) | 0), 3 * ((other / 3) | 0)]
    const middle = [0, 1, 2].map((k) => (c[3 * from + k] + c[3 * to + k]) / 2)
    const half = Math.hypot(...[0, 1, 2].map((k) => (c[3 * from + k] - c[3 * to + k]) / 2))
    const sum = [0, 1, 2].map((k) => normals[f + k] + normals[g + k])
    const size = Math.hypot(...sum)
    const axis = size > 1e-6 ? sum.map((value) => value / size) : [1, 0, 0]
    return [...middle, half, ...axis, size > 1e-6 ? angleBetween(normals, f, normals, g) / 2 : Math.PI]
  }

  private faceFeatures(): Float64Array {
    const { corners: c, faces, normals } = this
    const out = new Float64Array((faces.length / 3) * FEATURE)
    for (let f = 0, at = 0; f < faces.length; f += 3, at += FEATURE) {
      for (let k = 0; k < 3; k++) {
        out[at + k] = (c[3 * faces[f] + k] + c[3 * faces[f + 1] + k] + c[3 * faces[f + 2] + k]) / 3
        out[at + 4 + k] = normals[f + k]
      }
      for (let k = 0; k < 3; k++) {
        const p = 3 * faces[f + k]
        const far = Math.hypot(c[p] - out[at], c[p + 1] - out[at + 1], c[p + 2] - out[at + 2])
        out[at + 3] = Math.max(out[at + 3], far)
      }
    }
    return out
  }

  private cornerFeatures(): Float64Array {
    const { corners: c, points } = this
    const sums = this.normalSums()
    const out = new Float64Array(points.length * FEATURE)
    points.forEach((corner, n) => {
      const at = FEATURE * n
      const p = 3 * corner
      const size = Math.hypot(sums[p], sums[p + 1], sums[p + 2])
      for (let k = 0; k < 3; k++) {
        out[at + k] = c[p + k]
        out[at + 4 + k] = size > 0 ? sums[p + k] / size : k === 0 ? 1 : 0
      }
      if (size === 0) out[at + 7] = Math.PI
    })
    this.widen(out)
    return out
  }

  /** Makes the cones of corners wide enough for the faces around them. */
  private widen(features: Float64Array): void {
    const { faces, normals, points } = this
    const index = new Int32Array(this.corners.length / 3).fill(-1)
    points.forEach((corner, n) => (index[corner] = n))
    for (let f = 0; f < faces.length; f++) {
      if (index[faces[f]] < 0) continue
      const at = FEATURE * index[faces[f]]
      const n = 3 * ((f / 3) | 0)
      features[at + 7] = Math.max(features[at + 7], angleBetween(features, at + 4, normals, n))
    }
  }

  /** Sums of the normals around corners. */
  private normalSums(): Float64Array {
    const { faces, normals } = this
    const sums = new Float64Array(this.corners.length)
    for (let f = 0; f < faces.length; f++)
      for (let k = 0; k < 3; k++) sums[3 * faces[f] + k] += normals[3 * ((f / 3) | 0) + k]
    return sums
  }

  /** Corners at which the surface bends: others have no part in contact. */
  private bentCorners(): Int32Array {
    const { faces, beside } = this
    const bent = new Uint8Array(this.corners.length / 3)
    for (let f = 0; f < faces.length; f++) {
      if (beside[f] >= 0) continue
      bent[faces[f]] = 1
      bent[faces[f % 3 === 2 ? f - 2 : f + 1]] = 1
    }
    return Int32Array.from(bent.keys()).filter((corner) => bent[corner] === 1)
  }
}

/** Faces without those that have no area. */
function withArea(corners: Float64Array, faces: Int32Array): Int32Array {
  const kept: number[] = []
  for (let f = 0; f < faces.length; f += 3)
    if (hasArea(corners, 3 * faces[f], 3 * faces[f + 1], 3 * faces[f + 2]))
      kept.push(faces[f], faces[f + 1], faces[f + 2])
  return Int32Array.from(kept)
}

/** Offsets into coordinates. */
function hasArea(c: Float64Array, a: number, b: number, d: number): boolean {
  if (a === b || b === d || d === a) return false
  const long = Math.hypot(c[b] - c[a], c[b + 1] - c[a + 1], c[b + 2] - c[a + 2])
  return Math.hypot(...crossOf(c, a, b, d)) > NO_AREA * long * long
}

/** Cross product of the sides from one corner to two others; offsets into coordinates. */
function crossOf(c: Float64Array, a: number, b: number, d: number): [number, number, number] {
  const [ux, uy, uz] = [c[b] - c[a], c[b + 1] - c[a + 1], c[b + 2] - c[a + 2]]
  const [vx, vy, vz] = [c[d] - c[a], c[d + 1] - c[a + 1], c[d + 2] - c[a + 2]]
  return [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
}

function normalsOf(corners: Float64Array, faces: Int32Array): Float64Array {
  const out = new Float64Array(faces.length)
  for (let f = 0; f < faces.length; f += 3) {
    const n = crossOf(corners, 3 * faces[f], 3 * faces[f + 1], 3 * faces[f + 2])
    const size = Math.hypot(...n)
    for (let k = 0; k < 3; k++) out[f + k] = n[k] / size
  }
  return out
}

/** Sine and cosine of the angle between two normals. */
function tilted(n: Float64Array, a: number, b: number): [number, number] {
  const [x, y, z] = [
    n[a + 1] * n[b + 2] - n[a + 2] * n[b + 1],
    n[a + 2] * n[b] - n[a] * n[b + 2],
    n[a] * n[b + 1] - n[a + 1] * n[b],
  ]
  return [Math.hypot(x, y, z), n[a] * n[b] + n[a + 1] * n[b + 1] + n[a + 2] * n[b + 2]]
}

/** Pairs of sides of faces that are one, by their places in `faces`; the other one is -1 where the surface is open, or more than two meet. */
function sidesOf(faces: Int32Array): [number, number][] {
  const sides = new Map<number, number[]>()
  const count = faces.reduce((most, corner) => Math.max(most, corner), 0) + 1
  for (let f = 0; f < faces.length; f++) {
    const [from, to] = [faces[f], faces[f % 3 === 2 ? f - 2 : f + 1]]
    const key = Math.min(from, to) * count + Math.max(from, to)
    const mine = sides.get(key)
    if (mine) mine.push(f)
    else sides.set(key, [f])
  }
  return [...sides.values()].map((mine) => [mine[0], mine.length === 2 ? mine[1] : -1])
}

/** See `Surface.firstEnd`. */
function endsOf(count: number, faces: Int32Array): [Int32Array, Int32Array] {
  const lists: number[][] = Array.from({ length: count }, () => [])
  for (let f = 0; f < faces.length; f++) {
    const [from, to] = [faces[f], faces[f % 3 === 2 ? f - 2 : f + 1]]
    if (!lists[from].includes(to)) lists[from].push(to)
    if (!lists[to].includes(from)) lists[to].push(from)
  }
  const first = new Int32Array(count + 1)
  lists.forEach((list, k) => (first[k + 1] = first[k] + list.length))
  return [first, Int32Array.from(lists.flat())]
}
