/**
 * What the triangles of a part say about its geometry, from one triangle on: the plane or the cylinder it lies in, and the
 * circles, arcs and straight edges around it. Works on any mesh, made here or imported.
 *
 * Where a kernel said which triangles make one face, that is taken, with its surface. Elsewhere planes grow over triangles
 * with one normal; cylinders from the bend to a neighbouring strip over all triangles whose corners lie on the cylinder
 * through both, to which one is then fitted. What does not fit is not offered.
 */
import { largest, smallest } from '../../maths/extremes'
import { ahead, cross, dot, norm, squareTo, subtract, unit } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { ALONG_SURFACE, FITS, FLAT, LEAST_SIZE, ON_RADIUS, RADIUS_SEEN, WELD } from '../tolerances'
import { loopsOf, partsOf } from './boundaries'
import type { Boundary } from './boundaries'
import { circumscribed } from './circle-fit'
import { fitCylinder, fits, missOf } from './cylinder-fit'
import type { Cylinder, FittedCylinder } from './cylinder-fit'
import { sameSurface } from './faces'
import type { Face, Surface } from './faces'
import { angleBetween, BEND, FEWEST_CHORDS, framed } from './feature'
import type { Feature } from './feature'
import type { Mesh } from './mesh'

/** Triangles of one face and what it is. */
interface Region {
  readonly region: ReadonlySet<number>
  readonly face: Feature | null
  /** Its cylinder, if it is one. */
  readonly round: Cylinder | null
}

export interface Surroundings {
  /** Null where the surface is neither flat nor round. */
  readonly face: Feature | null
  readonly boundaries: readonly Boundary[]
}

/** A cylinder is wider than this many strips of the fillet at its rim. */
const WIDER = 3

/** Planes, cylinders, circles and edges recognised in a mesh. */
export class MeshFeatures {
  /** Corner of each vertex, equal for vertices in one place. */
  private readonly corner: Int32Array
  private readonly places: Vector[] = []
  private readonly normals: Vector[] = []
  /** Triangles on the two sides of an edge between corners, by "low high". */
  private readonly sides = new Map<string, number[]>()
  /** Of each triangle, the others that share a side with it. */
  private readonly neighbours: readonly (readonly number[])[]
  private readonly answers = new Map<number, Surroundings>()
  private readonly faces: readonly Face[]
  /** Largest coordinate [m]. */
  private readonly size: number

  constructor({ positions, faces = [] }: Pick<Mesh, 'positions' | 'faces'>) {
    this.faces = faces
    const vertices = positions.length / 3
    this.corner = new Int32Array(vertices)
    const known = new Map<string, number>()
    let largest = 0
    for (const v of positions) largest = Math.max(largest, Math.abs(v))
    // single precision leaves seven digits; places that agree in five are one
    this.size = Math.max(largest, LEAST_SIZE)
    const grain = this.size * WELD
    for (let v = 0; v < vertices; v++) {
      const place: Vector = [positions[3 * v], positions[3 * v + 1], positions[3 * v + 2]]
      const key = place.map((c) => Math.round(c / grain)).join(' ')
      const same = known.get(key)
      this.corner[v] = same ?? this.places.length
      if (same === undefined) {
        known.set(key, this.places.length)
        this.places.push(place)
      }
    }
    for (let t = 0; t < vertices / 3; t++) {
      const [a, b, c] = this.corners(t).map((k) => this.places[k])
      const n = cross(subtract(b, a), subtract(c, a))
      const length = norm(n) || 1
      this.normals.push([n[0] / length, n[1] / length, n[2] / length])
      for (const key of this.edgesOf(t)) {
        const list = this.sides.get(key)
        if (list) list.push(t)
        else this.sides.set(key, [t])
      }
    }
    this.neighbours = this.normals.map((_, t) =>
      this.edgesOf(t).flatMap((key) => this.sides.get(key)!.filter((other) => other !== t)),
    )
  }

  /** What lies around a triangle. */
  around(triangle: number): Surroundings {
    const known = this.answers.get(triangle)
    if (known) return known
    const { region, face, round } = this.faces.length > 0 ? this.given(triangle) : this.recognised(triangle)
    const answer: Surroundings = { face, boundaries: this.boundariesOf(region, round) }
    for (const t of region) this.answers.set(t, answer)
    return answer
  }

