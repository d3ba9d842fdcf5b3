/** A mesh as a person would sketch it: its feature edges and its outline, seen from a corner. */
import type { Mesh } from '@ligamen/core'

/** The way one looks, from the right, the front and above. */
const projected = (x: number, y: number, z: number): [number, number] => [
  0.94 * x + 0.34 * y,
  -(0.82 * z + 0.5 * y - 0.18 * x),
]

/** Ends of the lines of a sketch, two points a line, to the right and down. */
export function sketchLines({ positions, edges }: Mesh): [number, number][] {
  const points: [number, number][] = []
  for (let k = 0; k < edges.length; k += 3) points.push(projected(edges[k]!, edges[k + 1]!, edges[k + 2]!))
  points.push(...outline(positions))
  return points
}

/** What the points cover: left, top, right, bottom. */
export function extentOf(points: readonly (readonly [number, number])[]): [number, number, number, number] {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const [x, y] of points) {
    left = Math.min(left, x)
    right = Math.max(right, x)
    top = Math.min(top, y)
    bottom = Math.max(bottom, y)
  }
  return [left, top, right, bottom]
}

/** The path of an SVG. @param place where a point of the sketch is drawn */
export function pathOf(
  points: readonly (readonly [number, number])[],
  place: (point: readonly [number, number]) => readonly [number, number],
): string {
  const shown = points.map((point) => place(point).map((v) => v.toFixed(1)))
  let path = ''
  for (let k = 0; k < shown.length; k += 2) path += `M${shown[k]!.join(' ')}L${shown[k + 1]!.join(' ')}`
  return path
}

/** Steps of the size of the shape within which two corners are one; positions are known to a tenth of a step. */
const STEPS = 2 ** 21

/** Sides at which the surface turns away from the viewer: those shared by a triangle seen from the front and one from behind. */
function outline(positions: Float32Array): [number, number][] {
  const points: [number, number][] = []
  for (let k = 0; k < positions.length; k += 3)
    points.push(projected(positions[k]!, positions[k + 1]!, positions[k + 2]!))
  const corners = numbered(points)
  const sides = new Map<number, boolean>()
  const found: [number, number][] = []
  const side = (p: number, q: number, front: boolean) => {
    const [a, b] = [corners[p]!, corners[q]!]
    const key = Math.min(a, b) * points.length + Math.max(a, b)
    const other = sides.get(key)
    if (other === undefined) sides.set(key, front)
    else if (other !== front) found.push(points[p]!, points[q]!)
  }
  for (let t = 0; t < points.length; t += 3) {
    const [a, b, c] = [points[t]!, points[t + 1]!, points[t + 2]!]
    const front = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) < 0
    side(t, t + 1, front)
    side(t + 1, t + 2, front)
    side(t + 2, t, front)
  }
  return found
}

/** A number for each point; points that coincide have the same one. */
function numbered(points: readonly (readonly [number, number])[]): Int32Array {
  const [left, top, right, bottom] = extentOf(points)
  const step = Math.max(right - left, bottom - top) / STEPS || 1
  const numbers = new Map<number, number>()
  return Int32Array.from(points, ([x, y]) => {
    const cell = Math.round((x - left) / step) * 2 * STEPS + Math.round((y - top) / step)
    const known = numbers.get(cell) ?? numbers.size
    numbers.set(cell, known)
    return known
  })
}
