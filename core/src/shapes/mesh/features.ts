/**
 * What the triangles of a part say about its geometry, from one triangle on: the plane or the cylinder it lies in, and the
 * circles, arcs and straight edges around it. Works on any mesh, made here or imported.
 *
 * Planes grow over triangles with one normal; cylinders from the bend to a neighbouring strip over all triangles whose
 * corners lie on the cylinder through both, to which one is then fitted; what does not fit is not offered. Arcs are runs of equal edges that turn by equal angles.
 * Every frame has z as its axis or outward normal, and x as its zero direction.
 */
import { frameAlong, ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { cross, dot, norm, subtract, unit } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import type { Mesh } from './mesh'
import { fitCylinder, missOf } from './cylinder-fit'
import type { Cylinder } from './cylinder-fit'
import { ALONG_AXIS, ALONG_SURFACE, COLLINEAR, FITS, FLAT, LEAST_SIZE, ON_RADIUS, WELD } from '../tolerances'

/** A recognised place of a mesh, with its frame in the mesh [m]. */
export type Feature =
  | { readonly kind: 'plane'; readonly frame: Frame }
  | { readonly kind: 'cylinder'; readonly frame: Frame; readonly radius: number }
  | { readonly kind: 'circle' | 'arc'; readonly frame: Frame; readonly radius: number }
  /** Origin in the middle, z along it. */
  | { readonly kind: 'edge'; readonly frame: Frame; readonly ends: readonly [Vector, Vector] }

/** A boundary feature with the polyline that it is drawn by. */
export interface Boundary {
  readonly feature: Feature
  readonly points: readonly Vector[]
}

export interface Surroundings {
  /** Null where the surface is neither flat nor round. */
  readonly face: Feature | null
  readonly boundaries: readonly Boundary[]
}

/** Strips of a round surface bend by less than this [rad]. */
const BEND = Math.PI / 4.5
/** Fewer chords than this make no arc. */
const FEWEST_CHORDS = 4

/** Planes, cylinders, circles and edges recognised in a mesh. */
export class MeshFeatures {
  /** Corner of each vertex, equal for vertices in one place. */
  private readonly corner: Int32Array
  private readonly places: Vector[] = []
  private readonly normals: Vector[] = []
  /** Triangles on the two sides of an edge between corners, by "low high". */
  private readonly sides = new Map<string, number[]>()
  private readonly answers = new Map<number, Surroundings>()

  constructor({ positions }: Pick<Mesh, 'positions'>) {
    const vertices = positions.length / 3
    this.corner = new Int32Array(vertices)
    const known = new Map<string, number>()
    let largest = 0
    for (const v of positions) largest = Math.max(largest, Math.abs(v))
    // single precision leaves seven digits; places that agree in five are one
    const grain = Math.max(largest, LEAST_SIZE) * WELD
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
  }

  /** What lies around a triangle. */
  around(triangle: number): Surroundings {
    const known = this.answers.get(triangle)
    if (known) return known
    const flat = this.grow(triangle, (t) => angleBetween(this.normals[triangle], this.normals[t]) < FLAT)
    const round = this.roundFrom(triangle, flat)
    const region = round?.region ?? flat
    const answer: Surroundings = {
      face: round?.feature ?? this.planeOf(triangle, flat),
      boundaries: this.boundariesOf(region),
    }
    for (const t of region) this.answers.set(t, answer)
    return answer
  }

  private corners(t: number): [number, number, number] {
    return [this.corner[3 * t], this.corner[3 * t + 1], this.corner[3 * t + 2]]
  }

  private edgesOf(t: number): string[] {
    const [a, b, c] = this.corners(t)
    return [edgeKey(a, b), edgeKey(b, c), edgeKey(c, a)]
  }

  private neighbours(t: number): number[] {
    return this.edgesOf(t).flatMap((key) => this.sides.get(key)!.filter((other) => other !== t))
  }

  private grow(from: number, belongs: (t: number) => boolean): Set<number> {
    const region = new Set([from])
    const waiting = [from]
    for (let t = waiting.pop(); t !== undefined; t = waiting.pop()) {
      for (const next of this.neighbours(t)) {
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
      for (const next of this.neighbours(t)) {
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
    let fitted = rough
    let region = new Set<number>()
    for (const tolerance of [ON_RADIUS, ON_RADIUS, FITS]) {
      const belongs = (t: number) =>
        Math.abs(dot(this.normals[t], fitted.axis)) < ALONG_SURFACE &&
        this.corners(t).every((c) => missOf(fitted, this.places[c]) < tolerance)
      if (!belongs(triangle) || !belongs(next)) return null
      region = this.grow(triangle, belongs)
      const found = fitCylinder(this.placesOf(region), fitted)
      if (!found) return null
      fitted = found
    }
    const places = this.placesOf(region)
    if (places.some((p) => missOf(fitted, p) > FITS)) return null
    const normals = [...region].map((t) => this.normals[t])
    // a single bend is a chamfered corner, not a cylinder
    const directions = normals.filter((n, k) => !normals.slice(0, k).some((m) => angleBetween(n, m) < FLAT))
    if (directions.length < FEWEST_CHORDS) return null
    const { axis, centre, radius } = fitted
    const along = places.map((p) => dot(subtract(p, centre), axis))
    const half = (Math.min(...along) + Math.max(...along)) / 2
    const frame = framed(axis, [0, 1, 2].map((k) => centre[k] + half * axis[k]) as unknown as Vector)
    return { region, feature: { kind: 'cylinder', frame, radius } as Feature }
  }

  private placesOf(region: ReadonlySet<number>): Vector[] {
    return [...new Set([...region].flatMap((t) => this.corners(t)))].map((c) => this.places[c])
  }

  /** The cylinder along the bend between a strip and its neighbour, through the outer corners of both and the bend. */
  private throughBoth(strip: ReadonlySet<number>, next: number): Cylinder | null {
    const [first] = strip
    const axis = unit(cross(this.normals[first], this.normals[next]))
    const across = unit(cross(axis, this.normals[first]))
    const flat = (p: Vector): Vector => {
      const along = dot(p, axis)
      return [p[0] - along * axis[0], p[1] - along * axis[1], p[2] - along * axis[2]]
    }
    const mine = this.placesOf(strip).map(flat)
    const others = this.placesOf(new Set([next])).map(flat)
    const byPlace = [...mine].sort((p, q) => dot(p, across) - dot(q, across))
    const [low, high] = [byPlace[0], byPlace[byPlace.length - 1]]
    const far = (p: Vector) => Math.min(norm(subtract(p, low)), norm(subtract(p, high)))
    const beyond = others.reduce((best, p) => (far(p) > far(best) ? p : best))
    const circle = circumscribed(low, high, beyond)
    return circle && { axis, centre: circle.centre, radius: circle.radius }
  }

  private planeOf(triangle: number, region: ReadonlySet<number>): Feature | null {
    // a lone sliver of a free-form surface is no face
    const bends = [...region].some((t) =>
      this.neighbours(t).some((next) => {
        const bend = angleBetween(this.normals[t], this.normals[next])
        return bend >= FLAT && bend < BEND / 2
      }),
    )
    if (bends && region.size <= 2) return null
    let area = 0
    const centre = [0, 0, 0]
    for (const t of region) {
      const [a, b, c] = this.corners(t).map((k) => this.places[k])
      const size = norm(cross(subtract(b, a), subtract(c, a)))
      area += size
      for (let k = 0; k < 3; k++) centre[k] += (size * (a[k] + b[k] + c[k])) / 3
    }
    const middle = centre.map((c) => c / (area || 1)) as unknown as Vector
    return { kind: 'plane', frame: framed(this.normals[triangle], middle) }
  }

  private boundariesOf(region: ReadonlySet<number>): Boundary[] {
    const next = new Map<number, number[]>()
    for (const t of region) {
      const corners = this.corners(t)
      corners.forEach((a, k) => {
        const b = corners[(k + 1) % 3]
        const beyond = this.sides.get(edgeKey(a, b))!.filter((other) => !region.has(other))
        if (beyond.length > 0 || this.sides.get(edgeKey(a, b))!.length === 1)
          next.set(a, [...(next.get(a) ?? []), b])
      })
    }
    const boundaries: Boundary[] = []
    for (const loop of loopsOf(next)) boundaries.push(...this.partsOf(loop.map((c) => this.places[c])))
    return boundaries
  }

  /** Cuts a closed boundary into circles, arcs and straight edges. */
  private partsOf(loop: readonly Vector[]): Boundary[] {
    const n = loop.length
    const point = (k: number) => loop[((k % n) + n) % n]
    const chord = (k: number) => subtract(point(k + 1), point(k))
    const turnAt = (k: number) => angleBetween(chord(k - 1), chord(k))
    /** Whether the edges before and after a point belong to one arc. */
    const smooth = (k: number) => {
      const [a, b] = [norm(chord(k - 1)), norm(chord(k))]
      const turn = turnAt(k)
      return turn > FLAT && turn < BEND && Math.abs(a - b) < 0.05 * Math.max(a, b)
    }
    const straight = (k: number) => turnAt(k) <= FLAT
    const breaks = loop.map((_, k) => k).filter((k) => !smooth(k) && !straight(k))
    // where an arc meets a straight edge smoothly, the lengths of the edges differ
    if (breaks.length === 0) return [this.curve(loop, true)].filter((b) => b !== null)
    return breaks.flatMap((from, k) => {
      const to = breaks[k + 1] ?? breaks[0] + n
      const points = Array.from({ length: to - from + 1 }, (_, i) => point(from + i))
      const found = points.length > FEWEST_CHORDS ? this.curve(points, false) : null
      if (found) return [found]
      return points.length === 2 || straightLine(points) ? [edge(points[0], points[points.length - 1])] : []
    })
  }

  private curve(points: readonly Vector[], closed: boolean): Boundary | null {
    const third = Math.floor(points.length / 3)
    const circle = circumscribed(points[0], points[third], points[2 * third])
    if (!circle) return null
    const { centre, axis, radius } = circle
    if (points.some((p) => Math.abs(norm(subtract(p, centre)) - radius) > 0.01 * radius)) return null
    const feature: Feature = { kind: closed ? 'circle' : 'arc', frame: framed(axis, centre), radius }
    return { feature, points: closed ? [...points, points[0]] : points }
  }
}

const edgeKey = (a: number, b: number): string => (a < b ? `${a} ${b}` : `${b} ${a}`)

function angleBetween(a: Vector, b: Vector): number {
  return Math.atan2(norm(cross(a, b)), dot(a, b))
}

/** Axis-aligned directions are chosen exactly, so that single precision does not show. */
function framed(axis: Vector, origin: Vector): Frame {
  const rounded = unit(axis).map((c) => (Math.abs(c - Math.round(c)) < ALONG_AXIS ? Math.round(c) : c))
  const frame = frameAlong(rounded as unknown as Vector)!
  frame.set(origin, ORIGIN)
  return frame
}

function edge(a: Vector, b: Vector): Boundary {
  const middle: Vector = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2]
  return {
    feature: { kind: 'edge', frame: framed(subtract(b, a), middle), ends: [a, b] },
    points: [a, b],
  }
}

function straightLine(points: readonly Vector[]): boolean {
  const whole = subtract(points[points.length - 1], points[0])
  return points.every((p) => angleBetween(subtract(p, points[0]), whole) < FLAT || p === points[0])
}

/** The circle through three points; null when they lie on a line. */
function circumscribed(a: Vector, b: Vector, c: Vector) {
  const [u, v] = [subtract(b, a), subtract(c, a)]
  const w = cross(u, v)
  const size = dot(w, w)
  if (size < COLLINEAR * dot(u, u) * dot(v, v)) return null
  const t = cross(w, u).map((x) => x * dot(v, v))
  const s = cross(v, w).map((x) => x * dot(u, u))
  const to = [0, 1, 2].map((k) => (t[k] + s[k]) / (2 * size)) as unknown as Vector
  const centre: Vector = [a[0] + to[0], a[1] + to[1], a[2] + to[2]]
  return { centre, axis: unit(w), radius: norm(to) }
}

/** Closed runs of directed edges. */
function loopsOf(next: Map<number, number[]>): number[][] {
  const loops: number[][] = []
  for (const [start] of next) {
    const loop: number[] = []
    let at = start
    for (let to = next.get(at)?.pop(); to !== undefined; to = next.get(at)?.pop()) {
      loop.push(at)
      at = to
      if (at === start) break
    }
    if (loop.length > 2 && at === start) loops.push(loop)
  }
  return loops
}