  /** The face from the kernel, together with those next to it on the same surface: round ones often come in halves. */
  private given(triangle: number): Region {
    const own = this.faceOf(triangle)
    const { surface } = own
    const region = this.grow(triangle, (t) => {
      const face = this.faceOf(t)
      return face === own || (!!surface && !!face.surface && sameSurface(surface, face.surface, this.size))
    })
    if (surface?.kind === 'plane')
      return { region, face: this.planeOf(surface.axis, region, surface), round: null }
    if (surface?.kind === 'cylinder')
      return { region, face: this.cylinderOf(surface, region), round: surface }
    return { region, face: null, round: null }
  }

  private faceOf(triangle: number): Face {
    let [low, high] = [0, this.faces.length - 1]
    while (low < high) {
      const middle = Math.ceil((low + high) / 2)
      if (this.faces[middle].first <= triangle) low = middle
      else high = middle - 1
    }
    return this.faces[low]
  }

  private recognised(triangle: number): Region {
    const flat = this.grow(triangle, (t) => angleBetween(this.normals[triangle], this.normals[t]) < FLAT)
    const found = this.roundFrom(triangle, flat)
    if (found)
      return { region: found.region, face: this.cylinderOf(found.round, found.region), round: found.round }
    const flatHere = norm(this.normals[triangle]) > 0 && !this.isSliver(flat)
    const face = !flatHere ? null : this.planeOf(this.normals[triangle], flat, null)
    return { region: flat, face, round: null }
  }

  private corners(t: number): [number, number, number] {
    return [this.corner[3 * t], this.corner[3 * t + 1], this.corner[3 * t + 2]]
  }

  private edgesOf(t: number): string[] {
    const [a, b, c] = this.corners(t)
    return [edgeKey(a, b), edgeKey(b, c), edgeKey(c, a)]
  }

  private grow(from: number, belongs: (t: number) => boolean): Set<number> {
    const region = new Set([from])
    const waiting = [from]
    for (let t = waiting.pop(); t !== undefined; t = waiting.pop()) {
      for (const next of this.neighbours[t]) {
        if (region.has(next) || !belongs(next)) continue
        region.add(next)
        waiting.push(next)
      }
    }
    return region
  }

  /** The cylinder on which a flat strip lies, if it is one. */
  private roundFrom(triangle: number, strip: ReadonlySet<number>) {
    const n = this.normals[triangle]
    for (const t of strip) {
      for (const next of this.neighbours[t]) {
        const bend = angleBetween(n, this.normals[next])
        if (strip.has(next) || bend < FLAT || bend > BEND) continue
        const found = this.cylinder(triangle, strip, next)
        if (found) return found
      }
    }
    return null
  }

  /** The cylinder through a strip and its neighbour, fitted to all triangles that lie on it; null when they do not fit. */
  private cylinder(triangle: number, strip: ReadonlySet<number>, next: number) {
    const rough = this.throughBoth(strip, next)
    if (!rough) return null
    let fitted: FittedCylinder = { ...rough, radiusError: Infinity }
    let region = new Set<number>()
    for (const tolerance of [ON_RADIUS, ON_RADIUS, FITS]) {
      const belongs = (t: number) =>
        Math.abs(dot(this.normals[t], fitted.axis)) < ALONG_SURFACE &&
        this.corners(t).every((c) => missOf(fitted, this.places[c]) < tolerance)
      if (!belongs(triangle) || !belongs(next)) return null
      region = this.grow(triangle, belongs)
      const found = fitCylinder(this.placesOf(region), fitted, tolerance / 1000)
      if (!found) return null
      fitted = found
    }
    const places = this.placesOf(region)
    if (!fits(fitted, places, RADIUS_SEEN)) return null
    const normals = [...region].map((t) => this.normals[t])
    // a single bend is a chamfered corner, not a cylinder
    const directions = normals.filter((n, k) => !normals.slice(0, k).some((m) => angleBetween(n, m) < FLAT))
    if (directions.length < FEWEST_CHORDS || this.goesOn(region, fitted)) return null
    return { region, round: fitted }
  }

  /** With its origin half way along. */
  private cylinderOf({ axis, centre, radius }: Cylinder, region: ReadonlySet<number>): Feature {
    let [low, high] = [Infinity, -Infinity]
    for (const place of this.placesOf(region)) {
      const along = dot(subtract(place, centre), axis)
      low = Math.min(low, along)
      high = Math.max(high, along)
    }
    return { kind: 'cylinder', frame: framed(axis, ahead(centre, axis, (low + high) / 2)), radius }
  }

