/** Curves are followed by the length travelled: against arcs whose length is known, and against sums of short chords. */
import { describe, expect, it } from 'vitest'
import { ArcLength } from '../../src/geometry/paths/arc-length'
import { curve } from '../../src/geometry/paths/curve'
import { FRAME, ORIGIN } from '../../src/maths/frame'
import type { Vector } from '../../src/maths/vector'
import { Sketch } from '../sketch'

describe('length along a curve', () => {
  it('is that of the closed form, for a parabola y = x^2', () => {
    const arc = new ArcLength(
      (t, out) => {
        out[0] = Math.hypot(1, 2 * t)
        out[1] = (4 * t) / out[0]
      },
      [0, 0.5, 1, 2],
    )
    const closed = (t: number) => (t * Math.hypot(1, 2 * t)) / 2 + Math.asinh(2 * t) / 4
    expect(arc.length).toBeCloseTo(closed(2), 13)
    const out = new Float64Array(4)
    for (const t of [0, 0.1, 0.77, 1, 1.9, 2]) {
      expect(arc.upTo(t)).toBeCloseTo(closed(t), 13)
      arc.evaluate(closed(t), out)
      expect(out[0]).toBeCloseTo(t, 11)
      expect(out[1]).toBeCloseTo(1 / Math.hypot(1, 2 * t), 9)
    }
  })

  const points: readonly Vector[] = [
    [0, 0, 0],
    [0.1, 0.02, 0],
    [0.12, 0.2, 0.03],
    [-0.05, 0.15, 0.05],
  ]

  it.each([false, true])('is travelled at the rate of its coordinate (closed: %s)', (closed) => {
    const made = curve.make(points, closed)
    if (!made.ok) throw new Error('must be a curve')
    const path = made.value
    const out = new Float64Array(FRAME + 12)
    const place = (u: number): Vector => {
      path.follow(u, out)
      return [out[ORIGIN], out[ORIGIN + 1], out[ORIGIN + 2]]
    }
    // the sum of chords, extrapolated to infinitely many: chords are short by the square of their length
    const chords = (n: number) => {
      let sum = 0
      let before = place(0)
      for (let k = 1; k <= n; k++) {
        const next = place((path.length * k) / n)
        sum += Math.hypot(next[0] - before[0], next[1] - before[1], next[2] - before[2])
        before = next
      }
      return sum
    }
    const [coarse, fine] = [chords(4000), chords(8000)]
    expect(fine + (fine - coarse) / 3).toBeCloseTo(path.length, 10)
    // the speed is 1 everywhere: the linear part of the spatial rate, moved to the point
    for (let k = 0; k <= 50; k++) {
      path.follow((path.length * k) / 50, out)
      const w = out.subarray(FRAME, FRAME + 3)
      const p = out.subarray(ORIGIN, ORIGIN + 3)
      const v = [0, 1, 2].map((i) => {
        const [j, m] = [(i + 1) % 3, (i + 2) % 3]
        return out[FRAME + 3 + i] + w[j] * p[m] - w[m] * p[j]
      })
      expect(Math.hypot(...v)).toBeCloseTo(1, 9)
    }
    // and the nearest place of a point of the curve is that point's own
    for (const share of [0.1, 0.45, 0.8]) {
      const u = share * path.length
      expect(path.nearest(...place(u))).toBeCloseTo(u, 9)
    }
  })

  it('is what a path driver counts: a linear move is even', () => {
    const take = new Sketch(2, 50)
      .body('tool')
      .join('planar', 'free', 'ground', 'tool', [0, 0])
      .datum('tip', 'tool', [0, 0])
      .datum('base', 'ground', [0, 0])
      .path({
        id: 'loop',
        kind: 'curve',
        datum: 'base',
        points: [
          [0, 0, 0],
          [0.1, 0, 0],
          [0.1, 0.1, 0],
          [0, 0.2, 0],
        ],
      })
      .probe({ id: 'x', kind: 'datum-position', datum: 'tip', along: 'x' })
      .probe({ id: 'y', kind: 'datum-position', datum: 'tip', along: 'y' })
      .drive({
        id: 'lead',
        kind: 'path',
        datum: 'tip',
        path: 'loop',
        moves: [{ by: 0.2, start: 0, duration: 1, law: 'linear' }],
      })
      .drive({ id: 'turn', kind: 'motor', joint: 'free', freedom: 'angle', speed: 0, runUp: 0 })
      .solve()
    for (let frame = 1; frame < 50; frame++) {
      const [vx, vy] = [take.probe('x', frame)[1], take.probe('y', frame)[1]]
      expect(Math.hypot(vx, vy)).toBeCloseTo(0.2, 9)
    }
  })
})
