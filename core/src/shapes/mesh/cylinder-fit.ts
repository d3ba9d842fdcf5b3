/**
 * The cylinder that fits points best: least squares of their distances from its surface, by Gauss-Newton on the tilt of the
 * axis, its place and the radius. Source: Eberly, Least Squares Fitting of Data by Circles and Cylinders; Golub & Van Loan,
 * section 5.3 (normal equations of a small problem).
 */
import { largest } from '../../maths/extremes'
import { factor, solveFactored } from '../../maths/lu'
import { anySquareTo, cross, dot, meanOf, norm, squareTo, subtract, unit } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { FITS, LEAST_ARC } from '../tolerances'

export interface Cylinder {
  /** A unit vector, and the point of the axis nearest to the middle of the points. */
  readonly axis: Vector
  readonly centre: Vector
  readonly radius: number
}

/** A cylinder by least squares, and how well the points know its radius. */
export interface FittedCylinder extends Cylinder {
  /** Standard error of the radius, as share of it: a short arc of points that miss by little may still leave it open. */
  readonly radiusError: number
}

const ITERATIONS = 12
const UNKNOWNS = 5

/**
 * @param start a rough cylinder
 * @param settled share of the radius by which the last step moves it at most [-]
 * @returns null where the points determine none
 */
export function fitCylinder(
  points: readonly Vector[],
  start: Cylinder,
  settled = 1e-13,
): FittedCylinder | null {
  const middle = meanOf(points)
  let { axis, radius } = start
  let centre = nearestOnAxis(start, middle)
  let radiusError = Infinity
  for (let iteration = 0; iteration < ITERATIONS; iteration++) {
    const u = anySquareTo(axis)
    const v = cross(axis, u)
    const matrix = new Float64Array(UNKNOWNS * UNKNOWNS)
    const right = new Float64Array(UNKNOWNS)
    const row = new Float64Array(UNKNOWNS)
    let squares = 0
    for (const point of points) {
      const px = point[0] - centre[0]
      const py = point[1] - centre[1]
      const pz = point[2] - centre[2]
      const along = px * axis[0] + py * axis[1] + pz * axis[2]
      const x = px * u[0] + py * u[1] + pz * u[2]
      const y = px * v[0] + py * v[1] + pz * v[2]
      const distance = Math.sqrt(x * x + y * y) || radius
      const nx = x / distance
      const ny = y / distance
      // by tilting the axis about v and u, moving it along u and v, and the radius
      row[0] = -nx * along
      row[1] = -ny * along
      row[2] = -nx
      row[3] = -ny
      row[4] = -1
      const off = distance - radius
      squares += off * off
      for (let i = 0; i < UNKNOWNS; i++) {
        right[i] -= row[i] * off
        for (let j = i; j < UNKNOWNS; j++) matrix[i * UNKNOWNS + j] += row[i] * row[j]
      }
    }
    for (let i = 0; i < UNKNOWNS; i++)
      for (let j = 0; j < i; j++) matrix[i * UNKNOWNS + j] = matrix[j * UNKNOWNS + i]
    const pivots = new Int32Array(UNKNOWNS)
    factor(matrix, UNKNOWNS, pivots)
    solveFactored(matrix, UNKNOWNS, pivots, right)
    const variance = Float64Array.of(0, 0, 0, 0, 1)
    solveFactored(matrix, UNKNOWNS, pivots, variance)
    if (![...right, ...variance].every(Number.isFinite)) return null
    const [tiltU, tiltV, du, dv, dr] = right
    axis = unit([0, 1, 2].map((k) => axis[k] + tiltU * u[k] + tiltV * v[k]) as unknown as Vector)
    const moved = [0, 1, 2].map((k) => centre[k] + du * u[k] + dv * v[k]) as unknown as Vector
    radius += dr
    if (!(radius > 0)) return null
    radiusError = Math.sqrt((squares / points.length) * Math.max(0, variance[4])) / radius
    centre = nearestOnAxis({ axis, centre: moved, radius }, middle)
    if (Math.abs(dr) + Math.abs(du) + Math.abs(dv) < settled * radius) break
  }
  return { axis, centre, radius, radiusError }
}

/** How far a point is from the surface, as share of the radius. */
export function missOf({ axis, centre, radius }: Cylinder, point: Vector): number {
  const p = subtract(point, centre)
  const along = dot(p, axis)
  return Math.abs(Math.sqrt(Math.max(0, dot(p, p) - along * along)) - radius) / radius
}

/** Whether points are on a cylinder: none misses it, its radius is known to a share of it, and they go round some of it. */
export function fits(cylinder: FittedCylinder, points: readonly Vector[], known: number): boolean {
  if (cylinder.radiusError > known || points.some((p) => missOf(cylinder, p) > FITS)) return false
  const across = points.map((p) => squareTo(subtract(p, points[0]), cylinder.axis))
  return largest(across.map(norm)) > LEAST_ARC * cylinder.radius
}

function nearestOnAxis({ axis, centre }: Cylinder, point: Vector): Vector {
  const along = dot(subtract(point, centre), axis)
  return [0, 1, 2].map((k) => centre[k] + along * axis[k]) as unknown as Vector
}
