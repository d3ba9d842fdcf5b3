/**
 * Scalar conditions between two frames A and B, from which joints, mates and measures are made.
 *
 * Two primitives: the distance of B's origin from A's origin along an axis of A, and the dot product of an axis of A
 * with an axis of B. A condition is a primitive, or a function of up to four of them (an angle by atan2, a distance by
 * hypot). Each knows its value, its wrench w with d(value)/dt = w . (V_b - V_a), and the rate of that wrench. Twists
 * V = (angular, linear at the ground's origin) and wrenches w = (moment, force) are in ground coordinates, so that the
 * rows hold exactly also off the solution.
 *
 * Source: Featherstone, Rigid Body Dynamics Algorithms, chapters 2 and 8; Haug, Computer Aided Kinematics and
 * Dynamics of Mechanical Systems, section 9.4 for the dot-product conditions.
 */
import { ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { acos, asin, atan2, hypot, MOST_PARTS, unwound } from '../maths/scalar-functions'
import type { ScalarFunction } from '../maths/scalar-functions'

export const Axis = { X: 0, Y: 1, Z: 2 } as const
export type Axis = (typeof Axis)[keyof typeof Axis]

export const SLIDE = 0
const SQUARE = 1

/** `i` is an axis of A; `j` an axis of B where the kind needs one; `sign` +1 or -1 multiplies the value. */
export interface Primitive {
  readonly kind: typeof SLIDE | typeof SQUARE
  readonly i: Axis
  readonly j: Axis
  readonly sign: 1 | -1
}

export interface Condition {
  readonly parts: readonly Primitive[]
  /** What is made of the parts; null when the condition is its only part. */
  readonly of: ScalarFunction | null
  /** What the condition holds or measures, for people: "slide along x", "tilt about y". */
  readonly direction: string
  /** `plain` for a dot product, which is a number without unit. */
  readonly dimension: 'length' | 'angle' | 'plain'
  /** True when the value jumps by a full turn, so that turns must be counted by whoever reads it. */
  readonly winds: boolean
}

const LETTERS = ['x', 'y', 'z'] as const

const along = (i: Axis): Primitive => ({ kind: SLIDE, i, j: i, sign: 1 })
const product = (i: Axis, j: Axis, sign: 1 | -1 = 1): Primitive => ({ kind: SQUARE, i, j, sign })

/** Distance of B's origin from A's origin along axis i of A [m]. */
export const slide = (i: Axis): Condition => ({
  parts: [along(i)],
  of: null,
  direction: `slide along ${LETTERS[i]}`,
  dimension: 'length',
  winds: false,
})

/** Axis i of A is square to axis j of B: their dot product [-]. It holds the tilt about the third axis. */
export const square = (i: Axis, j: Axis): Condition => {
  const third = (i === j ? i : 3 - i - j) as Axis
  return {
    parts: [product(i, j)],
    of: null,
    direction: `${third === Axis.Z ? 'turn' : 'tilt'} about ${LETTERS[third]}`,
    dimension: 'plain',
    winds: false,
  }
}

const angle = (parts: readonly Primitive[], axis: Axis): Condition => ({
  parts,
  of: atan2,
  direction: `turn about ${LETTERS[axis]}`,
  dimension: 'angle',
  winds: true,
})

const { X, Y, Z } = Axis

/** Turn of B about the z axis of A [rad], in (-pi, pi]. */
export const turn: Condition = angle([product(Y, X), product(X, X)], Z)

/** The first two of three turns about x, y and z that carry A onto B, in this order [rad]. */
export const firstTurnX: Condition = angle([product(Y, Z, -1), product(Z, Z)], X)
export const secondTurnY: Condition = {
  ...angle([product(X, Z)], Y),
  of: asin,
  winds: false,
}
/** The third of them. */
export const thirdTurnZ: Condition = angle([product(X, Y, -1), product(X, X)], Z)

/** The two turns of a universal joint: about x of A, then about y of B. */
export const crossTurnX: Condition = angle([product(Z, Y), product(Y, Y)], X)
export const crossTurnY: Condition = angle([product(X, Z), product(X, X)], Y)

/** Angle between the z axes [rad], 0 to pi; its wrench grows without bound at both ends. */
export const axesAngle: Condition = {
  parts: [product(Z, Z)],
  of: acos,
  direction: 'angle between the axes',
  dimension: 'angle',
  winds: false,
}

/** Angle of the z axis of B to the plane across the z axis of A [rad], -pi/2 to pi/2. */
export const axisPlaneAngle: Condition = { ...axesAngle, of: asin, direction: 'angle to the plane' }

/** Distance of B's origin from the z axis of A [m]; its wrench has no direction at zero. */
export const radius: Condition = {
  parts: [along(X), along(Y)],
  of: hypot,
  direction: 'distance from the axis',
  dimension: 'length',
  winds: false,
}

/** Distance of the origins [m]; its wrench has no direction at zero. */
export const distance: Condition = {
  parts: [along(X), along(Y), along(Z)],
  of: hypot,
  direction: 'distance of the points',
  dimension: 'length',
  winds: false,
}

const MOST = MOST_PARTS
const value = new Float64Array(MOST)
const rate = new Float64Array(MOST)
const gradient = new Float64Array(MOST)
const curvature = new Float64Array(MOST * MOST)
const wrenches = Array.from({ length: MOST }, () => new Float64Array(6))
const part6 = new Float64Array(6)

/** The value of the condition for the frames at `a[ia]` and `b[ib]`. */
export function conditionValue(c: Condition, a: Frame, ia: number, b: Frame, ib: number): number {
  if (c.of === null) return primitiveValue(c.parts[0], a, ia, b, ib)
  for (let k = 0; k < c.parts.length; k++) value[k] = primitiveValue(c.parts[k], a, ia, b, ib)
  return c.of.value(value, c.parts.length)
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
  if (c.of === null) {
    primitiveWrench(c.parts[0], a, ia, b, ib, out)
    return
  }
  const n = c.parts.length
  for (let k = 0; k < n; k++) value[k] = primitiveValue(c.parts[k], a, ia, b, ib)
  c.of.derive(value, n, gradient, curvature)
  out.fill(0, 0, 6)
  for (let k = 0; k < n; k++) {
    primitiveWrench(c.parts[k], a, ia, b, ib, part6)
    for (let m = 0; m < 6; m++) out[m] += gradient[k] * part6[m]
  }
}

/** Writes the rate of the wrench into `out[0..5]`, for bodies moving with the twists at `twists[iva]` and `[ivb]`. */
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
  if (c.of === null) {
    primitiveWrenchRate(c.parts[0], a, ia, b, ib, twists, iva, ivb, out)
    return
  }
  const n = c.parts.length
  for (let k = 0; k < n; k++) {
    value[k] = primitiveValue(c.parts[k], a, ia, b, ib)
    const w = wrenches[k]
    primitiveWrench(c.parts[k], a, ia, b, ib, w)
    rate[k] = 0
    for (let m = 0; m < 6; m++) rate[k] += w[m] * (twists[ivb + m] - twists[iva + m])
  }
  c.of.derive(value, n, gradient, curvature)
  out.fill(0, 0, 6)
  for (let k = 0; k < n; k++) {
    primitiveWrenchRate(c.parts[k], a, ia, b, ib, twists, iva, ivb, part6)
    let bend = 0
    for (let m = 0; m < n; m++) bend += curvature[k * MOST + m] * rate[m]
    for (let m = 0; m < 6; m++) out[m] += gradient[k] * part6[m] + bend * wrenches[k][m]
  }
}

