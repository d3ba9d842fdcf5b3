/**
 * Meshes from bare triangles, as files bring them: corners in one place are joined, smooth normals are averaged by the angle
 * at the corner, and sides that bend by more than a crease become edges.
 */
import { ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { CREASE } from './mesh'
import type { Face } from './faces'
import type { Mesh } from './mesh'
import { GRAIN, LEAST_GRAIN } from '../tolerances'

/**
 * @param positions nine numbers a triangle [m]; triangles without area are left out
 * @param faces of the solid, where they are known
 */
export function meshOfTriangles(positions: Float32Array, faces: readonly Face[] = []): Mesh {
  const { kept, left } = withoutSlivers(positions)
  const vertices = kept.length / 3
  const corner = cornersOf(kept)
  const flat = faceNormals(kept)
  const normals = smoothNormals(kept, corner, flat)
  const edges = creases(kept, corner, flat, vertices)
  return { positions: kept, normals, edges, faces: facesLeft(faces, left, kept.length / 9) }
}

/** Triangles of a body seen from the frame in which its own frame is [m]. */
export function moveTriangles(positions: Float32Array, f: Frame): Float32Array {
  const out = new Float32Array(positions.length)
  for (let i = 0; i < positions.length; i += 3) {
    const x = positions[i]
    const y = positions[i + 1]
    const z = positions[i + 2]
    for (let k = 0; k < 3; k++) out[i + k] = f[k] * x + f[3 + k] * y + f[6 + k] * z + f[ORIGIN + k]
  }
  return out
}

/** Lower and upper corner of the box around a mesh [m]. */
export function boundsOfTriangles(positions: Float32Array): Float64Array {
  const box = Float64Array.of(Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity)
  for (let i = 0; i < positions.length; i++) {
    const k = i % 3
    if (positions[i] < box[k]) box[k] = positions[i]
    if (positions[i] > box[k + 3]) box[k + 3] = positions[i]
  }
  return box
}

/** The triangles with an area, and those without by number, rising. */
function withoutSlivers(p: Float32Array): { kept: Float32Array; left: readonly number[] } {
  const out = new Float32Array(p.length)
  const left: number[] = []
  let at = 0
  for (let t = 0; t + 8 < p.length; t += 9) {
    const [nx, ny, nz] = normalAt(p, t)
    const area = nx * nx + ny * ny + nz * nz
    if (!(area > 0) || !Number.isFinite(area)) {
      left.push(t / 9)
      continue
    }
    out.set(p.subarray(t, t + 9), at)
    at += 9
  }
  return { kept: at === p.length ? p : out.slice(0, at), left }
}

/** Faces counted in the triangles that are kept; those that have none are gone. */
function facesLeft(faces: readonly Face[], left: readonly number[], triangles: number): Face[] {
  let gone = 0
  const moved = faces.map(({ first, surface }) => {
    while (gone < left.length && left[gone] < first) gone++
    return { first: first - gone, surface }
  })
  return moved.filter(({ first }, k) => first < (moved[k + 1]?.first ?? triangles))
}

function normalAt(p: Float32Array, t: number): [number, number, number] {
  const ux = p[t + 3] - p[t]
  const uy = p[t + 4] - p[t + 1]
  const uz = p[t + 5] - p[t + 2]
  const vx = p[t + 6] - p[t]
  const vy = p[t + 7] - p[t + 1]
  const vz = p[t + 8] - p[t + 2]
  return [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
}

/** Three numbers a triangle. */
function faceNormals(p: Float32Array): Float32Array {
  const normals = new Float32Array(p.length / 3)
  for (let t = 0; t < p.length; t += 9) {
    const n = normalAt(p, t)
    const length = Math.hypot(...n)
    for (let k = 0; k < 3; k++) normals[t / 3 + k] = n[k] / length
  }
  return normals
}

/** The first vertex in the place of each vertex. */
export function cornersOf(p: Float32Array): Int32Array {
  let largest = 0
  for (const v of p) largest = Math.max(largest, Math.abs(v))
  const grain = Math.max(largest * GRAIN, LEAST_GRAIN)
  const known = new Map<string, number>()
  return Int32Array.from({ length: p.length / 3 }, (_, v) => {
    const key = `${Math.round(p[3 * v] / grain)} ${Math.round(p[3 * v + 1] / grain)} ${Math.round(p[3 * v + 2] / grain)}`
    const found = known.get(key)
    if (found !== undefined) return found
    known.set(key, v)
    return v
  })
}

function smoothNormals(p: Float32Array, corner: Int32Array, faces: Float32Array): Float32Array {
  const around = new Map<number, number[]>()
  corner.forEach((c, v) => {
    const list = around.get(c)
    if (list) list.push(v)
    else around.set(c, [v])
  })
  const smooth = Math.cos(CREASE)
  const normals = new Float32Array(p.length)
  const weights = Float64Array.from(corner, (_, v) => angleAt(p, v))
  for (let v = 0; v < corner.length; v++) {
    const own = 3 * Math.floor(v / 3)
    let [x, y, z] = [0, 0, 0]
    for (const other of around.get(corner[v])!) {
      const f = 3 * Math.floor(other / 3)
      const along = faces[own] * faces[f] + faces[own + 1] * faces[f + 1] + faces[own + 2] * faces[f + 2]
      if (along < smooth) continue
      const weight = weights[other]
      x += weight * faces[f]
      y += weight * faces[f + 1]
      z += weight * faces[f + 2]
    }
    const length = Math.hypot(x, y, z) || 1
    normals.set([x / length, y / length, z / length], 3 * v)
  }
  return normals
}

/** Angle of a triangle at one of its vertices. */
function angleAt(p: Float32Array, v: number): number {
  const t = 3 * Math.floor(v / 3)
  const [a, b, c] = [v, t + ((v + 1) % 3), t + ((v + 2) % 3)].map((k) => 3 * k)
  const u = [0, 1, 2].map((k) => p[b + k] - p[a + k])
  const w = [0, 1, 2].map((k) => p[c + k] - p[a + k])
  const dot = u[0] * w[0] + u[1] * w[1] + u[2] * w[2]
  return Math.acos(Math.min(1, Math.max(-1, dot / (Math.hypot(...u) * Math.hypot(...w)))))
}

function creases(p: Float32Array, corner: Int32Array, faces: Float32Array, vertices: number): Float32Array {
  const open = new Map<string, number>()
  const edges: number[] = []
  const smooth = Math.cos(CREASE)
  const draw = (v: number, w: number) =>
    edges.push(p[3 * v], p[3 * v + 1], p[3 * v + 2], p[3 * w], p[3 * w + 1], p[3 * w + 2])
  for (let v = 0; v < vertices; v++) {
    const w = v % 3 === 2 ? v - 2 : v + 1
    const [a, b] = [corner[v], corner[w]]
    const key = a < b ? `${a} ${b}` : `${b} ${a}`
    const other = open.get(key)
    if (other === undefined) {
      open.set(key, v)
      continue
    }
    open.delete(key)
    const [f, g] = [v, other].map((k) => 3 * Math.floor(k / 3))
    if (faces[f] * faces[g] + faces[f + 1] * faces[g + 1] + faces[f + 2] * faces[g + 2] < smooth) draw(v, w)
  }
  // a side with one triangle is a rim
  for (const v of open.values()) draw(v, v % 3 === 2 ? v - 2 : v + 1)
  return Float32Array.from(edges)
}
