/** Rigid motions of ground: moving along a vector, turning about an axis anywhere. */
import { identityFrame, inverse, multiply, ORIGIN } from './frame'
import type { Frame } from './frame'
import { turnAbout, writeAxes } from './quaternion'
import type { Vector } from './vector'

/** A shift of ground [m]. */
export function moved(by: Vector): Frame {
  const frame = identityFrame()
  frame.set(by, ORIGIN)
  return frame
}

/** A turn of ground about an axis (unit) through a point [rad]. */
export function turnedAbout(centre: Vector, axis: Vector, angle: number): Frame {
  const turn = identityFrame()
  writeAxes(turnAbout(axis, angle), turn)
  const there = moved(centre)
  return multiply(multiply(there, turn), inverse(there))
}
