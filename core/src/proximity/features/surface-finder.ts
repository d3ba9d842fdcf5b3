/**
 * Where two surfaces of triangles touch or overlap, as corners over faces and sides that cross, and how far apart they are. Exact on the
 * triangles; what is round is as fine as these are.
 * Source: Ericson, Real-Time Collision Detection, section 9.1 (features of polyhedra that are closest).
 */
import { FRAME, identityFrame, inverse, ORIGIN, relate, transformed } from '../../maths/frame'
import { dot } from '../../maths/vector'
import { BodyDistance } from '../body-distance'
import { OverlapDepth } from '../depth'
import type { Lie, PlaceFinder } from '../place'
import { PointDistance } from '../point-distance'
import { SAME_PLACE } from '../tolerances'
import { CornerOnFace, SideOnSide } from './feature-place'
import type { FeaturePlace } from './feature-place'
import { visitFacing } from './normal-tree'
import type { NormalTree } from './normal-tree'
import type { Surface } from './surface'

/** Overlaps are sought up to this share of the thickness of the thinner solid [-]. */
const DEEPEST = 0.25
/** How far it is looked for other places where some are known, as a share of the smaller solid [-]. Larger: more places. Smaller: more looks. */
const NEAR = 0.01
/** How far beyond its ends a place may lie, as a share of them [-]. */
const IN = 1e-9
/** How far beyond its ends a place may lie on which another one goes on, as a share of them: there corners are a hair off [-]. */
const GOES_ON = 1e-5
/** What the cosine between normals may lack of 1 where sides lie flat on each other [-]. */
const FLUSH = 1e-9
/** Of overlaps deeper than this share of the smaller solid it is looked whether they are some [-]. */
const FAINT = 1e-6
/** How much shorter a way out may be and still be the same, as a share [-]. */
const SAME_DEPTH = 0.95
/** Depth from which on solids lie deep in each other, as a share of the smaller one [-]. */
const DEEP = 1e-3
/** Places of one contact, as a share of the smaller solid [-]. */
const SAME = 1e-3
/** Cosine of the angle between the normals of one place [-]. */
const ALIKE = 0.99
/** How even the flat sides of triangles are, as a share of the smaller solid [-]. */
const UNEVEN = 1e-7

const ground = identityFrame()

export class SurfaceFinder implements PlaceFinder<FeaturePlace> {
  readonly smaller: number
  readonly larger: number
  readonly thickness: number
  readonly liesFlat = true
  readonly uneven: number
  private readonly distance: BodyDistance
  private readonly toA: PointDistance
  private readonly toB: PointDistance
  private depth: OverlapDepth | null = null

  constructor(
    readonly a: Surface,
    readonly b: Surface,
  ) {
    this.smaller = Math.min(a.size, b.size)
    this.larger = Math.max(a.size, b.size)
    this.thickness = Math.min(a.thickness, b.thickness)
    this.uneven = UNEVEN * this.smaller
    this.distance = new BodyDistance(a.solid.tree, b.solid.tree)
    this.toA = new PointDistance(a.solid.tree)
    this.toB = new PointDistance(b.solid.tree)
  }

  /** The frame of B in that of A. */
  writeLie(f: Float64Array, lie: Lie): void {
    relate(f, 0, f, FRAME, lie)
  }

  areBeside(): boolean {
    return this.a.solid.tree.isEmpty || this.b.solid.tree.isEmpty
  }

  travel(from: Lie, to: Lie): number {
    let square = 0
    for (let k = 0; k < ORIGIN; k++) square += (to[k] - from[k]) ** 2
    const moved = Math.hypot(
      to[ORIGIN] - from[ORIGIN],
      to[ORIGIN + 1] - from[ORIGIN + 1],
      to[ORIGIN + 2] - from[ORIGIN + 2],
    )
    return moved + Math.sqrt(square / 2) * this.b.radius
  }

