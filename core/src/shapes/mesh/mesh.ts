/**
 * Triangle meshes for display and measurement: extrusion of a plane outline with holes, and meshes put together.
 * Triangles are written out vertex by vertex (no index), so that a crease simply has two normals.
 */
import earcut from 'earcut'
import type { Frame } from '../../maths/frame'
import type { Face } from './faces'

/** Triangles with their corners, nine numbers each [m]. */
export interface Mesh {
  /** 9 numbers a triangle [m]. */
  readonly positions: Float32Array
  /** One unit normal for each vertex. */
  readonly normals: Float32Array
  /** Feature edges as line segments, 6 numbers each [m]. */
  readonly edges: Float32Array
  /** The faces of the solid, where a kernel said them. */
  readonly faces?: readonly Face[]
}

/** A closed outline x0, y0, x1, y1 ... without repeating the first point. */
export type Outline = readonly number[]

/** Directions that differ by more than this [rad] make a crease. */
export const CREASE = Math.PI / 6

/** Collects the numbers of a mesh. */
export class MeshBuilder {
  readonly positions: number[] = []
  readonly normals: number[] = []
  readonly edges: number[] = []

  done(): Mesh {
    return {
      positions: Float32Array.from(this.positions),
      normals: Float32Array.from(this.normals),
      edges: Float32Array.from(this.edges),
    }
  }
}

/** Points of an arc about (cx, cy), both ends included. */
export function arc(cx: number, cy: number, r: number, from: number, to: number, steps: number): number[] {
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = from + ((to - from) * i) / steps
    return [cx + r * Math.cos(angle), cy + r * Math.sin(angle)]
  }).flat()
}

/** A full circle, counter-clockwise. */
export function circle(cx: number, cy: number, r: number, chords: number): number[] {
  return arc(cx, cy, r, 0, 2 * Math.PI, chords).slice(0, -2)
}

/** A rectangle about (cx, cy), counter-clockwise. */
export const rectangle = (cx: number, cy: number, width: number, depth: number): number[] => [
  cx - width / 2,
  cy - depth / 2,
  cx + width / 2,
  cy - depth / 2,
  cx + width / 2,
  cy + depth / 2,
  cx - width / 2,
  cy + depth / 2,
]

/** Twice the area enclosed, positive when the outline runs counter-clockwise. */
export function twiceArea(outline: Outline): number {
  let sum = 0
  const n = outline.length
  for (let i = 0; i < n; i += 2)
    sum += outline[i] * outline[(i + 3) % n] - outline[(i + 2) % n] * outline[i + 1]
  return sum
}

/** Extrudes the outline (counter-clockwise) less its holes (counter-clockwise) from z = bottom to z = top. */
export function extrude(outline: Outline, holes: readonly Outline[], bottom: number, top: number): Mesh {
  const out = new MeshBuilder()
  addCap(outline, holes, bottom, -1, out)
  addCap(outline, holes, top, 1, out)
  addWall(outline, 1, bottom, top, out)
  for (const hole of holes) addWall(hole, -1, bottom, top, out)
  return out.done()
}

/** The mesh seen from where `frame` is given. */
export function placed({ positions, normals, edges }: Mesh, frame: Frame): Mesh {
  const moved = (points: Float32Array, origin: 0 | 1) => {
    const out = new Float32Array(points.length)
    for (let i = 0; i < points.length; i += 3) {
      for (let k = 0; k < 3; k++) {
        out[i + k] =
          frame[k] * points[i] +
          frame[3 + k] * points[i + 1] +
          frame[6 + k] * points[i + 2] +
          origin * frame[9 + k]
      }
    }
    return out
  }
  return { positions: moved(positions, 1), normals: moved(normals, 0), edges: moved(edges, 1) }
}

/** Several meshes as one. */
export function joined(meshes: readonly Mesh[]): Mesh {
  if (meshes.length === 1) return meshes[0]
  const chain = (lists: readonly Float32Array[]) => {
    const out = new Float32Array(lists.reduce((sum, list) => sum + list.length, 0))
    let at = 0
    for (const list of lists) {
      out.set(list, at)
      at += list.length
    }
    return out
  }
  return {
    positions: chain(meshes.map((m) => m.positions)),
    normals: chain(meshes.map((m) => m.normals)),
    edges: chain(meshes.map((m) => m.edges)),
  }
}

function addCap(
  outline: Outline,
  holes: readonly Outline[],
  z: number,
  facing: 1 | -1,
  { positions, normals }: MeshBuilder,
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

/** Directions of the segments of a closed outline and the bends between them [rad]. */
export function bends(outline: Outline): { direction: number[]; bend: number[] } {
  const n = outline.length / 2
  const direction = Array.from({ length: n }, (_, i) => {
    const j = (i + 1) % n
    return Math.atan2(outline[2 * j + 1] - outline[2 * i + 1], outline[2 * j] - outline[2 * i])
  })
  const bend = direction.map((d, i) => {
    const turned = d - direction[(i + n - 1) % n]
    return Math.atan2(Math.sin(turned), Math.cos(turned))
  })
  return { direction, bend }
}

/** The wall over a closed outline; `side` 1 faces out of it, -1 into it. */
function addWall(
  outline: Outline,
  side: 1 | -1,
  bottom: number,
  top: number,
  { positions, normals, edges }: MeshBuilder,
): void {
  const n = outline.length / 2
  const { direction, bend } = bends(outline)
  const outward = (angle: number) => [side * Math.sin(angle), -side * Math.cos(angle)]
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n
    const [x, y, nextX, nextY] = [outline[2 * i], outline[2 * i + 1], outline[2 * j], outline[2 * j + 1]]
    const atStart = Math.abs(bend[i]) > CREASE ? direction[i] : direction[i] - bend[i] / 2
    const atEnd = Math.abs(bend[j]) > CREASE ? direction[i] : direction[i] + bend[j] / 2
    const [sx, sy] = outward(atStart)
    const [ex, ey] = outward(atEnd)
    const corners = [
      [x, y, bottom, sx, sy],
      [nextX, nextY, bottom, ex, ey],
      [nextX, nextY, top, ex, ey],
      [x, y, top, sx, sy],
    ]
    for (const k of side > 0 ? [0, 1, 2, 0, 2, 3] : [0, 2, 1, 0, 3, 2]) {
      const [px, py, pz, nx, ny] = corners[k]
      positions.push(px, py, pz)
      normals.push(nx, ny, 0)
    }
    for (const z of [bottom, top]) edges.push(x, y, z, nextX, nextY, z)
    if (Math.abs(bend[i]) > CREASE) edges.push(x, y, bottom, x, y, top)
  }
}
