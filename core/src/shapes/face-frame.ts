/** Frames on the faces of a shape: z out of the face, x as the zero direction. */
import { cross } from '../maths/vector'
import type { Vector } from '../maths/vector'
import type { Frame } from '../maths/frame'

/** The frame at `origin` with the given main axis and zero direction (unit, at right angles). */
export function faceFrame(origin: Vector, z: Vector, x: Vector): Frame {
  return Float64Array.from([...x, ...cross(z, x), ...z, ...origin])
}
