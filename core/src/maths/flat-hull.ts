/**
 * How far points spread: along a line, in a plane with the area of their hull, or in space.
 * Source: Andrew, Another efficient algorithm for convex hulls in two dimensions (monotone chain).
 */
import { cross, dot, norm, scaled, subtract } from './vector'
import type { Vector } from './vector'

export interface Spread {
  readonly kind: 'point' | 'line' | 'plane' | 'space'
  /** Between the two points that are furthest from each other, about [m]. */
  readonly length: number
  /** Of the hull where they lie in a plane [m^2], else 0. */
  readonly area: number
}

/** Share of their spread by which points may miss a line or a plane [-]. */
const FLAT = 1e-6

/** @param points three numbers each */
export function spreadOf(points: ArrayLike<number>): Spread {
  const at = (k: number): Vector => [points[3 * k], points[3 * k + 1], points[3 * k + 2]]
  const count = Math.floor(points.length / 3)
  if (count === 0) return { kind: 'point', length: 0, area: 0 }
  const farthest = (measure: (p: Vector) => number): Vector => {
    let [best, most] = [at(0), -1]
    for (let k = 0; k < count; k++) {
      const size = measure(at(k))
      if (size > most) [best, most] = [at(k), size]
    }
    return best
  }
  const a = farthest((p) => norm(subtract(p, at(0))))
  const b = farthest((p) => norm(subtract(p, a)))
  const length = norm(subtract(b, a))
  if (!(length > 0)) return { kind: 'point', length: 0, area: 0 }
  const x = scaled(subtract(b, a), 1 / length)
  const off = (p: Vector): Vector => {
    const d = subtract(p, a)
    const along = dot(d, x)
    return [d[0] - along * x[0], d[1] - along * x[1], d[2] - along * x[2]]
  }
  const c = farthest((p) => norm(off(p)))
  const width = norm(off(c))
  if (width < FLAT * length) return { kind: 'line', length, area: 0 }
  const y = scaled(off(c), 1 / width)
  const z = cross(x, y)
  const above = (p: Vector) => Math.abs(dot(subtract(p, a), z))
  const height = above(farthest(above))
  if (height > FLAT * length) return { kind: 'space', length, area: 0 }
  const flat = Array.from({ length: count }, (_, k): readonly [number, number] => {
    const d = subtract(at(k), a)
    return [dot(d, x), dot(d, y)]
  })
  const hull = convexHull(flat)
  const area = hull.reduce((sum, [px, py], k) => {
    const [qx, qy] = hull[(k + 1) % hull.length]
    return sum + (px * qy - qx * py) / 2
  }, 0)
  return { kind: 'plane', length, area }
}

type Flat = readonly [number, number]

/** Counter-clockwise. */
function convexHull(points: readonly Flat[]): Flat[] {
  const sorted = [...points].sort((p, q) => p[0] - q[0] || p[1] - q[1])
  const turns = (o: Flat, p: Flat, q: Flat) => (p[0] - o[0]) * (q[1] - o[1]) - (p[1] - o[1]) * (q[0] - o[0])
  const half = (list: readonly Flat[]) => {
    const chain: Flat[] = []
    for (const point of list) {
      while (chain.length > 1 && turns(chain[chain.length - 2], chain[chain.length - 1], point) <= 0)
        chain.pop()
      chain.push(point)
    }
    return chain.slice(0, -1)
  }
  return [...half(sorted), ...half(sorted.reverse())]
}