  nearest(lie: Lie, most: number, known: readonly FeaturePlace[]): number {
    if (known.length > 0) {
      const reach = Math.min(most, NEAR * this.smaller)
      return this.others(lie, -reach, reach, known).reduce((least, { gap }) => Math.min(least, gap), reach)
    }
    const apart = this.apart(lie, most)
    return apart > this.faint ? Math.min(apart, most) : -this.smaller
  }

  overlaps(lie: Lie, depth: number, deepest: number, known: readonly FeaturePlace[]): FeaturePlace[] {
    if (known.length === 0 && this.apart(lie, this.smaller) > this.faint) return []
    return this.others(lie, -Math.min(deepest, this.deepest), -depth, known)
  }

  around(lie: Lie, reach: number, known: readonly FeaturePlace[]): FeaturePlace[] {
    return this.others(lie, -reach, reach, known)
  }

  /** The other features that are where it is, or lie flat beside it, and lie least beyond their ends; of several those that overlap most. */
  next(lie: Lie, place: FeaturePlace): FeaturePlace | null {
    place.find(lie)
    const { uneven } = this
    const here = this.places(lie, -uneven, uneven, GOES_ON).filter(
      (other) =>
        !other.hasFeaturesOf(place) &&
        (far(other.point, place.point) < uneven || dot(other.normal, place.normal) > 1 - FLUSH),
    )
    if (here.length === 0) return null
    const next = here.reduce((best, one) => (one.beyond < best.beyond ? one : best))
    next.slack = 2 * next.beyond
    return next
  }

  touching(lie: Lie, most: number, turn = 0): FeaturePlace[] {
    if (this.apart(lie, 2 * most + this.uneven) > 2 * most) return []
    return this.places(lie, -this.deepest, most, IN, turn)
  }

  closest(lie: Lie, out: Float64Array): number | null {
    const most = this.smaller + this.larger
    const apart = this.apart(lie, most)
    if (apart >= most) return null
    if (apart > this.faint) {
      const { onA, onB } = this.distance
      out.set(onA)
      out.set(transformed(lie, onB), 3)
      return apart
    }
    const [place] = this.places(lie, -this.deepest, this.faint)
    if (!place) return null
    for (let k = 0; k < 3; k++) out[k] = place.point[k] - place.gap * place.normal[k]
    out.set(place.point, 3)
    return place.gap
  }

  lines(): Float64Array[] {
    return []
  }

  areDeep(lie: Lie): boolean {
    if (this.apart(lie, this.smaller) > this.smaller / 2) return false
    if (this.touching(lie, this.faint).length > 0) return false
    this.depth ??= new OverlapDepth(this.a.solid, this.b.solid)
    const deep = DEEP * this.smaller
    return this.depth.measure(ground, 0, lie, 0, deep).depth > deep
  }

  areOne(one: FeaturePlace, other: FeaturePlace, apart: number): boolean {
    return far(one.point, other.point) < apart && dot(one.normal, other.normal) > ALIKE
  }

  /** A distance that may be rounding [m]. */
  private get faint(): number {
    return SAME_PLACE * this.smaller
  }

  private get deepest(): number {
    return DEEPEST * this.thickness
  }

  private apart(lie: Lie, enough: number): number {
    return this.distance.measure(ground, 0, lie, 0, 0, enough)
  }

  private others(lie: Lie, least: number, most: number, known: readonly FeaturePlace[]): FeaturePlace[] {
    const places = this.places(lie, least, most)
    if (known.length === 0 || places.length === 0) return places
    return places.filter((place) => !known.some((one) => this.areOne(one, place, SAME * this.smaller)))
  }

