/** Plates that rattle down to rest: contacts that are not told apart for a while, and come out of it where they should. */
import { describe, expect, it } from 'vitest'
import type { Stretch } from '../../src/dynamics/contact/crowd'
import { leastGap } from '../../src/contact/facts'
import { contactPairs } from '../../src/contact/pairs'
import { Sketch } from '../sketch'
import { balance, letGo, loosen, weigh } from './free'

const [WIDTH, HEIGHT, MASS] = [0.2, 0.02, 1]

/** Plates that fall on each other and on a floor, a hair of room between them. */
function stack(count: number, restitution: number): Sketch {
  const sketch = new Sketch(1).part('floor', 'box', 'ground', [0, -0.1], {
    ...{ width: '8 m', depth: '200 mm', height: '40 mm' },
  })
  for (let k = 0; k < count; k++) {
    const [id, y] = [`plate${k}`, (k + 0.5) * HEIGHT + (k + 1) * 1e-3]
    sketch.body(id).join('planar', `${id}-plane`, 'ground', id, [0, y])
    sketch.part(`${id}-cube`, 'box', id, [0, y], { width: WIDTH, depth: HEIGHT, height: '20 mm' })
    weigh(sketch, id, MASS, [0, y, 0], [0, 0, (MASS / 12) * (WIDTH ** 2 + HEIGHT ** 2), 0, 0, 0])
    const below = k === 0 ? 'ground' : `plate${k - 1}`
    sketch.contact(`on-${below}`, below, id, { restitution, friction: 0.4 })
  }
  return sketch
}

describe.each([0, 0.3, -0.3])('a stack of plates that rattles, thrown at %d m/s', (rate) => {
  const stretches: Stretch[] = []
  const rates = Object.fromEntries([0, 1, 2, 3].map((k) => [`plate${k}-plane/x`, rate]))
  const solver = letGo(loosen(stack(4, 0.6)), { rates, stretches })
  const { mechanism, state } = solver
  const pairs = contactPairs(mechanism as Parameters<typeof contactPairs>[0])
  const size = (mechanism as { size: number }).size
  let deepest = 0
  let grown = 0
  let before = balance(solver)
  while (solver.time < 0.5) {
    if (!solver.step(0.5)) throw new Error(solver.problem!.message)
    for (const pair of pairs) deepest = Math.min(deepest, leastGap(pair, state) ?? 0)
    grown = Math.max(grown, balance(solver) - before)
    before = balance(solver)
  }

  it('says where contacts were not told apart, and goes on telling them apart', () => {
    expect(stretches.length).toBeGreaterThan(0)
    expect(stretches.at(-1)!.to).toBeLessThan(0.4)
  })

  it('does not sink in', () => {
    expect(deepest / size).toBeGreaterThan(-1e-9)
  })

  it('gains no energy', () => {
    // of what it has before it falls
    expect(grown).toBeLessThan(1e-5 * MASS * 9.81 * 0.01)
  })

  it('lies at rest in the end, plate upon plate', () => {
    for (let k = 0; k < 4; k++) {
      const [y, angle] = [2, 3].map((n) => state.q[3 * k + n])
      expect(y).toBeCloseTo(-(k + 1) * 1e-3, 8)
      expect(angle).toBeCloseTo(0, 8)
      expect(state.rate[3 * k + 1]).toBeCloseTo(0, 9)
    }
    // while all rub on the floor alike the stack slides v^2 / (2 mu g) far; blows between the plates tell some of them apart
    const far = Math.sign(rate) * (rate ** 2 / (2 * 0.4 * 9.81))
    expect(Math.abs(state.q[1] - far)).toBeLessThan(2e-3)
  })
})

it.each([
  [4, ['contacts-crowded']],
  [1, []],
])('a take of %d plates says whether contacts were told apart', (count, codes) => {
  const sketch = stack(count, 0.6)
  const [scenario] = sketch.document.scenarios
  Object.assign(scenario, { mode: 'free', gravity: [0, -9.81, 0], length: 0.2 })
  const { notes } = sketch.attempt()
  expect(notes.map(({ code }) => code)).toEqual(codes)
  for (const { data } of notes) expect(data!.to).toBeLessThan(0.2)
})
