/** Sweeps over many contacts find what the complementarity problem as a whole finds. */
import { describe, expect, it } from 'vitest'
import { choose } from '../../src/dynamics/contact/choice'
import type { ContactResponse } from '../../src/dynamics/contact/response'
import { sweep } from '../../src/dynamics/contact/sweeps'

/** Numbers from a fixed seed in -1 to 1. */
function numbers(seed: number): () => number {
  let at = seed
  return () => {
    at = (at * 1103515245 + 12345) % 2147483648
    return (2 * at) / 2147483648 - 1
  }
}

/** Contacts of bodies that answer to each other a little: J J^T with unit diagonals. */
function contacts(many: number, draw: () => number, tangents = 1): ContactResponse {
  const n = (1 + tangents) * many
  const rows = Array.from({ length: n }, (_, r) =>
    Array.from({ length: 3 * n }, (__, c) => (c === r ? 2 : 0.3 * draw())),
  ).map((row) => {
    const size = Math.hypot(...row)
    return row.map((value) => value / size)
  })
  const w = Float64Array.from(
    rows.flatMap((a) => rows.map((b) => a.reduce((sum, value, k) => sum + value * b[k]!, 0))),
  )
  return {
    ...{ n, w, scale: new Float64Array(n).fill(1) },
    toPress: (direction: number, meeting: number) => w[n * direction + 2 * meeting]!,
  } as unknown as ContactResponse
}

describe.each([1, 2, 5])('%d contacts', (many) => {
  it('without friction push alike, solved as a whole or swept over', () => {
    const draw = numbers(7 + many)
    for (let k = 0; k < 20; k++) {
      const response = contacts(many, draw)
      const right = Float64Array.from({ length: 2 * many }, draw)
      const whole = choose(
        response,
        right,
        Array.from({ length: many }, () => ({ coefficient: 0, slides: 0, least: 0 })),
      )
      const swept = sweep(
        response,
        right,
        Array.from({ length: many }, () => ({ coefficient: 0, tangents: 1 })),
      )
      for (let d = 0; d < 2 * many; d += 2) expect(swept[d]).toBeCloseTo(whole!.forces[d]!, 7)
    }
  })

  it('with friction none pulls or leaves its cone, none sinks in, and what slides rubs against it', () => {
    const draw = numbers(70 + many)
    for (let k = 0; k < 20; k++) {
      const response = contacts(many, draw)
      const right = Float64Array.from({ length: 2 * many }, draw)
      const coefficient = 0.4
      const swept = sweep(
        response,
        right,
        Array.from({ length: many }, () => ({ coefficient, tangents: 1 })),
      )
      const after = right.map(
        (rate, d) =>
          rate + swept.reduce((sum, impulse, e) => sum + response.w[2 * many * d + e]! * impulse, 0),
      )
      for (let meeting = 0; meeting < many; meeting++) {
        const [normal, tangent] = [2 * meeting, 2 * meeting + 1]
        expect(swept[normal]).toBeGreaterThanOrEqual(0)
        expect(after[normal]).toBeGreaterThan(-1e-7)
        expect(swept[normal]! * after[normal]!).toBeCloseTo(0, 7)
        expect(Math.abs(swept[tangent]!)).toBeLessThanOrEqual(coefficient * swept[normal]! + 1e-12)
        if (Math.abs(after[tangent]!) > 1e-6 && swept[normal]! > 1e-6)
          expect(swept[tangent]).toBeCloseTo(-Math.sign(after[tangent]!) * coefficient * swept[normal]!, 7)
      }
    }
  })

  it('in space friction has a round cone, and goes straight against the way in which it slides', () => {
    const draw = numbers(700 + many)
    const slid = { sticks: 0, slides: 0 }
    for (let k = 0; k < 20; k++) {
      const even = contacts(many, draw, 2)
      // one direction moves more easily than another
      const scale = even.scale.map(() => 1 + 0.8 * draw())
      const right = Float64Array.from({ length: 3 * many }, draw)
      const coefficient = 0.4
      const asked = Array.from({ length: many }, () => ({ coefficient, tangents: 2 }))
      const swept = sweep(Object.assign(even, { scale }), right, asked)
      const n = 3 * many
      const after = right.map(
        (rate, d) =>
          rate +
          swept.reduce((sum, impulse, e) => sum + (even.w[n * d + e]! * impulse) / scale[d]! / scale[e]!, 0),
      )
      for (let d = 0; d < n; d += 3) {
        const [normal, ...friction] = swept.slice(d, d + 3) as unknown as [number, number, number]
        const [opens, ...slip] = after.slice(d, d + 3) as unknown as [number, number, number]
        expect(normal).toBeGreaterThanOrEqual(0)
        expect(opens).toBeGreaterThan(-1e-7)
        expect(normal * opens).toBeCloseTo(0, 7)
        const [size, speed] = [Math.hypot(...friction), Math.hypot(...slip)]
        expect(size).toBeLessThanOrEqual(coefficient * normal + 1e-12)
        if (normal < 1e-6) continue
        slid[speed > 1e-6 ? 'slides' : 'sticks']++
        if (speed > 1e-6)
          friction.forEach((one, t) => expect(one).toBeCloseTo((-coefficient * normal * slip[t]!) / speed, 6))
      }
    }
    expect(Math.min(slid.sticks, slid.slides)).toBeGreaterThan(0)
  })
})
