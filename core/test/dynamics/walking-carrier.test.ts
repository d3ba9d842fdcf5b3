/** A carrier of eight legs on one crankshaft, walking on the floor under its weight: nothing sinks in, no loop opens, feet stick or slide. */
import { describe, expect, it } from 'vitest'
import { leastGap } from '../../src/contact/facts'
import { contactPairs } from '../../src/contact/pairs'
import { letGo, loosen } from './free'
import { walkingCarrier } from './walking-carrier'

describe.each([50, -50])('a carrier that walks at %d turns a minute', (speed) => {
  const film = walkingCarrier({ length: 3, speed }).solve()
  const last = film.take.frames - 1

  it('goes the same way turn after turn', () => {
    // a turn takes 1.2 s, which are 72 frames
    const gone = (from: number) => film.joint('free/x', from + 72)[0] - film.joint('free/x', from)[0]
    expect(-Math.sign(speed) * gone(last - 72)).toBeGreaterThan(0.05)
    expect(gone(last - 72)).toBeCloseTo(gone(last - 144), 4)
    for (let frame = 0; frame <= last; frame++)
      expect(Math.abs(film.joint('free/angle', frame)[0])).toBeLessThan(0.1)
  })

  it('is where it is at any frame rate', () => {
    const coarse = walkingCarrier({ length: 3, speed, frameRate: 7 }).solve()
    expect(coarse.joint('free/x', coarse.take.frames - 1)[0]).toBeCloseTo(film.joint('free/x', last)[0], 8)
  })
})

describe('while it walks', () => {
  it('no foot sinks in, no loop opens, and feet stick or slide as the cone says', () => {
    const setting = { drives: { crank: (50 * 2 * Math.PI) / 60 } }
    const solver = letGo(loosen(walkingCarrier()), setting)
    const { mechanism, state, equations } = solver
    const pairs = contactPairs(mechanism as Parameters<typeof contactPairs>[0])
    const rows = Int32Array.from(equations.rows.keys())
    const residuals = new Float64Array(rows.length)
    while (solver.time < 1.5) {
      if (!solver.step(1.5)) throw new Error(solver.problem!.message)
      for (const pair of pairs) expect(leastGap(pair, state) ?? 0).toBeGreaterThan(-1e-9)
      equations.placeEveryPair(state)
      equations.residuals(state, rows, residuals)
      expect(Math.max(...residuals.map(Math.abs))).toBeLessThan(1e-9)
      for (const { normal, tangential, law, way, slipRate } of solver.touching) {
        expect(normal).toBeGreaterThan(-1e-7)
        expect(Math.abs(tangential)).toBeLessThan(law.staticFriction * normal + 1e-6)
        if (way === 0) expect(Math.abs(slipRate)).toBeLessThan(1e-9)
        else expect(way * slipRate).toBeGreaterThan(-1e-8)
      }
    }
    expect(solver.touching.length).toBeGreaterThan(0)
  })
})
