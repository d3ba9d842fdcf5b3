/** Bodies moved and turned by exact amounts, as motions of ground that are applied to where they stand. */
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/mechanism'
import { identityFrame, inverse, multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { turnAbout, writeAxes } from '../maths/quaternion'
import type { Vector } from '../maths/vector'
import { standAs } from '../proof/joining'

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

/** @param frames where all bodies stand in ground; what is joined to others finds its place anew */
export function moveBodies(
  document: MechanismDocument,
  frames: ReadonlyMap<string, Frame>,
  ids: readonly string[],
  motion: Frame,
): MechanismDocument {
  const draft = copyOf(document)
  const there = new Map(frames)
  for (const id of ids) {
    const frame = frames.get(id)
    if (frame) there.set(id, multiply(motion, frame))
  }
  standAs(draft, there)
  return draft
}
