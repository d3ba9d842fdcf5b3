/**
 * The circle that fits points best: in the plane through three of them far apart, least squares of |p|^2 = 2 c p + k, which
 * is linear in the centre and k. Source: Eberly, Least Squares Fitting of Data by Circles and Cylinders (algebraic fit).
 */
import { factor, solveFactored } from '../../maths/lu'
import { ahead, cross, dot, norm, subtract, unit } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { COLLINEAR } from '../tolerances'

export interface Circle {
  /** A unit vector: the points run counter-clockwise about it. */
  readonly axis: Vector
  readonly centre: Vector
  readonly radius: number
}

/** @param points in their order along the curve; returns null where they lie on a line */
export function fitCircle(points: readonly Vector[]): Circle | null {
  const n = points.length
  const [a, b, c] = [points[0], points[Math.floor(n / 3)], points[Math.floor((2 * n) / 3)]]
  const rough = circumscribed(a, b, c)
  if (!rough) return null
  const { axis, centre } = rough
  const u = unit(subtract(a, centre))
  const v = cross(axis, u)
  const matrix = new Float64Array(9)
  const right = new Float64Array(3)
  for (const point of points) {
    const p = subtract(point, centre)
    const [x, y] = [dot(p, u), dot(p, v)]
    const row = [2 * x, 2 * y, rough.radius]
    const square = x * x + y * y
    for (let i = 0; i < 3; i++) {
      right[i] += row[i] * square
      for (let j = 0; j < 3; j++) matrix[3 * i + j] += row[i] * row[j]
    }
  }
  const pivots = new Int32Array(3)
  factor(matrix, 3, pivots)
  solveFactored(matrix, 3, pivots, right)
  const [x, y, k] = right
  const radius = Math.sqrt(k * rough.radius + x * x + y * y)
  if (!Number.isFinite(radius)) return null
  return { axis, centre: ahead(ahead(centre, u, x), v, y), radius }
}

/** How far a point is from the circle, as share of the radius. */
export function missOfCircle({ axis, centre, radius }: Circle, point: Vector): number {
  const p = subtract(point, centre)
  const along = dot(p, axis)
  const across = norm(ahead(p, axis, -along)) - radius
  return Math.hypot(along, across) / radius
}

/** The circle through three points; null when they lie on a line. */
export function circumscribed(a: Vector, b: Vector, c: Vector): Circle | null {
  const [u, v] = [subtract(b, a), subtract(c, a)]
  const w = cross(u, v)
  const size = dot(w, w)
  if (size < COLLINEAR * dot(u, u) * dot(v, v)) return null
  const t = cross(w, u).map((x) => x * dot(v, v))
  const s = cross(v, w).map((x) => x * dot(u, u))
  const to = [0, 1, 2].map((k) => (t[k] + s[k]) / (2 * size)) as unknown as Vector
  return { centre: ahead(a, to, 1), axis: unit(w), radius: norm(to) }
}
