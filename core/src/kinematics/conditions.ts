/**
 * Scalar conditions between two frames A and B, from which joints are made: a distance along an axis of A, the
 * squareness of two axes, and the turn of B about the z axis of A. Each knows its value, its wrench w with
 * d(value)/dt = w . (V_b - V_a), and the rate of that wrench. Twists V = (angular, linear at the ground's origin)
 * and wrenches w = (moment, force) are in ground coordinates, so that the rows hold exactly also off the solution.
 *
 * Source: Featherstone, Rigid Body Dynamics Algorithms, chapters 2 and 8; Haug, Computer Aided Kinematics and
 * Dynamics of Mechanical Systems, section 9.4 for the dot-product conditions.
 */
import { ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'

export const Axis = { X: 0, Y: 1, Z: 2 } as const
export type Axis = (typeof Axis)[keyof typeof Axis]

export const SLIDE = 0
export const SQUARE = 1
export const TURN = 2

/** `i` is an axis of A; `j` an axis of B where the kind needs one. */
export interface Condition {
  readonly kind: typeof SLIDE | typeof SQUARE | typeof TURN
  readonly i: Axis
  readonly j: Axis
  /** What the condition holds or measures, for people: "slide along x", "tilt about y". */
  readonly direction: string
}

const LETTERS = ['x', 'y', 'z'] as const

/** Distance of B's origin from A's origin along axis i of A [m]. */
export const slide = (i: Axis): Condition => ({
  kind: SLIDE,
  i,
  j: i,
  direction: `slide along ${LETTERS[i]}`,
})

/** Axis i of A stands square to axis j of B: their dot product [-]. It holds the tilt about the third axis. */
export const square = (i: Axis, j: Axis): Condition => {
  const third = (3 - i - j) as Axis
  return { kind: SQUARE, i, j, direction: `${third === Axis.Z ? 'turn' : 'tilt'} about ${LETTERS[third]}` }
}

/** Turn of B about the z axis of A [rad], in (-pi, pi]. */
export const turn: Condition = { kind: TURN, i: Axis.Z, j: Axis.Z, direction: 'turn about z' }

/** The value of the condition for the frames at `a[ia]` and `b[ib]`. */
export function conditionValue(c: Condition, a: Frame, ia: number, b: Frame, ib: number): number {
  const i = ia + 3 * c.i
  if (c.kind === SLIDE) {
    const dx = b[ib + ORIGIN] - a[ia + ORIGIN]
    const dy = b[ib + ORIGIN + 1] - a[ia + ORIGIN + 1]
    const dz = b[ib + ORIGIN + 2] - a[ia + ORIGIN + 2]
    return a[i] * dx + a[i + 1] * dy + a[i + 2] * dz
  }
  if (c.kind === SQUARE) {
    const j = ib + 3 * c.j
    return a[i] * b[j] + a[i + 1] * b[j + 1] + a[i + 2] * b[j + 2]
  }
  const cos = a[ia] * b[ib] + a[ia + 1] * b[ib + 1] + a[ia + 2] * b[ib + 2]
  const sin = a[ia + 3] * b[ib] + a[ia + 4] * b[ib + 1] + a[ia + 5] * b[ib + 2]
  return Math.atan2(sin, cos)
}

/** Writes the wrench of the condition into `out[0..5]`. */
export function conditionWrench(
  c: Condition,
  a: Frame,
  ia: number,
  b: Frame,
  ib: number,
  out: Float64Array,
): void {
  const i = ia + 3 * c.i
  const ex = a[i]
  const ey = a[i + 1]
  const ez = a[i + 2]
  if (c.kind === SLIDE) {
    const px = b[ib + ORIGIN]
    const py = b[ib + ORIGIN + 1]
    const pz = b[ib + ORIGIN + 2]
    out[0] = py * ez - pz * ey
    out[1] = pz * ex - px * ez
    out[2] = px * ey - py * ex
    out[3] = ex
    out[4] = ey
    out[5] = ez
    return
  }
  out[3] = 0
  out[4] = 0
  out[5] = 0
  if (c.kind === SQUARE) {
    const j = ib + 3 * c.j
    out[0] = b[j + 1] * ez - b[j + 2] * ey
    out[1] = b[j + 2] * ex - b[j] * ez
    out[2] = b[j] * ey - b[j + 1] * ex
    return
  }
  out[0] = ex
  out[1] = ey
  out[2] = ez
}

/** Writes the rate of the wrench into `out[0..5]`, for bodies moving with the twists at `va[iva]` and `vb[ivb]`. */
export function conditionWrenchRate(
  c: Condition,
  a: Frame,
  ia: number,
  b: Frame,
  ib: number,
  twists: Float64Array,
  iva: number,
  ivb: number,
  out: Float64Array,
): void {
  const i = ia + 3 * c.i
  const ex = a[i]
  const ey = a[i + 1]
  const ez = a[i + 2]
  const wax = twists[iva]
  const way = twists[iva + 1]
  const waz = twists[iva + 2]
  const rx = way * ez - waz * ey
  const ry = waz * ex - wax * ez
  const rz = wax * ey - way * ex
  if (c.kind === TURN) {
    out[0] = rx
    out[1] = ry
    out[2] = rz
    out[3] = 0
    out[4] = 0
    out[5] = 0
    return
  }
  const wbx = twists[ivb]
  const wby = twists[ivb + 1]
  const wbz = twists[ivb + 2]
  if (c.kind === SLIDE) {
    const px = b[ib + ORIGIN]
    const py = b[ib + ORIGIN + 1]
    const pz = b[ib + ORIGIN + 2]
    const ux = twists[ivb + 3] + wby * pz - wbz * py
    const uy = twists[ivb + 4] + wbz * px - wbx * pz
    const uz = twists[ivb + 5] + wbx * py - wby * px
    out[0] = uy * ez - uz * ey + py * rz - pz * ry
    out[1] = uz * ex - ux * ez + pz * rx - px * rz
    out[2] = ux * ey - uy * ex + px * ry - py * rx
    out[3] = rx
    out[4] = ry
    out[5] = rz
    return
  }
  const j = ib + 3 * c.j
  const fx = b[j]
  const fy = b[j + 1]
  const fz = b[j + 2]
  const gx = wby * fz - wbz * fy
  const gy = wbz * fx - wbx * fz
  const gz = wbx * fy - wby * fx
  out[0] = gy * ez - gz * ey + fy * rz - fz * ry
  out[1] = gz * ex - gx * ez + fz * rx - fx * rz
  out[2] = gx * ey - gy * ex + fx * ry - fy * rx
  out[3] = 0
  out[4] = 0
  out[5] = 0
}
