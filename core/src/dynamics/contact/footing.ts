/**
 * Of many places in which a flat face lies on another one, those that carry: the outermost ones in directions that are spread evenly. The
 * others are within these, and what carries would not be told by them.
 */
import { writeCross, writeSquare } from '../../maths/triples'
import { CornerOnFace } from '../../proximity/features/feature-place'
import type { FeaturePlace } from '../../proximity/features/feature-place'
import { FLUSH_DIRECTIONS } from './tolerances'

/** Cosine between normals that are one [-]. */
const SAME_NORMAL = 1 - 1e-12

/** @param flush places with a larger gap, or deeper ones, all stay [m] */
export function footing(places: readonly FeaturePlace[], flush: number): readonly FeaturePlace[] {
  if (places.length <= FLUSH_DIRECTIONS) return places
  const faces: CornerOnFace[][] = []
  for (const place of places) {
    if (!(place instanceof CornerOnFace) || Math.abs(place.gap) > flush) continue
    const face = faces.find(([one]) => areOnOne(one, place))
    if (face) face.push(place)
    else faces.push([place])
  }
  const within = new Set<FeaturePlace>()
  for (const face of faces) {
    if (face.length <= FLUSH_DIRECTIONS) continue
    const outermost = outermostOf(face)
    for (const place of face) if (!outermost.has(place)) within.add(place)
  }
  return within.size > 0 ? places.filter((place) => !within.has(place)) : places
}

const areOnOne = (one: CornerOnFace, other: CornerOnFace): boolean =>
  one.isOnA === other.isOnA && along(one.normal, other.normal) > SAME_NORMAL

const along = (u: ArrayLike<number>, v: ArrayLike<number>): number => u[0] * v[0] + u[1] * v[1] + u[2] * v[2]

function outermostOf(face: readonly CornerOnFace[]): ReadonlySet<FeaturePlace> {
  const { normal } = face[0]
  const [u, v] = [new Float64Array(3), new Float64Array(3)]
  writeSquare(normal, 0, u, 0)
  writeCross(normal, 0, u, 0, v, 0)
  const found = new Set<FeaturePlace>()
  for (let k = 0; k < FLUSH_DIRECTIONS; k++) {
    const angle = (2 * Math.PI * k) / FLUSH_DIRECTIONS
    const way = [0, 1, 2].map((axis) => Math.cos(angle) * u[axis] + Math.sin(angle) * v[axis])
    found.add(face.reduce((most, place) => (along(place.point, way) > along(most.point, way) ? place : most)))
  }
  return found
}
