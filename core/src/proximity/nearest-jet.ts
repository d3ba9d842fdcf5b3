/**
 * The distance of two bodies with its first two derivatives, from where they are nearest. The nearest points slide along the
 * sides and faces that they lie on; what that adds to the second derivative is what minimising over these directions leaves.
 * At a change from one pair of corners, sides or faces to another there is no second derivative.
 * Source: implicit differentiation of a minimum; Gilbert and Johnson, Distance functions and their application (1985).
 */
import { cross, dot } from '../maths/vector'
import type { Vector } from '../maths/vector'
import { SAME_FEATURE } from './tolerances'

/** One of two nearest points, moving with its body, all in ground. */
export interface NearPoint {
  /** [m], [m/s], [m/s^2] */
  readonly point: Vector
  readonly velocity: Vector
  readonly acceleration: Vector
  /** Angular velocity of its body [rad/s]. */
  readonly angular: Vector
  /** The triangle that it lies on: three corners [m]. */
  readonly triangle: readonly [Vector, Vector, Vector]
}

const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const scaled = (a: Vector, by: number): Vector => [a[0] * by, a[1] * by, a[2] * by]

/** Distance and two derivatives; the second one is not a number where it does not exist. */
export function nearestJet(a: NearPoint, b: NearPoint): readonly [number, number, number] {
  const r = minus(a.point, b.point)
  const distance = Math.hypot(...r)
  if (!(distance > 0)) return [0, Number.NaN, Number.NaN]
  const v = minus(a.velocity, b.velocity)
  const first = dot(r, v) / distance
  const direction = scaled(r, 1 / distance)
  let onA = slidesOf(a, direction)
  let onB = slidesOf(b, direction)
  const turned = Math.hypot(...minus(a.angular, b.angular)) * distance
  // faces that stay parallel: one of them stands for both
  if (onA.length + onB.length > 2 && turned <= SAME_FEATURE * Math.hypot(...v)) {
    if (onA.length === 2) onB = []
    else onA = []
  }
  const slides = [
    ...onA.map((along) => ({ along, angular: a.angular })),
    ...onB.map((along) => ({ along: scaled(along, -1), angular: b.angular })),
  ]
  const drops = slides.map(({ along, angular }) => dot(v, along) + dot(r, cross(angular, along)))
  const bent =
    slides.length <= 2
      ? saved(
          slides.map(({ along }) => along),
          drops,
        )
      : Number.NaN
  const half = dot(v, v) + dot(r, minus(a.acceleration, b.acceleration)) - bent
  return [distance, first, (half - first * first) / distance]
}

/** Directions along which a nearest point may slide: none at a corner, one on a side, two on a face. */
function slidesOf({ point, triangle }: NearPoint, direction: Vector): Vector[] {
  const [p, q, s] = triangle
  const [u, w] = [minus(q, p), minus(s, p)]
  const normal = cross(u, w)
  const size = Math.hypot(...normal)
  const facing = Math.hypot(...cross(normal, direction))
  // nearest straight ahead of the face, even on a side that cuts the face in two
  if (facing <= SAME_FEATURE * size) return [u, w]
  const sides: [Vector, Vector][] = [
    [p, q],
    [q, s],
    [s, p],
  ]
  const on = sides.filter(([from, to]) => {
    const side = minus(to, from)
    const off = Math.hypot(...cross(side, minus(point, from)))
    return off <= SAME_FEATURE * dot(side, side)
  })
  return on.length === 1 ? [minus(on[0][1], on[0][0])] : []
}

/** What sliding along directions takes off: g' H^-1 g of their products H; not a number where they are one. */
function saved(along: readonly Vector[], g: readonly number[]): number {
  if (along.length === 0) return 0
  const [one, two] = along
  if (!two) return (g[0] * g[0]) / dot(one, one)
  const [h, k, l] = [dot(one, one), dot(one, two), dot(two, two)]
  const area = h * l - k * k
  if (area <= SAME_FEATURE * h * l) return Number.NaN
  return (l * g[0] * g[0] - 2 * k * g[0] * g[1] + h * g[1] * g[1]) / area
}