function primitiveValue(p: Primitive, a: Frame, ia: number, b: Frame, ib: number): number {
  const i = ia + 3 * p.i
  if (p.kind === SLIDE) {
    const dx = b[ib + ORIGIN] - a[ia + ORIGIN]
    const dy = b[ib + ORIGIN + 1] - a[ia + ORIGIN + 1]
    const dz = b[ib + ORIGIN + 2] - a[ia + ORIGIN + 2]
    return a[i] * dx + a[i + 1] * dy + a[i + 2] * dz
  }
  const j = ib + 3 * p.j
  return p.sign * (a[i] * b[j] + a[i + 1] * b[j + 1] + a[i + 2] * b[j + 2])
}

function primitiveWrench(p: Primitive, a: Frame, ia: number, b: Frame, ib: number, out: Float64Array): void {
  const i = ia + 3 * p.i
  const ex = a[i]
  const ey = a[i + 1]
  const ez = a[i + 2]
  if (p.kind === SLIDE) {
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
  const j = ib + 3 * p.j
  const { sign } = p
  out[0] = sign * (b[j + 1] * ez - b[j + 2] * ey)
  out[1] = sign * (b[j + 2] * ex - b[j] * ez)
  out[2] = sign * (b[j] * ey - b[j + 1] * ex)
  out[3] = 0
  out[4] = 0
  out[5] = 0
}

function primitiveWrenchRate(
  p: Primitive,
  a: Frame,
  ia: number,
  b: Frame,
  ib: number,
  twists: Float64Array,
  iva: number,
  ivb: number,
  out: Float64Array,
): void {
  const i = ia + 3 * p.i
  const ex = a[i]
  const ey = a[i + 1]
  const ez = a[i + 2]
  const wax = twists[iva]
  const way = twists[iva + 1]
  const waz = twists[iva + 2]
  const rx = way * ez - waz * ey
  const ry = waz * ex - wax * ez
  const rz = wax * ey - way * ex
  const wbx = twists[ivb]
  const wby = twists[ivb + 1]
  const wbz = twists[ivb + 2]
  if (p.kind === SLIDE) {
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
  const j = ib + 3 * p.j
  const fx = b[j]
  const fy = b[j + 1]
  const fz = b[j + 2]
  const gx = wby * fz - wbz * fy
  const gy = wbz * fx - wbx * fz
  const gz = wbx * fy - wby * fx
  const { sign } = p
  out[0] = sign * (gy * ez - gz * ey + fy * rz - fz * ry)
  out[1] = sign * (gz * ex - gx * ez + fz * rx - fx * rz)
  out[2] = sign * (gx * ey - gy * ex + fx * ry - fy * rx)
  out[3] = 0
  out[4] = 0
  out[5] = 0
}

/** Length of a cord from a drum about the z axis of A to B's origin, see `unwound` [m]. */
export const cordLength = (radius: number, side: 1 | -1, toward: readonly [number, number]): Condition => ({
  parts: [along(Axis.X), along(Axis.Y)],
  of: unwound(radius, side, toward),
  direction: 'length of the cord',
  dimension: 'length',
  winds: false,
})
