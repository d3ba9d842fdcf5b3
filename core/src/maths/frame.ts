/**
 * Frames (rigid transforms) stored flat, twelve numbers each: the x, y and z axis, then the origin, all in the
 * coordinates of the frame they are given in. Axis i begins at 3 i, the origin at 9. Many frames share one array;
 * every function takes the offset of the frame it works on, so that hot loops allocate nothing.
 */
import { cross, norm } from './vector'
import type { Vector } from './vector'
import { ALONG } from './tolerances'

/** Twelve numbers: axes x, y and z, then the origin [m]. */
export type Frame = Float64Array

/** Numbers of a frame: three axes, then the origin. */
export const FRAME = 12
/** Where the origin begins in a frame. */
export const ORIGIN = 9

/** The frame that is the surrounding one. */
export function identityFrame(): Frame {
  const frame = new Float64Array(FRAME)
  frame[0] = frame[4] = frame[8] = 1
  return frame
}

/** out = a * b: the frame b, given in a, seen from where a is given. `out` may be neither a nor b. */
export function compose(a: Frame, ia: number, b: Frame, ib: number, out: Frame, io: number): void {
  const a0 = a[ia]
  const a1 = a[ia + 1]
  const a2 = a[ia + 2]
  const a3 = a[ia + 3]
  const a4 = a[ia + 4]
  const a5 = a[ia + 5]
  const a6 = a[ia + 6]
  const a7 = a[ia + 7]
  const a8 = a[ia + 8]
  for (let k = 0; k < 9; k += 3) {
    const x = b[ib + k]
    const y = b[ib + k + 1]
    const z = b[ib + k + 2]
    out[io + k] = a0 * x + a3 * y + a6 * z
    out[io + k + 1] = a1 * x + a4 * y + a7 * z
    out[io + k + 2] = a2 * x + a5 * y + a8 * z
  }
  const x = b[ib + 9]
  const y = b[ib + 10]
  const z = b[ib + 11]
  out[io + 9] = a0 * x + a3 * y + a6 * z + a[ia + 9]
  out[io + 10] = a1 * x + a4 * y + a7 * z + a[ia + 10]
  out[io + 11] = a2 * x + a5 * y + a8 * z + a[ia + 11]
}

/** Whether the axes of a frame are those of what it is given in. */
export const isAligned = (a: Frame, at: number): boolean => AXES.every((entry, k) => a[at + k] === entry)

const AXES = [1, 0, 0, 0, 1, 0, 0, 0, 1]

/** The product of two frames: b given in a, in the surroundings of a. */
export function multiply(a: Frame, b: Frame): Frame {
  const out = identityFrame()
  compose(a, 0, b, 0, out, 0)
  return out
}

/** The inverse of a frame. @param out another one, made when left out */
export function inverse(a: Frame, out = identityFrame()): Frame {
  for (let i = 0; i < 3; i++) {
    for (let k = 0; k < 3; k++) out[3 * i + k] = a[3 * k + i]
    out[ORIGIN + i] = -(a[3 * i] * a[9] + a[3 * i + 1] * a[10] + a[3 * i + 2] * a[11])
  }
  return out
}

/** out = the frame b, seen from the frame a. `out` may be neither a nor b. */
export function relate(a: Frame, ia: number, b: Frame, ib: number, out: Frame): void {
  const dx = b[ib + ORIGIN] - a[ia + ORIGIN]
  const dy = b[ib + ORIGIN + 1] - a[ia + ORIGIN + 1]
  const dz = b[ib + ORIGIN + 2] - a[ia + ORIGIN + 2]
  for (let k = 0; k < 3; k++) {
    const x = a[ia + 3 * k]
    const y = a[ia + 3 * k + 1]
    const z = a[ia + 3 * k + 2]
    for (let c = 0; c < 9; c += 3) out[c + k] = x * b[ib + c] + y * b[ib + c + 1] + z * b[ib + c + 2]
    out[ORIGIN + k] = x * dx + y * dy + z * dz
  }
}

/** The frame turned by `angle` about its own z axis. */
export function turnedAboutZ(a: Frame, angle: number): Frame {
  const c = Math.cos(angle)
  const s = Math.sin(angle)
  return multiply(a, Float64Array.of(c, s, 0, -s, c, 0, 0, 0, 1, 0, 0, 0))
}

/** The frame moved by (x, y, z) along its own axes. */
export function shifted(a: Frame, x: number, y: number, z: number): Frame {
  return multiply(a, Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1, x, y, z))
}

/** The frame with its z axis reversed: half a turn about its own x axis. */
export function flipped(a: Frame): Frame {
  return multiply(a, Float64Array.of(1, 0, 0, 0, -1, 0, 0, 0, -1, 0, 0, 0))
}

/**
 * The frame at the origin whose z lies along `axis` and whose x points as nearly toward `zero` as it can; without a
 * `zero`, toward the first of x, y that is well across the axis. Null when `zero` lies along the axis.
 */
export function frameAlong(axis: Vector, zero?: Vector): Frame | null {
  const length = norm(axis)
  const z: Vector = [axis[0] / length, axis[1] / length, axis[2] / length]
  const toward: Vector = zero ?? (Math.abs(z[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0])
  const y = cross(z, toward)
  const across = norm(y)
  if (!(across > ALONG * norm(toward))) return null
  const yn: Vector = [y[0] / across, y[1] / across, y[2] / across]
  const x = cross(yn, z)
  return Float64Array.of(...x, ...yn, ...z, 0, 0, 0)
}

/** Axis k (0 to 2) of a frame. */
export const axisOf = (frame: Frame, k: number): Vector => [frame[3 * k], frame[3 * k + 1], frame[3 * k + 2]]

export const originOf = (frame: Frame): Vector => [frame[ORIGIN], frame[ORIGIN + 1], frame[ORIGIN + 2]]

/** A point given in the frame a[at ..], seen from where that is given. */
export function transformed(
  a: Frame,
  [x, y, z]: ArrayLike<number> & Iterable<number>,
  at = 0,
): [number, number, number] {
  return [
    a[at] * x + a[at + 3] * y + a[at + 6] * z + a[at + ORIGIN],
    a[at + 1] * x + a[at + 4] * y + a[at + 7] * z + a[at + ORIGIN + 1],
    a[at + 2] * x + a[at + 5] * y + a[at + 8] * z + a[at + ORIGIN + 2],
  ]
}
