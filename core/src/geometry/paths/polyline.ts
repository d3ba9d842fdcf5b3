/**
 * Straight stretches from corner to corner, or a single line, which goes on straight beyond its ends. The coordinate is
 * the length along it; x of the frame lies along the stretch, z as near to the datum's z as it can.
 */
import { FRAME, frameAlong } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { cross, dot, norm, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { succeed } from '../../result'
import type { Result } from '../../result'
import { definePath } from './path-curve'
import type { MeasuredCurve } from './path-curve'
import { PARALLEL } from '../tolerances'

interface Stretch {
  readonly start: Vector
  readonly direction: Vector
  readonly begins: number
  readonly length: number
  readonly axes: Frame
}

export const line = definePath({
  kind: 'line',
  points: { least: 2, most: 2, words: '2 points' },
  make: cornerToCorner,
})

export const polyline = definePath({
  kind: 'polyline',
  points: { least: 2, most: Infinity, words: '2 or more points' },
  make: cornerToCorner,
})

function cornerToCorner(points: readonly Vector[], closed: boolean): Result<MeasuredCurve> {
  const corners = closed ? [...points, points[0]] : points
  const stretches: Stretch[] = []
  let length = 0
  for (let k = 1; k < corners.length; k++) {
    const step = subtract(corners[k], corners[k - 1])
    const size = norm(step)
    const direction: Vector = [step[0] / size, step[1] / size, step[2] / size]
    stretches.push({
      start: corners[k - 1],
      direction,
      begins: length,
      length: size,
      axes: alongX(direction),
    })
    length += size
  }
  const at = (u: number): Stretch => {
    for (let k = stretches.length - 1; k > 0; k--) if (u >= stretches[k].begins) return stretches[k]
    return stretches[0]
  }
  return succeed({
    length,
    follow: (u, out) => {
      const along = closed ? u - length * Math.floor(u / length) : u
      const { start, direction, begins, axes } = at(along)
      out.set(axes)
      out.fill(0, FRAME, FRAME + 12)
      for (let k = 0; k < 3; k++) {
        out[9 + k] = start[k] + (along - begins) * direction[k]
        out[FRAME + 3 + k] = direction[k]
      }
    },
    nearest: (x, y, z) => {
      let best = 0
      let least = Infinity
      stretches.forEach(({ start, direction, begins, length: size }, k) => {
        const from = subtract([x, y, z], start)
        const low = !closed && k === 0 ? -Infinity : 0
        const high = !closed && k === stretches.length - 1 ? Infinity : size
        const along = Math.min(high, Math.max(low, dot(from, direction)))
        const gap = norm([
          from[0] - along * direction[0],
          from[1] - along * direction[1],
          from[2] - along * direction[2],
        ])
        if (gap >= least) return
        least = gap
        best = begins + along
      })
      return best
    },
  })
}

/** Axes with x along a direction and z as near to the frame's own z as it can be. */
function alongX(direction: Vector): Frame {
  const upright: Vector = Math.abs(direction[2]) < 1 - PARALLEL ? [0, 0, 1] : [1, 0, 0]
  // z' = upright made square to x, by way of the frame whose z lies along x
  const turned = frameAlong(direction, upright)!
  const z: Vector = [turned[0], turned[1], turned[2]]
  const y = cross(z, direction)
  return Float64Array.of(...direction, ...y, ...z, 0, 0, 0)
}
