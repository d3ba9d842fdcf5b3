/**
 * Flat faces as files and extrusions bring them are cut into long slivers, whose boxes overlap all over the face. Exchanging the
 * common side of two triangles in one plane for the other one of their quadrilateral, where that makes them rounder, leaves
 * the surface as it is and lets a tree of boxes tell places apart.
 * Source: Lawson, Software for C1 surface interpolation (1977); de Berg et al., Computational Geometry, section 9.3.
 */
import { COPLANAR } from './tolerances'

/** Exchanges for each triangle at most; they come to an end by themselves but for rounding. */
const MOST_EXCHANGES = 20

/**
 * @param positions nine numbers a triangle [m]
 * @param corner the first vertex in the place of each vertex
 * @returns as many triangles with the same corners, over the same faces
 */
export function rounderTriangles(positions: Float32Array, corner: Int32Array): Float32Array {
  const faces = new FlatFaces(positions, corner)
  faces.exchange()
  return faces.positions()
}

class FlatFaces {
  /** Three corners a triangle. */
  private readonly corners: Int32Array
  /** For each side of a triangle, from its k-th corner on, the side of the neighbour; -1 where there is none or several. */
  private readonly beside: Int32Array
  private readonly pending: number[] = []

  constructor(
    private readonly points: Float32Array,
    corner: Int32Array,
  ) {
    this.corners = corner.slice()
    this.beside = sidesBeside(this.corners)
  }

  exchange(): void {
    const { pending, beside } = this
    for (let side = 0; side < beside.length; side++) if (beside[side] > side) pending.push(side)
    let left = MOST_EXCHANGES * (beside.length / 3)
    for (let side = pending.pop(); side !== undefined && left > 0; side = pending.pop())
      if (this.tryExchange(side)) left--
  }

  positions(): Float32Array {
    const { points, corners } = this
    const out = new Float32Array(3 * corners.length)
    corners.forEach((corner, v) => {
      for (let k = 0; k < 3; k++) out[3 * v + k] = points[3 * corner + k]
    })
    return out
  }

  /** Exchanges the side a-b of the triangles abc and bad for c-d, where both are flat and become rounder. */
  private tryExchange(side: number): boolean {
    const { corners, beside, pending } = this
    const other = beside[side]
    if (other < 0) return false
    const [n, m] = [next(side), next(next(side))]
    const [p, r] = [next(other), next(next(other))]
    if (!this.isBetter(corners[side], corners[n], corners[m], corners[r])) return false
    // abc becomes adc, bad becomes bcd
    const [besideBC, besideAD] = [beside[n], beside[p]]
    corners[n] = corners[r]
    corners[p] = corners[m]
    this.join(side, besideAD)
    this.join(other, besideBC)
    this.join(n, p)
    pending.push(side, other, m, r)
    return true
  }

  private join(side: number, other: number): void {
    this.beside[side] = other
    if (other >= 0) this.beside[other] = side
  }

  /** Whether the triangles abc and bad lie in one plane, and their angles at c and d are together more than half a turn. */
  private isBetter(a: number, b: number, c: number, d: number): boolean {
    const p = this.points
    const ex = p[3 * b] - p[3 * a]
    const ey = p[3 * b + 1] - p[3 * a + 1]
    const ez = p[3 * b + 2] - p[3 * a + 2]
    const ux = p[3 * c] - p[3 * a]
    const uy = p[3 * c + 1] - p[3 * a + 1]
    const uz = p[3 * c + 2] - p[3 * a + 2]
    const vx = p[3 * d] - p[3 * a]
    const vy = p[3 * d + 1] - p[3 * a + 1]
    const vz = p[3 * d + 2] - p[3 * a + 2]
    // across either triangle: e x u and v x e
    const mx = ey * uz - ez * uy
    const my = ez * ux - ex * uz
    const mz = ex * uy - ey * ux
    const nx = vy * ez - vz * ey
    const ny = vz * ex - vx * ez
    const nz = vx * ey - vy * ex
    const one = Math.sqrt(mx * mx + my * my + mz * mz)
    const two = Math.sqrt(nx * nx + ny * ny + nz * nz)
    if (one === 0 || two === 0 || !(mx * nx + my * ny + mz * nz > (1 - COPLANAR) * one * two)) return false
    // sine of the sum of the angles at c and d, times their sides
    const atC = ux * (ux - ex) + uy * (uy - ey) + uz * (uz - ez)
    const atD = vx * (vx - ex) + vy * (vy - ey) + vz * (vz - ez)
    return one * atD + two * atC < -COPLANAR * one * two
  }
}

const next = (side: number): number => (side % 3 === 2 ? side - 2 : side + 1)

function sidesBeside(corners: Int32Array): Int32Array {
  const beside = new Int32Array(corners.length).fill(-1)
  const known = new Map<number, number>()
  const most = corners.length
  for (let side = 0; side < corners.length; side++) {
    const [from, to] = [corners[side], corners[next(side)]]
    const back = known.get(to * most + from)
    if (back !== undefined && beside[back] === -1) {
      beside[side] = back
      beside[back] = side
    } else known.set(from * most + to, side)
  }
  return beside
}
