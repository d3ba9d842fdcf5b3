/** Motion laws: the published peaks of speed, acceleration and jerk, exact derivatives, and moves within limits. */
import { describe, expect, it } from 'vitest'
import { motionLaw } from '../../src'
import { limitedMove } from '../../src/laws/limited-move'
import { QuinticSpline } from '../../src/maths/quintic-spline'

const at = (law: { evaluate: (x: number, out: Float64Array) => void }, x: number): Float64Array => {
  const out = new Float64Array(4)
  law.evaluate(x, out)
  return out
}

// VDI 2143 part 1 and Norton, Design of Machinery, cam design: peak factors (from memory, kept because the laws'
// closed forms confirm them to the digits printed); NaN where the law has no bounded value.
const PEAKS: readonly [string, number, number, number][] = [
  ['linear', 1, 0, 0],
  ['parabolic', 2, 4, 0],
  ['harmonic', 1.571, 4.935, 15.503],
  ['cycloidal', 2, 6.283, 39.478],
  ['polynomial-3-4-5', 1.875, 5.7735, 60],
  ['polynomial-4-5-6-7', 2.1875, 7.5132, 52.5],
  ['modified-sine', 1.76, 5.528, 69.466],
  ['modified-trapezoid', 2, 4.888, 61.426],
]

describe.each(PEAKS)('%s', (kind, velocity, acceleration, jerk) => {
  const law = motionLaw(kind)!

  it('goes from 0 to 1', () => {
    expect(at(law, 0)[0]).toBeCloseTo(0, 14)
    expect(at(law, 1)[0]).toBeCloseTo(1, 14)
  })

  it('has the published peaks', () => {
    const peak = [0, 0, 0]
    for (let k = 0; k <= 20_000; k++) {
      const jet = at(law, k / 20_000)
      for (let d = 0; d < 3; d++) peak[d] = Math.max(peak[d], Math.abs(jet[d + 1]))
    }
    expect(peak[0]).toBeCloseTo(velocity, 3)
    expect(peak[1]).toBeCloseTo(acceleration, 3)
    expect(Math.abs(peak[2] - jerk)).toBeLessThan(1e-3 * Math.max(1, jerk))
  })

  it('has exact derivatives to the third', () => {
    const h = 1e-3
    // inside its pieces, away from their seams
    for (const x of [0.05, 0.1, 0.2, 0.31, 0.44, 0.57, 0.69, 0.83, 0.95]) {
      for (let d = 0; d < 3; d++) {
        const f = (k: number) => at(law, x + k * h)[d]
        const slope = (45 * (f(1) - f(-1)) - 9 * (f(2) - f(-2)) + (f(3) - f(-3))) / (60 * h)
        expect(at(law, x)[d + 1]).toBeCloseTo(slope, 8)
      }
    }
  })

  it('is continuous in speed where it claims to be', () => {
    for (let k = 1; k < 400; k++) {
      const [before, after] = [at(law, k / 400 - 1e-9), at(law, k / 400 + 1e-9)]
      expect(Math.abs(after[0] - before[0])).toBeLessThan(1e-8)
      expect(Math.abs(after[1] - before[1])).toBeLessThan(1e-7)
    }
  })
})

it('the linear law alone has no bound on its acceleration: it starts at full speed', () => {
  expect(at(motionLaw('linear')!, 0)[1]).toBe(1)
  for (const [kind] of PEAKS.slice(1)) expect(at(motionLaw(kind)!, 0)[1]).toBeCloseTo(0, 14)
})

describe('moves limited in speed and acceleration', () => {
  // common practice: t = s / v + v / a when the speed is reached, else 2 sqrt(s / a)
  it('600 mm at 0.2 m/s and 0.5 m/s2 take 3.4 s', () => {
    expect(limitedMove(0.6, { speed: 0.2, acceleration: 0.5 }).duration).toBeCloseTo(3.4, 14)
  })

  it('that never reach their speed are triangles', () => {
    const { duration, law } = limitedMove(0.05, { speed: 1, acceleration: 0.8 })
    expect(duration).toBeCloseTo(2 * Math.sqrt(0.05 / 0.8), 14)
    expect((at(law, 0.5)[1] * 0.05) / duration).toBeCloseTo(Math.sqrt(0.05 * 0.8), 12)
  })

  it('keep to both limits and end where they should', () => {
    const { duration, law } = limitedMove(0.6, { speed: 0.2, acceleration: 0.5 })
    for (let k = 0; k <= 1000; k++) {
      const jet = at(law, k / 1000)
      expect((jet[1] * 0.6) / duration).toBeLessThan(0.2 + 1e-12)
      expect((Math.abs(jet[2]) * 0.6) / duration ** 2).toBeLessThan(0.5 + 1e-12)
    }
    expect(at(law, 1)[0]).toBeCloseTo(1, 14)
  })
})

