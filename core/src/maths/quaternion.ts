/**
 * Unit quaternions [w, x, y, z] for orientations at the edges of the core (documents, takes, the screen).
 * Inside the solver orientations are axis triads, see frame.ts.
 *
 * Source of the conversions: Shepperd, "Quaternion from rotation matrix", J. Guidance and Control 1 (1978).
 */
import type { Frame } from './frame'

export type Quaternion = readonly [number, number, number, number]

/** Turn by `angle` [rad] about the unit vector `axis`. */
export function turnAbout(axis: readonly [number, number, number], angle: number): Quaternion {
  const s = Math.sin(angle / 2)
  return [Math.cos(angle / 2), axis[0] * s, axis[1] * s, axis[2] * s]
}

/** Writes the axes of the orientation `q` (normalised here) into `frame[at .. at+8]`. */
export function writeAxes(q: Quaternion, frame: Frame, at = 0): void {
  const n = Math.hypot(q[0], q[1], q[2], q[3])
  const w = q[0] / n
  const x = q[1] / n
  const y = q[2] / n
  const z = q[3] / n
  frame[at] = 1 - 2 * (y * y + z * z)
  frame[at + 1] = 2 * (x * y + w * z)
  frame[at + 2] = 2 * (x * z - w * y)
  frame[at + 3] = 2 * (x * y - w * z)
  frame[at + 4] = 1 - 2 * (x * x + z * z)
  frame[at + 5] = 2 * (y * z + w * x)
  frame[at + 6] = 2 * (x * z + w * y)
  frame[at + 7] = 2 * (y * z - w * x)
  frame[at + 8] = 1 - 2 * (x * x + y * y)
}

/** Reads the orientation of `frame[from ..]` as a quaternion into `out[at .. at+3]`, largest component positive. */
export function readQuaternion(frame: Frame, from: number, out: Frame, at: number): void {
  const xx = frame[from]
  const yy = frame[from + 4]
  const zz = frame[from + 8]
  const trace = xx + yy + zz
  if (trace < xx || trace < yy || trace < zz) {
    readFarTurn(frame, from, out, at)
    return
  }
  const w = Math.sqrt(1 + trace) / 2
  const f = 0.25 / w
  out[at] = w
  out[at + 1] = (frame[from + 5] - frame[from + 7]) * f
  out[at + 2] = (frame[from + 6] - frame[from + 2]) * f
  out[at + 3] = (frame[from + 1] - frame[from + 3]) * f
}

/** The same for turns whose largest component is not w; on its own, so that the common case is short enough to be inlined. */
function readFarTurn(frame: Frame, from: number, out: Frame, at: number): void {
  const xx = frame[from]
  const yy = frame[from + 4]
  const zz = frame[from + 8]
  const trace = xx + yy + zz
  if (xx >= yy && xx >= zz) {
    const x = Math.sqrt(1 + 2 * xx - trace) / 2
    const f = 0.25 / x
    out[at] = (frame[from + 5] - frame[from + 7]) * f
    out[at + 1] = x
    out[at + 2] = (frame[from + 1] + frame[from + 3]) * f
    out[at + 3] = (frame[from + 2] + frame[from + 6]) * f
  } else if (yy >= zz) {
    const y = Math.sqrt(1 + 2 * yy - trace) / 2
    const f = 0.25 / y
    out[at] = (frame[from + 6] - frame[from + 2]) * f
    out[at + 1] = (frame[from + 1] + frame[from + 3]) * f
    out[at + 2] = y
    out[at + 3] = (frame[from + 5] + frame[from + 7]) * f
  } else {
    const z = Math.sqrt(1 + 2 * zz - trace) / 2
    const f = 0.25 / z
    out[at] = (frame[from + 1] - frame[from + 3]) * f
    out[at + 1] = (frame[from + 2] + frame[from + 6]) * f
    out[at + 2] = (frame[from + 5] + frame[from + 7]) * f
    out[at + 3] = z
  }
}
