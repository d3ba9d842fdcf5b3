/**
 * What must hold whenever bodies touch in free motion: nothing pulls, friction stays in its cone, nothing sinks in, no energy comes from
 * nowhere, and it is the same twice.
 */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { leastGap } from '../../src/contact/facts'
import { contactPairs } from '../../src/contact/pairs'
import '../property-seed'
import { Sketch } from '../sketch'
import { balance, G, letGo, loosen, weigh } from './free'

const TURN = 2 * Math.PI
const share = fc.double({ min: 0, max: 1, noNaN: true })
const plates = fc.record({
  size: fc.tuple(share, share),
  corners: fc.array(share, { minLength: 3, maxLength: 6 }),
  turned: share,
  rates: fc.tuple(share, share, share),
  isRound: fc.boolean(),
})
type Plate = typeof plates extends fc.Arbitrary<infer P> ? P : never

const surfaces = fc.record({ friction: share, more: share, restitution: share })

/** Plates above each other that fall into a tray. */
function tray(
  drawn: readonly Plate[],
  { friction, more, restitution }: Record<string, number>,
  tilt: number,
) {
  const sketch = new Sketch(1)
    .part('floor', 'box', 'ground', [0, -0.1], { width: '1 m', depth: '200 mm', height: '40 mm' })
    .part('left', 'box', 'ground', [-0.3, 0.1], { width: '200 mm', depth: '1 m', height: '40 mm' })
    .part('right', 'box', 'ground', [0.3, 0.1], { width: '200 mm', depth: '1 m', height: '40 mm' })
  const values = {
    friction: 0.8 * friction!,
    staticFriction: 0.8 * friction! + 0.3 * more!,
    restitution: 0.7 * restitution!,
  }
  const rates: Record<string, number> = {}
  drawn.forEach(({ size, corners, turned, rates: [vx, vy, w], isRound }, k) => {
    const [wide, high] = size.map((part) => 0.02 + 0.03 * part) as [number, number]
    const at = [0.04 * (k - 1), 0.07 + 0.12 * k] as const
    const id = `plate${k}`
    sketch.body(id).join('planar', `${id}-plane`, 'ground', id, at)
    const angles = corners.map((part, n) => (TURN * (n + 0.6 * part)) / corners.length)
    const outline = angles.map((angle): [number, number] => [wide * Math.cos(angle), high * Math.sin(angle)])
    const zero = [Math.cos(TURN * turned), Math.sin(TURN * turned), 0] as const
    if (isRound) sketch.part(`part${k}`, 'cylinder', id, at, { diameter: 2 * wide, length: '20 mm' })
    else sketch.part(`part${k}`, 'extruded', id, at, { thickness: '20 mm' }, { zero, outline })
    weigh(sketch, id, 0.5 + wide * 10, [...at, 0], [0, 0, 0.5 * wide * wide, 0, 0, 0])
    sketch.contact(`${id}-tray`, 'ground', id, values)
    for (let n = 0; n < k; n++) sketch.contact(`${id}-${n}`, `plate${n}`, id, values)
    rates[`${id}-plane/x`] = 2 * (vx - 0.5)
    rates[`${id}-plane/y`] = 2 * (vy - 0.5)
    rates[`${id}-plane/angle`] = 20 * (w - 0.5)
  })
  const gravity = [G * Math.sin(0.4 * (tilt - 0.5)), -G * Math.cos(0.4 * (tilt - 0.5)), 0] as const
  const setting = { gravity, rates }
  return letGo(loosen(sketch, setting), setting)
}

/** Lets plates fall, and sees at every step that the laws of contact are kept. */
const lawful = (count: number) =>
  fc.property(
    fc.array(plates, { minLength: count, maxLength: count }),
    surfaces,
    share,
    (drawn, surface, tilt) => {
      const solver = tray(drawn, surface, tilt)
      const { mechanism, state } = solver
      const pairs = contactPairs(mechanism as Parameters<typeof contactPairs>[0])
      const start = balance(solver)
      let energy = Infinity
      while (solver.time < 0.7) {
        if (!solver.step(0.7)) throw new Error(solver.problem!.message)
        const most = solver.touching.reduce((sum, { normal }) => Math.max(sum, normal), 1e-6)
        for (const { normal, tangential, law } of solver.touching) {
          expect(normal).toBeGreaterThan(-1e-8 * most)
          expect(Math.abs(tangential)).toBeLessThan(law.staticFriction * normal + 1e-8 * most)
        }
        for (const pair of pairs) {
          const gap = leastGap(pair, state)
          if (gap !== null) expect(gap).toBeGreaterThan(-1e-9 * mechanism.size)
        }
        const { kinetic, stored } = solver.energy
        expect(kinetic + stored).toBeLessThan(energy + 1e-8)
        energy = kinetic + stored
        expect(Math.abs(balance(solver) - start)).toBeLessThan(1e-6)
      }
      const again = tray(drawn, surface, tilt)
      again.advance(0.7)
      expect(again.state.q).toEqual(state.q)
    },
  )

describe.each([1, 2, 3])('%d plates that fall into a tray', (count) => {
  it('keep the laws of contact', () => {
    fc.assert(lawful(count), { numRuns: 8, endOnFailure: true })
  })
})

describe('plates that once broke the laws of contact', () => {
  it.each([
    { what: 'a corner goes along a side of the other one beneath its tip', count: 2, seed: 77, path: '22' },
    {
      what: 'a plate that has parted is pushed back and away again within a step',
      count: 3,
      seed: 8,
      path: '11',
    },
    { what: 'the same, with blows at once', count: 3, seed: 77, path: '4' },
    { what: 'a disc comes near a wide corner', count: 3, seed: 8, path: '41' },
  ])('keep them: $what', ({ count, seed, path }) => {
    fc.assert(lawful(count), { seed, path, numRuns: 1, endOnFailure: true })
  })
})
