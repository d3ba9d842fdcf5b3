/**
 * Distance of two triangles: the smallest of their nine pairs of edges and their six pairs of corner and face, 0 where they
 * meet. Source: Larsen, Gottschalk, Lin, Manocha, Fast Proximity Queries with Swept Sphere Volumes (1999); segments by
 * Ericson, Real-Time Collision Detection, section 5.1.9.
 */
import { NO_AREA } from './tolerances'

/** Where two triangles are nearest: a point of each [m], and the square of their distance. */
export interface Nearest {
  square: number
  readonly a: Float64Array
  readonly b: Float64Array
}

export const nearestBuffer = (): Nearest => ({
  square: Infinity,
  a: new Float64Array(3),
  b: new Float64Array(3),
})

const onA = new Float64Array(3)
const onB = new Float64Array(3)
const heights = new Float64Array(3)

/** Triangles p[i .. i+8] and q[j .. j+8] in one frame; `out` gets the nearest points. */
export function triangleDistance(p: Float64Array, i: number, q: Float64Array, j: number, out: Nearest): void {
  out.square = Infinity
  let isApart = false
  for (let e = 0; e < 3; e++) {
    const a = i + 3 * e
    const a1 = i + 3 * ((e + 1) % 3)
    const a2 = i + 3 * ((e + 2) % 3)
    for (let f = 0; f < 3; f++) {
      const b = j + 3 * f
      const b1 = j + 3 * ((f + 1) % 3)
      const b2 = j + 3 * ((f + 2) % 3)
      nearestOfSegments(p, a, a1, q, b, b1)
      const x = onB[0] - onA[0]
      const y = onB[1] - onA[1]
      const z = onB[2] - onA[2]
      const square = x * x + y * y + z * z
      if (square > out.square) continue
      keep(out, square)
      // no third corner lies between the planes across the shortest line: nothing is nearer
      let beyondA = (p[a2] - onA[0]) * x + (p[a2 + 1] - onA[1]) * y + (p[a2 + 2] - onA[2]) * z
      let beyondB = (q[b2] - onB[0]) * x + (q[b2 + 1] - onB[1]) * y + (q[b2 + 2] - onB[2]) * z
      if (beyondA <= 0 && beyondB >= 0) return
      if (beyondA < 0) beyondA = 0
      if (beyondB > 0) beyondB = 0
      if (square - beyondA + beyondB > 0) isApart = true
    }
  }
  if (cornerOverFace(p, i, q, j, out.b, out.a, out)) return
  if (outOfPlane) isApart = true
  if (cornerOverFace(q, j, p, i, out.a, out.b, out)) return
  if (outOfPlane) isApart = true
  if (!isApart) meetingPoint(p, i, q, j, out)
}

let outOfPlane = false

/**
 * Whether the nearest corner of q, all of which lie on one side of p, lies over the inside of p; then that is the distance.
 * `outOfPlane` says afterwards whether they all lie on one side.
 */
function cornerOverFace(
  p: Float64Array,
  i: number,
  q: Float64Array,
  j: number,
  corner: Float64Array,
  foot: Float64Array,
  out: Nearest,
): boolean {
  outOfPlane = false
  const ux = p[i + 3] - p[i]
  const uy = p[i + 4] - p[i + 1]
  const uz = p[i + 5] - p[i + 2]
  const vx = p[i + 6] - p[i]
  const vy = p[i + 7] - p[i + 1]
  const vz = p[i + 8] - p[i + 2]
  const nx = uy * vz - uz * vy
  const ny = uz * vx - ux * vz
  const nz = ux * vy - uy * vx
  const nn = nx * nx + ny * ny + nz * nz
  const size = (ux * ux + uy * uy + uz * uz) * (vx * vx + vy * vy + vz * vz)
  if (nn <= NO_AREA * size) return false
  for (let k = 0; k < 3; k++) {
    const at = j + 3 * k
    heights[k] = (q[at] - p[i]) * nx + (q[at + 1] - p[i + 1]) * ny + (q[at + 2] - p[i + 2]) * nz
  }
  const [h0, h1, h2] = heights
  if (!((h0 > 0 && h1 > 0 && h2 > 0) || (h0 < 0 && h1 < 0 && h2 < 0))) return false
  outOfPlane = true
  let nearest = Math.abs(h0) < Math.abs(h1) ? 0 : 1
  if (Math.abs(h2) < Math.abs(heights[nearest])) nearest = 2
  const at = j + 3 * nearest
  for (let e = 0; e < 3; e++) {
    const a = i + 3 * e
    const b = i + 3 * ((e + 1) % 3)
    const ex = p[b] - p[a]
    const ey = p[b + 1] - p[a + 1]
    const ez = p[b + 2] - p[a + 2]
    // across the edge, inwards
    const cx = ny * ez - nz * ey
    const cy = nz * ex - nx * ez
    const cz = nx * ey - ny * ex
    if ((q[at] - p[a]) * cx + (q[at + 1] - p[a + 1]) * cy + (q[at + 2] - p[a + 2]) * cz <= 0) return false
  }
  const down = heights[nearest] / nn
  corner[0] = q[at]
  corner[1] = q[at + 1]
  corner[2] = q[at + 2]
  foot[0] = q[at] - down * nx
  foot[1] = q[at + 1] - down * ny
  foot[2] = q[at + 2] - down * nz
  out.square = heights[nearest] * down
  return true
}

