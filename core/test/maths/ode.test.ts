/** The pair of order 8: closed forms, its order, dense output, and stages that have no derivative. */
import { describe, expect, it } from 'vitest'
import { Dop853 } from '../../src/maths/ode/dop853'

const even = (n: number, absolute: number) => new Float64Array(n).fill(absolute)

/** Kepler's ellipse of eccentricity 0.5, which comes back to its start after 2 pi. */
function kepler(relative: number, absolute = relative) {
  const ode = new Dop853(
    4,
    (_, y, out, at) => {
      const cube = Math.hypot(y[0], y[1]) ** 3
      out[at] = y[2]
      out[at + 1] = y[3]
      out[at + 2] = -y[0] / cube
      out[at + 3] = -y[1] / cube
      return true
    },
    { relative, absolute: even(4, absolute) },
  )
  ode.y.set([0.5, 0, 0, Math.sqrt(3)])
  ode.start(0)
  return ode
}
const run = (ode: Dop853, end: number) => {
  while (ode.time < end) expect(ode.step(end)).toBe(null)
}

describe('pair of order 8(5,3)', () => {
  it('comes back on an ellipse, the nearer the tighter, at the cost of its order', () => {
    const errors: number[] = []
    const costs: number[] = []
    for (const tolerance of [1e-6, 1e-9, 1e-12]) {
      const ode = kepler(tolerance)
      run(ode, 2 * Math.PI)
      errors.push(Math.hypot(ode.y[0] - 0.5, ode.y[1]))
      costs.push(ode.evaluations)
    }
    expect(errors[0]).toBeLessThan(1e-4)
    expect(errors[1]).toBeLessThan(1e-7)
    expect(errors[2]).toBeLessThan(1e-10)
    // a thousand times the accuracy for less than 1000^(1/6.5) times the work
    expect(costs[1] / costs[0]).toBeLessThan(2.9)
    expect(costs[2] / costs[1]).toBeLessThan(2.9)
  })

  it('is of order 8: half the step makes an error at least 150 times smaller', () => {
    const errorOf = (steps: number) => {
      const ode = new Dop853(
        2,
        (_, y, out, at) => {
          out[at] = y[1]
          out[at + 1] = -y[0]
          return true
        },
        { relative: 1, absolute: even(2, 1) },
      )
      ode.y.set([1, 0])
      ode.longest = 4 / steps
      ode.start(0)
      for (let s = 1; s <= steps; s++) run(ode, (4 * s) / steps)
      expect(ode.steps).toBeGreaterThanOrEqual(steps)
      return Math.hypot(ode.y[0] - Math.cos(4), ode.y[1] + Math.sin(4))
    }
    expect(errorOf(4) / errorOf(8)).toBeGreaterThan(150)
  })

  it('is read anywhere in a step with nearly the same accuracy', () => {
    const ode = kepler(1e-11)
    const reference = kepler(1e-13)
    const out = new Float64Array(4)
    let worst = 0
    while (ode.time < 5) {
      ode.step(5)
      for (const share of [0.2, 0.5, 0.83]) {
        const time = ode.before + share * (ode.time - ode.before)
        run(reference, time)
        expect(ode.at(time, out)).toBe(true)
        worst = Math.max(worst, Math.hypot(out[0] - reference.y[0], out[1] - reference.y[1]))
      }
      ode.at(ode.before, out)
    }
    expect(worst).toBeLessThan(1e-9)
    ode.at(ode.time, out)
    expect(out[0]).toBeCloseTo(ode.y[0], 14)
  })

  it('begins with a sensible step where a value is zero but for rounding', () => {
    const ode = new Dop853(
      2,
      (_, y, out, at) => {
        out[at] = y[1]
        out[at + 1] = -70
        return true
      },
      { relative: 1e-10, absolute: even(2, 1e-12) },
    )
    ode.y.set([5.5e-17, 0])
    ode.start(0)
    run(ode, 0.01)
    expect(ode.y[0]).toBeCloseTo(-70 * 0.01 ** 2 * 0.5, 14)
    expect(ode.steps).toBeLessThan(20)
  })

  it('comes up to where there is no derivative, and says so', () => {
    // y' = 1 up to 1, and nothing beyond
    const ode = new Dop853(
      1,
      (_, y, out, at) => {
        out[at] = 1
        return y[0] <= 1
      },
      { relative: 1e-9, absolute: even(1, 1e-9) },
    )
    ode.start(0)
    let failure = null
    while (!failure && ode.time < 2) failure = ode.step(2)
    expect(failure).toBe('undefined')
    expect(ode.y[0]).toBeLessThanOrEqual(1)
    expect(ode.y[0]).toBeGreaterThan(1 - 1e-9)
  })

  it('entries that are carried along have no part in the step', () => {
    const steps = [1e-9, Infinity].map((absolute) => {
      const ode = new Dop853(
        2,
        (t, _, out, at) => {
          out[at] = 1
          out[at + 1] = Math.sin(1000 * t)
          return true
        },
        { relative: 1e-9, absolute: Float64Array.of(1e-9, absolute) },
      )
      ode.start(0)
      run(ode, 1)
      return ode.steps
    })
    expect(steps[0]).toBeGreaterThan(50)
    expect(steps[1]).toBeLessThan(10)
  })
})
