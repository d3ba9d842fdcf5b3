/** Velocity and acceleration of points that move with links. Source: Featherstone, Rigid Body Dynamics Algorithms, section 2.11. */
import type { MotionState } from './state'

/**
 * Fills in the velocity out[at+3 .. at+5] and the acceleration out[at+6 .. at+8] of the point out[at .. at+2] in ground, which moves
 * with a link; `state.readMotion` must have been called.
 */
export function pointMotion(
  { twist: t, twistRate: a }: MotionState,
  link: number,
  out: Float64Array,
  at: number,
): void {
  const v = 6 * link
  const x = out[at]
  const y = out[at + 1]
  const z = out[at + 2]
  const wx = t[v]
  const wy = t[v + 1]
  const wz = t[v + 2]
  const ux = t[v + 3] + wy * z - wz * y
  const uy = t[v + 4] + wz * x - wx * z
  const uz = t[v + 5] + wx * y - wy * x
  out[at + 3] = ux
  out[at + 4] = uy
  out[at + 5] = uz
  out[at + 6] = a[v + 3] + a[v + 1] * z - a[v + 2] * y + wy * uz - wz * uy
  out[at + 7] = a[v + 4] + a[v + 2] * x - a[v] * z + wz * ux - wx * uz
  out[at + 8] = a[v + 5] + a[v] * y - a[v + 1] * x + wx * uy - wy * ux
}
