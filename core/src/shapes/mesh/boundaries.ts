/**
 * The boundary of a face cut into circles, arcs and straight edges. Arcs are runs of equal chords that turn by equal angles;
 * those of a cylinder take its axis and radius. What does not fit is not offered.
 */
import { ahead, cross, dot, norm, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { FITS, FLAT } from '../tolerances'
import { fitCircle, missOfCircle } from './circle-fit'
import type { Circle } from './circle-fit'
import type { Cylinder } from './cylinder-fit'
import { angleBetween, BEND, FEWEST_CHORDS, framed } from './feature'
import type { Feature } from './feature'

/** A boundary feature with the polyline that it is drawn by. */
export interface Boundary {
  readonly feature: Feature
  readonly points: readonly Vector[]
}

/** Cuts a closed boundary into circles, arcs and straight edges. */
export function partsOf(loop: readonly Vector[], rounds: readonly Cylinder[]): Boundary[] {
  const whole = loop.length > 2 * FEWEST_CHORDS ? curve(loop, true, rounds) : null
  if (whole) return [whole]
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
  if (breaks.length === 0) return [curve(loop, true, rounds)].filter((b) => b !== null)
  // where an arc meets a straight edge smoothly, the lengths of the edges differ
  return breaks.flatMap((from, k) => {
    const to = breaks[k + 1] ?? breaks[0] + n
    const points = Array.from({ length: to - from + 1 }, (_, i) => point(from + i))
    const found = points.length > FEWEST_CHORDS ? curve(points, false, rounds) : null
    if (found) return [found]
    return points.length === 2 || straightLine(points) ? [edge(points[0], points[points.length - 1])] : []
  })
}

/** The circle or arc through points, if all of them fit it; on the cylinder whose rim it is. */
function curve(points: readonly Vector[], closed: boolean, rounds: readonly Cylinder[]): Boundary | null {
  const fitted = fitCircle(points)
  if (!fitted || points.some((p) => missOfCircle(fitted, p) > FITS)) return null
  const { axis, centre, radius } = rounds.reduce(rimOf, fitted)
  const feature: Feature = { kind: closed ? 'circle' : 'arc', frame: framed(axis, centre), radius }
  return { feature, points: closed ? [...points, points[0]] : points }
}

/** A circle with the axis and radius of a cylinder, if it lies squarely on it. */
function rimOf(circle: Circle, { axis, centre, radius }: Cylinder): Circle {
  const between = subtract(circle.centre, centre)
  const along = dot(between, axis)
  const nearest = ahead(centre, axis, along)
  const fits =
    norm(cross(circle.axis, axis)) < FITS &&
    Math.abs(circle.radius - radius) < FITS * radius &&
    norm(subtract(circle.centre, nearest)) < FITS * radius
  if (!fits) return circle
  const facing = Math.sign(dot(circle.axis, axis))
  return { axis: [facing * axis[0], facing * axis[1], facing * axis[2]], centre: nearest, radius }
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

/** Closed runs of directed edges. */
export function loopsOf(next: Map<number, number[]>): number[][] {
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
