/**
 * Where a frame stands in another one as three lengths and three turns: about x, then about the new y, then about the
 * newest z. Source: common practice (Tait-Bryan angles in the order x, y, z).
 */
import { multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { turnedAbout } from '../maths/rigid-motion'
import type { Vector } from '../maths/vector'

/** Below this the turn about y is a quarter, and those about x and z cannot be told apart [-]. */
const UPRIGHT = 1e-9

/** The three turns of a frame [rad]; where y is turned by a quarter all of the rest is given to x. */
export function turnsOf(frame: Frame): Vector {
  const y = Math.asin(Math.min(1, Math.max(-1, frame[6])))
  if (Math.hypot(frame[0], frame[3]) < UPRIGHT) return [Math.atan2(frame[5], frame[4]), y, 0]
  return [Math.atan2(-frame[7], frame[8]), y, Math.atan2(-frame[3], frame[0])]
}

/** The frame at a place [m] with these turns [rad]. */
export function frameOfTurns(place: Vector, [x, y, z]: Vector): Frame {
  const about = (axis: Vector, angle: number) => turnedAbout([0, 0, 0], axis, angle)
  const turned = multiply(multiply(about([1, 0, 0], x), about([0, 1, 0], y)), about([0, 0, 1], z))
  turned.set(place, ORIGIN)
  return turned
}