  /**
   * Whether a round strip goes on smoothly over its rim in strips as wide: a piece of a ring or dome, which fits a cylinder
   * only because it is narrow.
   */
  private goesOn(region: ReadonlySet<number>, { axis, centre }: Cylinder): boolean {
    const along = this.placesOf(region).map((p) => dot(subtract(p, centre), axis))
    const width = largest(along) - smallest(along)
    for (const t of region) {
      for (const next of this.neighbours[t]) {
        if (region.has(next) || Math.abs(dot(this.normals[next], axis)) < ALONG_SURFACE) continue
        const bend = angleBetween(this.normals[t], this.normals[next])
        if (bend < FLAT || bend > BEND / 2) continue
        const shared = this.corners(next).filter((c) => this.corners(t).includes(c))
        const [third] = this.corners(next).filter((c) => !shared.includes(c))
        const reach = squareTo(
          subtract(this.places[third], this.places[shared[0]]),
          unit(subtract(this.places[shared[1]], this.places[shared[0]])),
        )
        if (width < WIDER * norm(reach)) return true
      }
    }
    return false
  }

  private placesOf(region: ReadonlySet<number>): Vector[] {
    const seen = new Set<number>()
    for (const t of region) for (let v = 3 * t; v < 3 * t + 3; v++) seen.add(this.corner[v])
    return Array.from(seen, (c) => this.places[c])
  }

  /** The cylinder along the bend between a strip and its neighbour, through the outer corners of both and the bend. */
  private throughBoth(strip: ReadonlySet<number>, next: number): Cylinder | null {
    const [first] = strip
    const axis = unit(cross(this.normals[first], this.normals[next]))
    const across = unit(cross(axis, this.normals[first]))
    const flat = (p: Vector): Vector => squareTo(p, axis)
    const mine = this.placesOf(strip).map(flat)
    const others = this.placesOf(new Set([next])).map(flat)
    const byPlace = [...mine].sort((p, q) => dot(p, across) - dot(q, across))
    const [low, high] = [byPlace[0], byPlace[byPlace.length - 1]]
    const far = (p: Vector) => Math.min(norm(subtract(p, low)), norm(subtract(p, high)))
    const beyond = others.reduce((best, p) => (far(p) > far(best) ? p : best))
    const circle = circumscribed(low, high, beyond)
    return circle && { axis, centre: circle.centre, radius: circle.radius }
  }

  /** A lone triangle of a free-form surface is no face. */
  private isSliver(region: ReadonlySet<number>): boolean {
    if (region.size > 2) return false
    return [...region].some((t) =>
      this.neighbours[t].some((next) => {
        const bend = angleBetween(this.normals[t], this.normals[next])
        return bend >= FLAT && bend < BEND / 2
      }),
    )
  }

  /** With its origin in the middle of its area; on the plane itself where that is known. */
  private planeOf(normal: Vector, region: ReadonlySet<number>, plane: Surface | null): Feature {
    let area = 0
    const sum = [0, 0, 0]
    for (const t of region) {
      const [a, b, c] = this.corners(t).map((k) => this.places[k])
      const size = norm(cross(subtract(b, a), subtract(c, a)))
      area += size
      for (let k = 0; k < 3; k++) sum[k] += (size * (a[k] + b[k] + c[k])) / 3
    }
    const middle = sum.map((c) => c / (area || 1)) as unknown as Vector
    const off = plane ? dot(subtract(middle, plane.centre), normal) : 0
    return { kind: 'plane', frame: framed(normal, ahead(middle, normal, -off)) }
  }

  /** @param round the cylinder of the region, if it is one */
  private boundariesOf(region: ReadonlySet<number>, round: Cylinder | null): Boundary[] {
    const next = new Map<number, number[]>()
    /** Cylinders on either side of the boundary: the circles are theirs. */
    const rounds: Cylinder[] = round ? [round] : []
    for (const t of region) {
      const corners = this.corners(t)
      corners.forEach((a, k) => {
        const b = corners[(k + 1) % 3]
        const beyond = this.sides.get(edgeKey(a, b))!.filter((other) => !region.has(other))
        if (beyond.length > 0 || this.sides.get(edgeKey(a, b))!.length === 1)
          next.set(a, [...(next.get(a) ?? []), b])
        for (const other of this.faces.length > 0 ? beyond : []) {
          const { surface } = this.faceOf(other)
          if (surface?.kind === 'cylinder' && !rounds.includes(surface)) rounds.push(surface)
        }
      })
    }
    const loops = loopsOf(next).map((loop) => loop.map((c) => this.places[c]))
    return loops.flatMap((loop) => partsOf(loop, rounds))
  }
}

const edgeKey = (a: number, b: number): string => (a < b ? `${a} ${b}` : `${b} ${a}`)