function keep(out: Nearest, square: number): void {
  out.square = square
  out.a[0] = onA[0]
  out.a[1] = onA[1]
  out.a[2] = onA[2]
  out.b[0] = onB[0]
  out.b[1] = onB[1]
  out.b[2] = onB[2]
}

/** Two triangles that go through each other: a point that both have. */
function meetingPoint(p: Float64Array, i: number, q: Float64Array, j: number, out: Nearest): void {
  out.square = 0
  if (!edgeThroughFace(p, i, q, j, out.a)) edgeThroughFace(q, j, p, i, out.a)
  out.b.set(out.a)
}

/** Where an edge of p goes through q; false where none does. */
function edgeThroughFace(p: Float64Array, i: number, q: Float64Array, j: number, out: Float64Array): boolean {
  for (let e = 0; e < 3; e++) {
    const a = i + 3 * e
    const b = i + 3 * ((e + 1) % 3)
    const share = passing(p, a, b, q, j)
    if (share < 0) continue
    for (let k = 0; k < 3; k++) out[k] = p[a + k] + share * (p[b + k] - p[a + k])
    return true
  }
  return false
}

/** Share of the segment p[a] to p[b] at which it goes through the triangle q[j ..], borders included; -1 where it does not. */
export function passing(p: Float64Array, a: number, b: number, q: Float64Array, j: number): number {
  const dx = p[b] - p[a]
  const dy = p[b + 1] - p[a + 1]
  const dz = p[b + 2] - p[a + 2]
  const ux = q[j + 3] - q[j]
  const uy = q[j + 4] - q[j + 1]
  const uz = q[j + 5] - q[j + 2]
  const vx = q[j + 6] - q[j]
  const vy = q[j + 7] - q[j + 1]
  const vz = q[j + 8] - q[j + 2]
  const nx = uy * vz - uz * vy
  const ny = uz * vx - ux * vz
  const nz = ux * vy - uy * vx
  const slope = dx * nx + dy * ny + dz * nz
  if (slope === 0) return -1
  const share = ((q[j] - p[a]) * nx + (q[j + 1] - p[a + 1]) * ny + (q[j + 2] - p[a + 2]) * nz) / slope
  if (!(share >= 0 && share <= 1)) return -1
  const x = p[a] + share * dx - q[j]
  const y = p[a + 1] + share * dy - q[j + 1]
  const z = p[a + 2] + share * dz - q[j + 2]
  const nn = nx * nx + ny * ny + nz * nz
  const s = ((y * vz - z * vy) * nx + (z * vx - x * vz) * ny + (x * vy - y * vx) * nz) / nn
  const t = ((uy * z - uz * y) * nx + (uz * x - ux * z) * ny + (ux * y - uy * x) * nz) / nn
  return s >= 0 && t >= 0 && s + t <= 1 ? share : -1
}

/** Nearest points of the segments p[a] to p[a1] and q[b] to q[b1], into `onA` and `onB`. */
function nearestOfSegments(
  p: Float64Array,
  a: number,
  a1: number,
  q: Float64Array,
  b: number,
  b1: number,
): void {
  const ux = p[a1] - p[a]
  const uy = p[a1 + 1] - p[a + 1]
  const uz = p[a1 + 2] - p[a + 2]
  const vx = q[b1] - q[b]
  const vy = q[b1 + 1] - q[b + 1]
  const vz = q[b1 + 2] - q[b + 2]
  const wx = p[a] - q[b]
  const wy = p[a + 1] - q[b + 1]
  const wz = p[a + 2] - q[b + 2]
  const uu = ux * ux + uy * uy + uz * uz
  const vv = vx * vx + vy * vy + vz * vz
  const uv = ux * vx + uy * vy + uz * vz
  const uw = ux * wx + uy * wy + uz * wz
  const vw = vx * wx + vy * wy + vz * wz
  const area = uu * vv - uv * uv
  let s = 0
  if (area > NO_AREA * uu * vv) s = clamp((uv * vw - uw * vv) / area)
  let t = vv > 0 ? (uv * s + vw) / vv : 0
  if (t < 0 || t > 1 || vv === 0) {
    t = clamp(t)
    s = uu > 0 ? clamp((uv * t - uw) / uu) : 0
  }
  onA[0] = p[a] + s * ux
  onA[1] = p[a + 1] + s * uy
  onA[2] = p[a + 2] + s * uz
  onB[0] = q[b] + t * vx
  onB[1] = q[b + 1] + t * vy
  onB[2] = q[b + 2] + t * vz
}

const clamp = (share: number): number => (share < 0 ? 0 : share > 1 ? 1 : share)
