/** A cord on a drum: its length is kept, whichever side is driven. Involute of a circle; common practice for hoists. */
import { describe, expect, it } from 'vitest'
import { openModel } from '../../src'
import { MOST_PARTS, unwound } from '../../src/maths/scalar-functions'
import { Sketch } from '../sketch'

const TURN = 2 * Math.PI
const R = 0.02

const hoist = (reversed = false, x = R) =>
  new Sketch(2)
    .body('drum', 'load')
    .hinge('axle', 'ground', 'drum', [0, 0])
    .slide('guide', 'ground', 'load', [x, -0.3], [0, 1, 0])
    .datum('eye', 'load', [x, -0.3])
    .relate({
      id: 'cord',
      name: 'Cord',
      kind: 'cord',
      a: { joint: 'axle' },
      datum: 'eye',
      diameter: 2 * R,
      reversed,
    })

describe('a load on a cord', () => {
  it('that hangs straight down from the drum moves by the circumference for a turn', () => {
    // the cord leaves the drum clockwise at its right side, and hangs down from there
    const film = hoist(true).motor('axle', TURN).solve()
    // turning counter-clockwise lifts what hangs on the right
    expect(film.joint('guide', 60)[0]).toBeCloseTo(TURN * R, 12)
    expect(film.joint('guide', 60)[1]).toBeCloseTo(TURN * R, 12)
    expect(film.joint('guide', 120)[0]).toBeCloseTo(2 * TURN * R, 12)
  })

  it('that is pulled aside keeps free and wound length together, in position, speed and acceleration', () => {
    const x = 0.09
    const film = hoist(true, x)
      .motor('axle', TURN / 2)
      .solve()
    const lengths = (y: number) => {
      const d = Math.hypot(x, y)
      const free = Math.sqrt(d * d - R * R)
      // the tangent point, for a cord that leaves clockwise
      return free - R * (Math.atan2(y, x) + Math.acos(R / d))
    }
    const whole = lengths(-0.3)
    for (const frame of [0, 30, 60, 120]) {
      const [s, v] = film.joint('guide', frame)
      const [theta] = film.joint('axle', frame)
      const y = -0.3 + s
      expect(lengths(y) + R * theta).toBeCloseTo(whole, 13)
      // the load's speed along the free cord is that of the drum's rim
      const d = Math.hypot(x, y)
      const f = Math.atan2(y, x) + Math.acos(R / d)
      expect(-v * Math.cos(f)).toBeCloseTo((-R * TURN) / 2, 12)
    }
  })

  it('turns the drum when the load is driven', () => {
    const film = hoist(true)
      .drive({
        id: 'pull',
        kind: 'moves',
        joint: 'guide',
        moves: [{ start: 0, duration: 1, law: 'polynomial-3-4-5', by: -TURN * R }],
      })
      .solve()
    expect(film.joint('axle', 60)[0]).toBeCloseTo(-TURN, 11)
  })

  it('cannot be made fast inside the drum', () => {
    const opened = openModel(hoist(false, 0.001).document)
    expect(opened.ok).toBe(true)
    const inside = hoist(false)
    inside.document.relations![0] = { ...inside.document.relations![0], diameter: '900 mm' } as never
    const refused = openModel(inside.document)
    expect(refused.ok ? [] : refused.problems.map(({ code }) => code)).toEqual(['cord-inside'])
  })
})

it('the length of a cord has the gradient and curvature of its difference quotients', () => {
  for (const side of [1, -1] as const) {
    const f = unwound(R, side, [0.05, 0.02])
    const at = Float64Array.of(0.07, -0.03)
    const gradient = new Float64Array(3)
    const curvature = new Float64Array(MOST_PARTS * MOST_PARTS)
    f.derive(at, 2, gradient, curvature)
    const h = 1e-5
    const moved = (i: number, j: number, a: number, b: number) => {
      const s = at.slice()
      s[i] += a
      s[j] += b
      return f.value(s, 2)
    }
    for (const i of [0, 1]) {
      expect(gradient[i]).toBeCloseTo((moved(i, i, h, 0) - moved(i, i, -h, 0)) / (2 * h), 8)
      for (const j of [0, 1]) {
        const second =
          (moved(i, j, h, h) - moved(i, j, h, -h) - moved(i, j, -h, h) + moved(i, j, -h, -h)) / (4 * h * h)
        expect(curvature[MOST_PARTS * i + j]).toBeCloseTo(second, 3)
      }
    }
  }
})
