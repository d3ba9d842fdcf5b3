/**
 * The faces of a solid, as a kernel gives them: each a run of triangles that lie on one surface. The surface is found from
 * the corners in double precision, before they are stored in single: a plane or a cylinder that they fit, or nothing.
 */
import { largest } from '../../maths/extremes'
import { anySquareTo, cross, dot, meanOf, norm, scaled, subtract, unit } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { FITS, FITS_FACE, RADIUS_KNOWN, SAME_SURFACE } from '../tolerances'
import { circumscribed } from './circle-fit'
import { fitCylinder, fits, missOf } from './cylinder-fit'
import type { Cylinder, FittedCylinder } from './cylinder-fit'

/** Lengths in the unit of the mesh. */
export interface Surface {
  readonly kind: 'plane' | 'cylinder'
  /** Outward normal, or axis: a unit vector. */
  readonly axis: Vector
  /** A point of the plane or the axis. */
  readonly centre: Vector
  /** 0 for a plane. */
  readonly radius: number
}

export interface Face {
  /** Its first triangle; it ends where the next face begins. */
  readonly first: number
  /** Null where it is neither flat nor round. */
  readonly surface: Surface | null
}

/**
 * @param corners three numbers each
 * @param index three corners a triangle
 * @param firsts first triangle of each face, rising from 0
 */
export function facesOf(
  corners: ArrayLike<number>,
  index: ArrayLike<number>,
  firsts: readonly number[],
): Face[] {
  return firsts.map((first, k) => {
    const end = firsts[k + 1] ?? index.length / 3
    const own = new Set<number>()
    for (let i = 3 * first; i < 3 * end; i++) own.add(index[i])
    const at = (v: number): Vector => [corners[3 * v], corners[3 * v + 1], corners[3 * v + 2]]
    const normals: Vector[] = []
    for (let t = first; t < end; t++) {
      const [a, b, c] = [0, 1, 2].map((i) => at(index[3 * t + i]))
      const normal = cross(subtract(b, a), subtract(c, a))
      if (norm(normal) > 0) normals.push(normal)
    }
    const places = [...own].map(at)
    return {
      first,
      surface: normals.length === 0 ? null : (planeOf(places, normals) ?? roundOf(places, normals)),
    }
  })
}

/** Faces whose lengths are counted otherwise, about another point. */
export function moveFaces(faces: readonly Face[], middle: Vector, scale: number): Face[] {
  return faces.map(({ first, surface }) => ({
    first,
    surface: surface && {
      ...surface,
      centre: scaled(subtract(surface.centre, middle), scale),
      radius: surface.radius * scale,
    },
  }))
}

/** Whether two surfaces are one, to a share of the size of what they bound. */
export function sameSurface(a: Surface, b: Surface, size: number): boolean {
  if (a.kind !== b.kind || norm(cross(a.axis, b.axis)) > SAME_SURFACE) return false
  const between = subtract(b.centre, a.centre)
  const along = dot(between, a.axis)
  if (a.kind === 'plane') return dot(a.axis, b.axis) > 0 && Math.abs(along) < SAME_SURFACE * size
  const across = norm(subtract(between, scaled(a.axis, along)))
  return Math.abs(a.radius - b.radius) < SAME_SURFACE * size && across < SAME_SURFACE * size
}

/** @param normals of the triangles, as long as twice their areas */
function planeOf(places: readonly Vector[], normals: readonly Vector[]): Surface | null {
  const sum = [0, 1, 2].map((k) => normals.reduce((s, n) => s + n[k], 0)) as unknown as Vector
  if (norm(sum) === 0) return null
  const axis = unit(sum)
  const centre = meanOf(places)
  const size = largest(places.map((p) => norm(subtract(p, centre))))
  const flat = places.every((p) => Math.abs(dot(subtract(p, centre), axis)) < FITS_FACE * size)
  return flat ? { kind: 'plane', axis, centre, radius: 0 } : null
}

function roundOf(places: readonly Vector[], normals: readonly Vector[]): Surface | null {
  const directions = normals.map(unit)
  const turned = directions.map((n) => cross(directions[0], n))
  const most = turned.reduce((best, n) => (norm(n) > norm(best) ? n : best))
  if (norm(most) < FITS_FACE || places.length < FEWEST_CORNERS) return null
  const axis = unit(most)
  const u = anySquareTo(axis)
  const v = cross(axis, u)
  const flat = places.map((p): Vector => [dot(p, u), dot(p, v), 0])
  const apart = (p: Vector, q: Vector) => norm(subtract(p, q))
  const far = flat.reduce((best, p) => (apart(p, flat[0]) > apart(best, flat[0]) ? p : best))
  const near = (p: Vector) => Math.min(apart(p, flat[0]), apart(p, far))
  const between = flat.reduce((best, p) => (near(p) > near(best) ? p : best))
  const circle = circumscribed(flat[0], far, between)
  if (!circle) return null
  const [x, y] = circle.centre
  const centre = [0, 1, 2].map((k) => x * u[k] + y * v[k]) as unknown as Vector
  const fitted = trimmed(places, { axis, centre, radius: circle.radius })
  if (!fitted || !fits(fitted, places, RADIUS_KNOWN)) return null
  return { kind: 'cylinder', axis: fitted.axis, centre: fitted.centre, radius: fitted.radius }
}

/**
 * The cylinder through those corners that lie on it best: intersection curves of a file are often off the surface by its
 * tolerance, corners inside are not. Source: Rousseeuw, Least Median of Squares Regression (least trimmed squares).
 */
function trimmed(places: readonly Vector[], start: Cylinder): FittedCylinder | null {
  const count = Math.max(FEWEST_CORNERS, Math.ceil(TRUSTED * places.length))
  let fitted = fitCylinder(places, start)
  for (let round = 0; fitted && round < TRIMMING; round++) {
    const cylinder = fitted
    const misses = Float64Array.from(places, (p) => missOf(cylinder, p))
    const farthest = misses.slice().sort()[count - 1]
    // a free form is none, however it is trimmed
    if (farthest > HOPELESS) return null
    fitted = fitCylinder(
      places.filter((_, k) => misses[k] <= farthest),
      cylinder,
    )
  }
  return fitted
}

/** Share of the corners that a trimmed fit goes by [-], and how often they are chosen anew. */
const TRUSTED = 0.6
const TRIMMING = 10
/** Share of the radius by which trusted corners may miss the first fit [-]. */
const HOPELESS = 100 * FITS

/** Some cylinder goes through any five points; one more puts it to the test. */
const FEWEST_CORNERS = 6
