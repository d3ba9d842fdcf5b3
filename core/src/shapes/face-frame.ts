/** Frames on the faces of a shape: z out of the face, x as the zero direction. */
import { cross } from '../maths/vector'
import type { Vector } from '../maths/vector'
import type { Frame } from '../maths/frame'

/** The frame at `origin` with the given main axis and zero direction (unit, at right angles). */
export function faceFrame(origin: Vector, z: Vector, x: Vector): Frame {
  return Float64Array.from([...x, ...cross(z, x), ...z, ...origin])
}

/** The frame along z at a height of the z axis. */
export const onAxis = (z: number): Frame => faceFrame([0, 0, z], [0, 0, 1], [1, 0, 0])

/** Frames of a part about the z axis from z = bottom to z = top: its middle and both faces, z out of the face. */
export const axialDatums = (bottom: number, top: number) => ({
  centre: onAxis((bottom + top) / 2),
  top: onAxis(top),
  bottom: faceFrame([0, 0, bottom], [0, 0, -1], [1, 0, 0]),
})
