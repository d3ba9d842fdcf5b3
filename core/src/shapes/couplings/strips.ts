/** Pieces of a disc: the strip of it about a line through its centre, and what is left on both sides of that strip. */
import { arc } from '../mesh/mesh'
import type { Outline } from '../mesh/mesh'

/** Turns an outline about the origin. */
const turned = (outline: readonly number[], angle: number): number[] => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return outline.map((v, k) => (k % 2 === 0 ? c * v - s * outline[k + 1] : s * outline[k - 1] + c * v))
}

/** The strip of a width along the direction [rad]; counter-clockwise. */
export function strip(radius: number, width: number, direction: number, chords: number): Outline {
  const half = Math.asin(width / 2 / radius)
  const ends = [
    ...arc(0, 0, radius, -half, half, Math.max(2, chords >> 3)),
    ...arc(0, 0, radius, Math.PI - half, Math.PI + half, Math.max(2, chords >> 3)),
  ]
  return turned(ends, direction)
}

/** Both sides of the strip, counter-clockwise. */
export function besideStrip(radius: number, width: number, direction: number, chords: number): Outline[] {
  const half = Math.asin(width / 2 / radius)
  return [0, Math.PI].map((turn) =>
    turned(arc(0, 0, radius, half, Math.PI - half, chords >> 1), direction + turn),
  )
}
