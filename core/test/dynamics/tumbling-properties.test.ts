/**
 * What must hold whenever bodies that nothing guides tumble onto a floor and each other: nothing pulls, friction stays in its round cone,
 * nothing sinks in, no energy comes from nowhere, and it is the same twice.
 */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { leastGap } from '../../src/contact/facts'
import { contactPairs } from '../../src/contact/pairs'
import { FreeSolver } from '../../src/dynamics/free-solver'
import '../property-seed'
import { Sketch } from '../sketch'
import type { Point } from '../sketch'
import { balance, loosen, weigh } from './free'

const share = fc.double({ min: 0, max: 1, noNaN: true })
const three = fc.tuple(share, share, share)
const blocks = fc.record({ size: three, axis: three, zero: three, rate: three, turn: three })
type Block = typeof blocks extends fc.Arbitrary<infer B> ? B : never
const surfaces = fc.record({ friction: share, more: share, restitution: share })
const about = (shares: Point, reach: number): Point => [
  reach * (2 * shares[0] - 1),
  reach * (2 * shares[1] - 1),
  reach * (2 * shares[2] - 1),
]

/** Blocks above each other over a floor, each turned and thrown any way. */
function thrown(
  drawn: readonly Block[],
  { friction, more, restitution }: Record<string, number>,
): FreeSolver {
  const sketch = new Sketch(1).part('floor', 'box', 'ground', [0, -0.0625, 0], {
    ...{ width: '1 m', depth: '125 mm', height: '1 m' },
  })
  const values = {
    friction: 0.8 * friction!,
    staticFriction: 0.8 * friction! + 0.3 * more!,
    restitution: 0.6 * restitution!,
  }
  const rates = [0]
  drawn.forEach(({ size, axis, zero, rate, turn }, k) => {
    const [width, depth, height] = size.map((part) => 0.03 + 0.05 * part) as [number, number, number]
    const at: Point = [0.03 * k, 0.08 + 0.15 * k, 0.02 * k]
    const id = `block${k}`
    sketch.body(id).part(
      `box${k}`,
      'box',
      id,
      at,
      { width, depth, height },
      {
        axis: [axis[0] - 0.5, axis[1] - 0.5, axis[2] + 0.01],
        zero: [zero[0] + 0.01, zero[1] - 0.5, zero[2] - 0.5],
      },
    )
    weigh(sketch, id, 1, at, [9e-4, 7e-4, 8e-4, 0, 0, 0])
    sketch.contact(`${id}-floor`, 'ground', id, values)
    for (let n = 0; n < k; n++) sketch.contact(`${id}-${n}`, `block${n}`, id, values)
    rates.push(...about(rate, 0.5), ...about(turn, 8))
  })
  const { model, physics } = loosen(sketch)
  const pairs = contactPairs(model.mechanism)
  const start = Float64Array.from(rates)
  const solver = new FreeSolver(model.mechanism, physics, [], model.home, start, [], 0, { pairs })
  if (!solver.start()) throw new Error(solver.problem!.message)
  return solver
}

const UNTIL = 0.3
/** Gaps are looked at after so many steps. */
const STEPS_BETWEEN_LOOKS = 5

describe.each([1, 2])('%d blocks that tumble onto a floor', (count) => {
  it('keep the laws of contact', () => {
    let touched = 0
    const lawful = fc.property(
      fc.array(blocks, { minLength: count, maxLength: count }),
      surfaces,
      (drawn, surface) => {
        const solver = thrown(drawn, surface)
        const { mechanism, state } = solver
        const pairs = contactPairs(mechanism)
        const start = balance(solver)
        let energy = Infinity
        const worst = { pull: 0, beyondCone: -Infinity, gap: 0, gain: -Infinity }
        for (let steps = 1; solver.time < UNTIL; steps++) {
          if (!solver.step(UNTIL)) throw new Error(solver.problem!.message)
          const most = solver.touching.reduce((sum, { normal }) => Math.max(sum, normal), 1e-6)
          for (const { normal, tangential, sideways, law } of solver.touching) {
            const beyond = Math.hypot(tangential, sideways) - law.staticFriction * normal
            worst.pull = Math.min(worst.pull, normal)
            worst.beyondCone = Math.max(worst.beyondCone, beyond / most)
            touched++
          }
          if (steps % STEPS_BETWEEN_LOOKS === 0)
            for (const pair of pairs) worst.gap = Math.min(worst.gap, leastGap(pair, state) ?? 0)
          const { kinetic, stored } = solver.energy
          worst.gain = Math.max(worst.gain, kinetic + stored - energy)
          energy = kinetic + stored
        }
        expect(worst.pull).toBe(0)
        expect(worst.beyondCone).toBeLessThan(1e-8)
        expect(worst.gap).toBeGreaterThan(-1e-9 * mechanism.size)
        expect(worst.gain).toBeLessThan(1e-8)
        expect(Math.abs(balance(solver) - start)).toBeLessThan(1e-6)
        const again = thrown(drawn, surface)
        again.advance(UNTIL)
        expect(again.state.q).toEqual(state.q)
      },
    )
    fc.assert(lawful, { numRuns: 3, endOnFailure: true })
    expect(touched).toBeGreaterThan(1000)
  })
})