  /** All places with a gap between two bounds [m], those that overlap most first. @param beyond as far as they may lie beyond their ends. @param turn how far they may be turned yet [rad] */
  private places(lie: Lie, least: number, most: number, beyond = IN, turn = 0): FeaturePlace[] {
    const { a, b } = this
    const found: FeaturePlace[] = []
    let within: FeaturePlace | null = null
    const reach = Math.max(-least, most)
    const look = (place: FeaturePlace): void => {
      place.find(lie)
      const { gap } = place
      if (!place.isWithin(beyond, turn) || gap < least || gap > most) return
      if (!this.isGenuine(place, lie)) return
      if (this.hasShorterWay(place)) {
        if (!within || gap > within.gap) within = place
      } else if (!found.some((one) => this.areSame(one, place))) found.push(place)
    }
    const back = inverse(lie, inverted)
    const lookAt = (isOnA: boolean, corner: number, face: number): void => {
      const height = isOnA ? heightOver(a, face, b, corner, lie) : heightOver(b, face, a, corner, back)
      // it may go on to another face that is as flat
      const slack = this.uneven + SAME_PLACE * this.larger
      if (height > least - slack && height < most + slack) look(new CornerOnFace(a, b, isOnA, corner, face))
    }
    const visit = (p: NormalTree, q: NormalTree, visited: (one: number, other: number) => void) =>
      visitFacing(p, q, lie, reach, visited, turn)
    visit(a.faceTree, b.cornerTree, (face, point) => lookAt(true, b.points[point], face))
    visit(a.cornerTree, b.faceTree, (point, face) => lookAt(false, a.points[point], face))
    visit(a.ridgeTree, b.ridgeTree, (one, other) => {
      look(new SideOnSide(a, b, one, other, 1))
      look(new SideOnSide(a, b, one, other, -1))
    })
    if (within && found.every(({ gap }) => gap >= 0)) found.push(within)
    return found.sort((one, other) => one.gap - other.gap)
  }

  private areSame(one: FeaturePlace, other: FeaturePlace): boolean {
    const apart = SAME_PLACE * this.larger
    return far(one.point, other.point) < apart && dot(one.normal, other.normal) > 1 - SAME_PLACE
  }

  /** Whether bodies overlap where their features do: beyond sharp sides gaps are negative where bodies are apart. */
  private isGenuine(place: FeaturePlace, lie: Lie): boolean {
    const { gap, point, normal, a, b } = place
    if (gap > -FAINT * this.smaller) return true
    if (place instanceof CornerOnFace) {
      const { solid } = place.floor
      const [x, y, z] = place.rider
      // of sides that lie flush with each other, a corner is on the border of both
      return solid.contains(x, y, z) || place.beside(-2 * gap).some((near) => solid.contains(...near))
    }
    const onA = [0, 1, 2].map((k) => point[k] - gap * normal[k])
    const [u, v, w] = transformed(inverse(lie), onA)
    return a.solid.contains(point[0], point[1], point[2]) && b.solid.contains(u, v, w)
  }

  /** Whether a shorter way than that over its face leads out for a corner. */
  private hasShorterWay(place: FeaturePlace): boolean {
    const { gap } = place
    if (!(place instanceof CornerOnFace) || gap > -FAINT * this.smaller) return false
    const [x, y, z] = place.rider
    return !(place.isOnA ? this.toA : this.toB).isBeyond(x, y, z, -SAME_DEPTH * gap)
  }
}

const far = (p: Float64Array, q: Float64Array): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2])

const inverted = new Float64Array(FRAME)

/** How high a corner of another surface is over a face [m]. @param lie frame of the other surface in that of the face */
function heightOver(on: Surface, face: number, other: Surface, corner: number, lie: Lie): number {
  const { normals, corners, faces } = on
  const [n, c, foot] = [3 * face, 3 * corner, 3 * faces[3 * face]]
  const [x, y, z] = [other.corners[c], other.corners[c + 1], other.corners[c + 2]]
  let height = 0
  for (let k = 0; k < 3; k++) {
    const at = lie[k] * x + lie[3 + k] * y + lie[6 + k] * z + lie[ORIGIN + k]
    height += normals[n + k] * (at - corners[foot + k])
  }
  return height
}
