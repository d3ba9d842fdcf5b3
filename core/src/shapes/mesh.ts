/**
 * Triangle meshes for display and measurement, and the extrusion of a plane outline with holes.
 * Triangles are written out vertex by vertex (no index), so that a crease simply has two normals.
 */
import earcut from 'earcut'

export interface Mesh {
  /** 9 numbers a triangle [m]. */
  readonly positions: Float32Array
  /** One unit normal for each vertex. */
  readonly normals: Float32Array
  /** Feature edges as line segments, 6 numbers each [m]. */
  readonly edges: Float32Array
}

/** A closed outline x0, y0, x1, y1 ... without repeating the first point. */
export type Outline = readonly number[]

/** Directions that differ by more than this [rad] make a crease. */
const CREASE = Math.PI / 6

/** Points of an arc about (cx, cy), both ends included. */
export function arc(cx: number, cy: number, r: number, from: number, to: number, steps: number): number[] {
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = from + ((to - from) * i) / steps
    return [cx + r * Math.cos(angle), cy + r * Math.sin(angle)]
  }).flat()
}

/** A full circle, counter-clockwise. */
export function circle(cx: number, cy: number, r: number, steps = 48): number[] {
  return arc(cx, cy, r, 0, 2 * Math.PI, steps).slice(0, -2)
}

/** Extrudes the outline (counter-clockwise) less its holes (counter-clockwise) from z = bottom to z = top. */
export function extrude(outline: Outline, holes: readonly Outline[], bottom: number, top: number): Mesh {
  const positions: number[] = []
  const normals: number[] = []
  const edges: number[] = []
  addCap(outline, holes, bottom, -1, positions, normals)
  addCap(outline, holes, top, 1, positions, normals)
  addWall(outline, 1, bottom, top, positions, normals, edges)
  for (const hole of holes) addWall(hole, -1, bottom, top, positions, normals, edges)
  return {
    positions: Float32Array.from(positions),
    normals: Float32Array.from(normals),
    edges: Float32Array.from(edges),
  }
}

function addCap(
  outline: Outline,
  holes: readonly Outline[],
  z: number,
  facing: 1 | -1,
  positions: number[],
  normals: number[],
): void {
  const points = [...outline, ...holes.flat()]
  const starts: number[] = []
  let start = outline.length / 2
  for (const hole of holes) {
    starts.push(start)
    start += hole.length / 2
  }
  const corners = earcut(points, starts, 2)
  for (let t = 0; t < corners.length; t += 3) {
    const [a, b, c] = [corners[t], corners[t + 1], corners[t + 2]]
    const turn =
      (points[2 * b] - points[2 * a]) * (points[2 * c + 1] - points[2 * a + 1]) -
      (points[2 * c] - points[2 * a]) * (points[2 * b + 1] - points[2 * a + 1])
    for (const k of turn * facing > 0 ? [a, b, c] : [a, c, b]) {
      positions.push(points[2 * k], points[2 * k + 1], z)
      normals.push(0, 0, facing)
    }
  }
}

/** The wall over a closed outline; `side` 1 faces out of it, -1 into it. */
function addWall(
  outline: Outline,
  side: 1 | -1,
  bottom: number,
  top: number,
  positions: number[],
  normals: number[],
  edges: number[],
): void {
  const n = outline.length / 2
  const x = (i: number) => outline[2 * ((i + n) % n)]
  const y = (i: number) => outline[2 * ((i + n) % n) + 1]
  const direction = (i: number) => Math.atan2(y(i + 1) - y(i), x(i + 1) - x(i))
  const bend = (i: number) => {
    const d = direction(i) - direction(i - 1)
    return Math.atan2(Math.sin(d), Math.cos(d))
  }
  const outward = (angle: number) => [side * Math.sin(angle), -side * Math.cos(angle)]
  for (let i = 0; i < n; i++) {
    const here = direction(i)
    const atStart = Math.abs(bend(i)) > CREASE ? here : here - bend(i) / 2
    const atEnd = Math.abs(bend(i + 1)) > CREASE ? here : here + bend(i + 1) / 2
    const [sx, sy] = outward(atStart)
    const [ex, ey] = outward(atEnd)
    const corners = [
      [x(i), y(i), bottom, sx, sy],
      [x(i + 1), y(i + 1), bottom, ex, ey],
      [x(i + 1), y(i + 1), top, ex, ey],
      [x(i), y(i), top, sx, sy],
    ]
    for (const k of side > 0 ? [0, 1, 2, 0, 2, 3] : [0, 2, 1, 0, 3, 2]) {
      const [px, py, pz, nx, ny] = corners[k]
      positions.push(px, py, pz)
      normals.push(nx, ny, 0)
    }
    for (const z of [bottom, top]) edges.push(x(i), y(i), z, x(i + 1), y(i + 1), z)
    if (Math.abs(bend(i)) > CREASE) edges.push(x(i), y(i), bottom, x(i), y(i), top)
  }
}