describe('quintic spline', () => {
  it('reproduces a polynomial of the third degree with natural ends only where its ends allow, and any line', () => {
    const line = new QuinticSpline([0, 1, 3, 4], [1, 3, 7, 9], 'natural')
    const out = new Float64Array(4)
    for (const x of [0.3, 1.7, 3.9]) {
      line.evaluate(x, out)
      expect(out[0]).toBeCloseTo(1 + 2 * x, 12)
      expect(out[1]).toBeCloseTo(2, 11)
      expect(out[2]).toBeCloseTo(0, 10)
    }
  })

  it('goes through its values and is continuous to the fourth derivative', () => {
    const knots = [0, 0.4, 1, 1.3, 2.2, 3]
    const values = [0, 1, -0.5, 2, 0.3, 1]
    const spline = new QuinticSpline(
      knots,
      values,
      'natural',
      new Map([
        [0, 0],
        [knots.length - 1, 0],
      ]),
    )
    const jet = (x: number) => at(spline, x)
    knots.forEach((x, k) => expect(jet(x)[0]).toBeCloseTo(values[k], 13))
    for (const x of knots.slice(1, -1)) {
      const h = 1e-6
      for (let d = 0; d < 4; d++) {
        const scale = Math.max(1, Math.abs(jet(x)[d]))
        expect(Math.abs(jet(x + h)[d] - jet(x - h)[d]) / scale).toBeLessThan(1e-2)
      }
      // equal fourth derivatives: the third goes on with one slope
      const before = (jet(x - h)[3] - jet(x - 2 * h)[3]) / h
      const after = (jet(x + 2 * h)[3] - jet(x + h)[3]) / h
      expect(Math.abs(after - before) / Math.max(1, Math.abs(before))).toBeLessThan(1e-3)
    }
    for (const end of [0, 3])
      expect(
        jet(end)
          .subarray(1, 3)
          .every((v) => Math.abs(v) < 1e-12),
      ).toBe(true)
  })

  it('with two values at rest is the polynomial 3-4-5', () => {
    const spline = new QuinticSpline(
      [0, 1],
      [0, 1],
      'natural',
      new Map([
        [0, 0],
        [1, 0],
      ]),
    )
    for (const x of [0.2, 0.5, 0.9]) {
      const wanted = at(motionLaw('polynomial-3-4-5')!, x)
      at(spline, x).forEach((v, d) => expect(v).toBeCloseTo(wanted[d], 11))
    }
  })

  it('that is periodic repeats itself and meets itself smoothly', () => {
    const n = 24
    const knots = Array.from({ length: n + 1 }, (_, k) => (2 * Math.PI * k) / n)
    const spline = new QuinticSpline(knots, knots.map(Math.sin), 'periodic')
    for (const x of [0.01, 1, 3, 6.2]) {
      const wanted = [Math.sin(x), Math.cos(x), -Math.sin(x), -Math.cos(x)]
      at(spline, x + 4 * Math.PI).forEach((v, d) => expect(v).toBeCloseTo(wanted[d], d < 2 ? 6 : 3))
    }
    const [before, after] = [at(spline, 2 * Math.PI - 1e-9), at(spline, 1e-9)]
    before.forEach((v, d) => expect(after[d]).toBeCloseTo(v, 6))
  })
})

describe('moves limited in speed, acceleration, deceleration and jerk', () => {
  // source: by hand, from the areas below the speed (common practice)
  const cases = [
    { distance: 0.6, limits: { speed: 0.2, acceleration: 0.5, deceleration: 0.25 }, duration: 3 + 0.2 + 0.4 },
    // triangle: v = sqrt(2 D / (1/a + 1/d)) = sqrt(0.12 / 6) with a = 0.5, d = 0.25
    {
      distance: 0.06,
      limits: { speed: 1, acceleration: 0.5, deceleration: 0.25 },
      duration: 6 * Math.sqrt(0.02),
    },
    // S-curves with all phases: ramps of v/a + a/j = 0.4 + 0.25 s, of which half counts
    { distance: 0.6, limits: { speed: 0.2, acceleration: 0.5, jerk: 2 }, duration: 3 + 0.65 },
    // ramps that do not reach their acceleration: 2 sqrt(v/j) each
    { distance: 0.6, limits: { speed: 0.2, acceleration: 5, jerk: 2 }, duration: 3 + 2 * Math.sqrt(0.1) },
    // neither speed nor acceleration reached: T = 4 (D / 2 j)^(1/3)
    { distance: 0.004, limits: { speed: 5, acceleration: 5, jerk: 2 }, duration: 4 * 0.001 ** (1 / 3) },
  ]

  it.each(cases)(
    'last as long as they must: $distance m within $limits',
    ({ distance, limits, duration }) => {
      expect(limitedMove(distance, limits).duration).toBeCloseTo(duration, 10)
    },
  )

  it.each(cases)('keep within $limits, and join smoothly', ({ distance, limits }) => {
    const { duration, law } = limitedMove(distance, limits)
    const {
      speed,
      acceleration,
      deceleration = acceleration,
      jerk = Infinity,
    } = limits as Required<typeof limits> & {
      deceleration?: number
      jerk?: number
    }
    const jet = new Float64Array(4)
    const at = (x: number) => {
      law.evaluate(x, jet)
      return [
        jet[0]! * distance,
        (jet[1]! * distance) / duration,
        (jet[2]! * distance) / duration ** 2,
        (jet[3]! * distance) / duration ** 3,
      ] as const
    }
    expect(at(0)[0]).toBe(0)
    expect(at(1)[0]).toBeCloseTo(distance, 14)
    expect(at(0)[1]).toBe(0)
    expect(Math.abs(at(1)[1])).toBeLessThan(1e-12)
    const n = 4000
    let before = at(0)
    for (let k = 1; k <= n; k++) {
      const now = at(k / n)
      const h = duration / n
      expect(now[1]).toBeLessThan(speed * (1 + 1e-9))
      expect(now[2]).toBeLessThan(acceleration * (1 + 1e-9))
      expect(now[2]).toBeGreaterThan(-deceleration * (1 + 1e-9))
      if (jerk < Infinity) {
        expect(Math.abs(now[3])).toBeLessThan(jerk * (1 + 1e-9))
        expect(Math.abs(now[2] - before[2])).toBeLessThan(jerk * h * 1.01)
      }
      // what it covers is what its speed says
      expect(Math.abs(now[0] - before[0] - ((now[1] + before[1]) * h) / 2)).toBeLessThan(acceleration * h * h)
      before = now
    }
  })
})
