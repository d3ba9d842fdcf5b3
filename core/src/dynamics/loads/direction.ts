/** Directions of loads as documents give them. */
import type { Frame } from '../../maths/frame'

/** Of length 1; given along the axes of a frame on a link it comes out along those of the link. @param frame null: in ground */
export function directionOn(
  [x, y, z]: readonly [number, number, number],
  frame: Frame | null,
): [number, number, number] {
  const long = Math.hypot(x, y, z)
  const along = (k: number) =>
    (frame ? frame[k] * x + frame[3 + k] * y + frame[6 + k] * z : [x, y, z][k]) / long
  return [along(0), along(1), along(2)]
}
