/**
 * Targets of a datum that follows a path: the three coordinates of its origin in the path's frame, then the three turns
 * about x, y and z that carry the path's frame onto the one that rides along, all with two derivatives by time.
 *
 * With the spatial screw S of the frame by u (linear part at the path's origin): p' = v + w x p, R' = [w] R; and from
 * these once more. Source: Featherstone, Rigid Body Dynamics Algorithms, section 2.8.
 */
import { asin, atan2, MOST_PARTS } from '../../maths/scalar-functions'
import { FRAME } from '../../maths/frame'
import { withBreaks } from '../../maths/time-function'
import type { TimeFunction } from '../../maths/time-function'
import type { PathCurve } from '../../geometry/paths/path-curve'

/** @param travel how far along the path it is over time [m] */
export function alongPath(path: PathCurve, travel: TimeFunction): readonly TimeFunction[] {
  const frame = new Float64Array(FRAME + 12)
  const course = new Float64Array(3)
  /** Axes and origin with two derivatives by u: 12 numbers each. */
  const jets = [new Float64Array(12), new Float64Array(12), new Float64Array(12)]
  const move = (time: number) => {
    travel(time, course)
    path.follow(course[0], frame)
    const [zero, one, two] = jets
    zero.set(frame.subarray(0, 12))
    for (let c = 0; c < 12; c += 3) {
      const isOrigin = c === 9
      spin(frame, FRAME, zero, c, one, isOrigin)
      // second: w' x e + w x e', and for the origin v' too
      spin(frame, FRAME + 6, zero, c, two, isOrigin)
      for (let k = 0; k < 3; k++) {
        const [i, j] = [(k + 1) % 3, (k + 2) % 3]
        two[c + k] += frame[FRAME + i] * one[c + j] - frame[FRAME + j] * one[c + i]
      }
    }
  }
  /** Entry of the frame as a function of time: value, rate, acceleration. */
  const entry = (place: number, out: Float64Array) => {
    const [value, first, second] = [jets[0][place], jets[1][place], jets[2][place]]
    out[0] = value
    out[1] = first * course[1]
    out[2] = second * course[1] ** 2 + first * course[2]
  }
  const origins = [9, 10, 11].map((place): TimeFunction => (time, out) => {
    move(time)
    entry(place, out)
  })
  // places of R(row, column) in axes stored by column: 3 column + row
  const turns = [
    {
      of: atan2,
      parts: [
        [7, -1],
        [8, 1],
      ],
    },
    { of: asin, parts: [[6, 1]] },
    {
      of: atan2,
      parts: [
        [3, -1],
        [0, 1],
      ],
    },
  ] as const
  const values = new Float64Array(3)
  const gradient = new Float64Array(3)
  const curvature = new Float64Array(MOST_PARTS * MOST_PARTS)
  const part = new Float64Array(3)
  const parts = [new Float64Array(3), new Float64Array(3)]
  const angles = turns.map(({ of, parts: places }): TimeFunction => (time, out) => {
    move(time)
    places.forEach(([place, sign], k) => {
      entry(place, part)
      for (let d = 0; d < 3; d++) parts[k][d] = sign * part[d]
      values[k] = parts[k][0]
    })
    of.derive(values, places.length, gradient, curvature)
    out[0] = of.value(values, places.length)
    out[1] = 0
    out[2] = 0
    for (let k = 0; k < places.length; k++) {
      out[1] += gradient[k] * parts[k][1]
      out[2] += gradient[k] * parts[k][2]
      for (let m = 0; m < places.length; m++)
        out[2] += curvature[MOST_PARTS * k + m] * parts[k][1] * parts[m][1]
    }
  })
  return [...origins, ...angles].map((entry) => withBreaks(entry, travel.breaks))
}

/** Column c of `out` = w x (column c of `of`), plus v for the origin; w and v are at `at`. */
function spin(
  screw: Float64Array,
  at: number,
  of: Float64Array,
  c: number,
  out: Float64Array,
  isOrigin: boolean,
): void {
  for (let k = 0; k < 3; k++) {
    const [i, j] = [(k + 1) % 3, (k + 2) % 3]
    out[c + k] = screw[at + i] * of[c + j] - screw[at + j] * of[c + i] + (isOrigin ? screw[at + 3 + k] : 0)
  }
}
