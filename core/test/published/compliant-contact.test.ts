/** Contacts that give way, against closed forms. */
import { describe, expect, it } from 'vitest'
import { validateDocument } from '../../src/document/checks/validate'
import { balance, G, letGo, loosen, weigh } from '../dynamics/free'
import { Sketch } from '../sketch'
import type { Contact } from '../../src'

const [RADIUS, MASS] = [0.02, 0.5]

/** A ball above the floor, which it touches at a height of 0. */
function ball(height: number, values: Partial<Contact>): Sketch {
  const sketch = new Sketch(1)
    .part('floor', 'box', 'ground', [0, -0.1], { width: '4 m', depth: '200 mm', height: '40 mm' })
    .body('ball')
    .join('planar', 'free', 'ground', 'ball', [0, RADIUS])
    .part('round', 'cylinder', 'ball', [0, RADIUS], { diameter: 2 * RADIUS, length: '20 mm' })
    .contact('lands', 'ground', 'ball', values)
  weigh(sketch, 'ball', MASS, [0, RADIUS, 0], [0, 0, 0.5 * MASS * RADIUS ** 2, 0, 0, 0])
  if (height > 0) sketch.document.bodies[1]!.pose = { position: [0, height, 0] }
  return sketch
}
const soft = (values: object = {}) => ({ compliance: { force: '100 N', depth: '0.1 mm', ...values } })

describe('a ball that lands on a floor that gives way', () => {
  it.each([1, 1.5, 2])(
    'goes as deep as its energy takes it, and comes back to where it fell from, exponent %d',
    (exponent) => {
      // Hunt & Crossley (1975): without damping the energy of the fall is stored, k d^(n+1) / (n+1) = m g (h + d)
      const height = 0.01
      const solver = letGo(loosen(ball(height, soft({ exponent }))))
      const stiffness = 100 / 1e-4 ** exponent
      const before = balance(solver)
      let [deepest, highest] = [0, 0]
      while (solver.time < 0.15 && solver.step(0.15)) {
        deepest = Math.min(deepest, solver.state.q[2])
        const { q, rate } = solver.state
        // how high it will go, once it is off
        if (solver.time > 0.05 && q[2] > 0) highest = Math.max(highest, q[2] + rate[2] ** 2 / (2 * G))
        expect(balance(solver)).toBeCloseTo(before, 7)
      }
      const stored = (stiffness * (-deepest) ** (exponent + 1)) / (exponent + 1)
      expect(stored / (MASS * G * (height - deepest))).toBeGreaterThan(0.98)
      expect(stored / (MASS * G * (height - deepest))).toBeLessThan(1 + 1e-9)
      expect(Math.abs(highest - height)).toBeLessThan(1e-7)
    },
  )

  it('rests as deep as its weight presses it, once damping has taken the rest', () => {
    const solver = letGo(loosen(ball(0.001, soft({ damping: 20 }))))
    while (solver.time < 1.5 && solver.step(1.5));
    const depth = (((MASS * G) / 100) * 1e-4 ** 1.5) ** (1 / 1.5)
    expect(solver.state.q[2]).toBeCloseTo(-depth, 9)
    expect(solver.touching[0]!.normal).toBeCloseTo(MASS * G, 6)
  })

  it('parts with a share of its speed that falls as it lands faster', () => {
    // Hunt & Crossley (1975): e = 1 - (2/3) damping v for small speeds, since damping here is 1.5 of theirs
    const share = (speed: number, damping: number) => {
      const solver = letGo(loosen(ball(0.0001, soft({ damping })), { gravity: [0, 0, 0] }), {
        rates: { 'free/y': -speed },
      })
      while (solver.time < 0.05 && solver.step(0.05));
      return solver.state.rate[2] / speed
    }
    for (const speed of [0.05, 0.1]) expect(share(speed, 0.3)).toBeCloseTo(1 - (2 / 3) * 0.3 * speed, 3)
    expect(share(0.1, 0)).toBeCloseTo(1, 8)
  })
})

describe('a ball that slides on a floor that gives way', () => {
  it.each([1, -1])('comes to roll as on a rigid one, to side %d', (side) => {
    const [speed, friction] = [0.5, 0.3]
    const depth = (((MASS * G) / 100) * 1e-4 ** 1.5) ** (1 / 1.5)
    const sketch = ball(0, { ...soft({ damping: 1 }), friction })
    sketch.document.bodies[1]!.pose = { position: [0, -depth, 0] }
    const solver = letGo(loosen(sketch), { rates: { 'free/x': side * speed } })
    while (solver.time < 0.5 && solver.step(0.5));
    // v0 (1 / (1 + k)) with k = 1/2: two thirds of what it was thrown with
    expect(solver.state.rate[1]).toBeCloseTo((side * 2 * speed) / 3, 3)
    expect(solver.state.rate[3] * RADIUS).toBeCloseTo((-side * 2 * speed) / 3, 3)
  })
})

it.each([
  ['force', { force: '0 N' }],
  ['depth', { depth: '-1 mm' }],
])('a contact that gives way by no %s is refused there', (key, values) => {
  const read = validateDocument(ball(0, soft(values)).document)
  expect(read).toMatchObject({
    ok: false,
    problems: [{ code: 'contact-compliance', pointer: `/contacts/0/compliance/${key}` }],
  })
})
