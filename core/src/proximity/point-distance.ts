/** Distance of a point and the surface of a body. Source: Ericson, Real-Time Collision Detection, section 5.1.5. */
import type { TriangleTree } from './triangle-tree'

const MOST_WAITING = 512

export class PointDistance {
  private readonly waiting = new Int32Array(MOST_WAITING)

  constructor(private readonly tree: TriangleTree) {}

  /** [m] */
  measure(x: number, y: number, z: number): number {
    return Math.sqrt(this.search(x, y, z, Infinity, -1))
  }

  /** Whether the surface is further away than a distance. */
  isBeyond(x: number, y: number, z: number, distance: number): boolean {
    const square = distance * distance
    return this.search(x, y, z, square * (1 + 1e-12) + Number.MIN_VALUE, square) > square
  }

  /** The least square of a distance below `best`, else `best`; the first that is at most `enough`. */
  private search(x: number, y: number, z: number, best: number, enough: number): number {
    const { boxes, children, from, to, triangles } = this.tree
    const { waiting } = this
    let least = best
    let count = 1
    waiting[0] = 0
    while (count > 0) {
      const node = waiting[--count]
      if (boxSquare(boxes, 6 * node, x, y, z) >= least) continue
      const inside = children[node]
      if (inside === 0) {
        for (let t = from[node]; t < to[node]; t++)
          least = Math.min(least, squareTo(triangles, 9 * t, x, y, z))
        if (least <= enough) return least
        continue
      }
      const isFirst = boxSquare(boxes, 6 * inside, x, y, z) <= boxSquare(boxes, 6 * inside + 6, x, y, z)
      waiting[count++] = isFirst ? inside + 1 : inside
      waiting[count++] = isFirst ? inside : inside + 1
    }
    return least
  }
}

function boxSquare(boxes: Float64Array, at: number, x: number, y: number, z: number): number {
  const dx = Math.abs(x - boxes[at]) - boxes[at + 3]
  const dy = Math.abs(y - boxes[at + 1]) - boxes[at + 4]
  const dz = Math.abs(z - boxes[at + 2]) - boxes[at + 5]
  return (dx > 0 ? dx * dx : 0) + (dy > 0 ? dy * dy : 0) + (dz > 0 ? dz * dz : 0)
}

/** Square of the distance of a point and the triangle p[at ..]. */
function squareTo(p: Float64Array, at: number, x: number, y: number, z: number): number {
  const ux = p[at + 3] - p[at]
  const uy = p[at + 4] - p[at + 1]
  const uz = p[at + 5] - p[at + 2]
  const vx = p[at + 6] - p[at]
  const vy = p[at + 7] - p[at + 1]
  const vz = p[at + 8] - p[at + 2]
  const wx = x - p[at]
  const wy = y - p[at + 1]
  const wz = z - p[at + 2]
  const uu = ux * ux + uy * uy + uz * uz
  const uv = ux * vx + uy * vy + uz * vz
  const vv = vx * vx + vy * vy + vz * vz
  const uw = ux * wx + uy * wy + uz * wz
  const vw = vx * wx + vy * wy + vz * wz
  const area = uu * vv - uv * uv
  const s = (vv * uw - uv * vw) / area
  const t = (uu * vw - uv * uw) / area
  if (area > 0 && s >= 0 && t >= 0 && s + t <= 1)
    return squareOf(wx - s * ux - t * vx, wy - s * uy - t * vy, wz - s * uz - t * vz)
  const alongU = share(uw, uu)
  const alongV = share(vw, vv)
  const [ex, ey, ez] = [vx - ux, vy - uy, vz - uz]
  const alongE = share((wx - ux) * ex + (wy - uy) * ey + (wz - uz) * ez, ex * ex + ey * ey + ez * ez)
  return Math.min(
    squareOf(wx - alongU * ux, wy - alongU * uy, wz - alongU * uz),
    squareOf(wx - alongV * vx, wy - alongV * vy, wz - alongV * vz),
    squareOf(wx - ux - alongE * ex, wy - uy - alongE * ey, wz - uz - alongE * ez),
  )
}

const squareOf = (x: number, y: number, z: number): number => x * x + y * y + z * z

/** Share of a segment of the squared length `whole`, from 0 to 1. */
const share = (along: number, whole: number): number =>
  whole > 0 ? Math.min(1, Math.max(0, along / whole)) : 0
