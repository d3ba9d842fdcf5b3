/** The clearance probe: values and two derivatives against closed forms and against its own values nearby. */
import { describe, expect, it } from 'vitest'
import { keepMesh } from '../../src/geometry/imported-meshes'
import { ball, box, numbersFrom } from '../proximity/solids'
import { jetOf, Sketch } from '../sketch'

let hashes = 0

/** Gives a body of a sketch triangles of its own. */
function shape(sketch: Sketch, body: string, triangles: Float32Array | null): void {
  const mesh = `c${String(++hashes).padStart(63, '0')}`
  if (triangles) keepMesh(mesh, { positions: triangles })
  sketch.document.parts.push({
    id: `${body}-part`,
    name: `${body} part`,
    colour: '#888888',
    shape: 'imported',
    mesh,
    dimensions: { width: 1, depth: 1, height: 1 },
  })
  const mine = sketch.document.bodies.find(({ id }) => id === body)!
  mine.parts = [{ id: `${body}-placed`, part: `${body}-part` }]
  mine.pose = { position: [0, 0, 0] }
}

const measured = (sketch: Sketch, a: string, b: string) =>
  sketch.probe({ id: 'clearance', kind: 'clearance', body: a, other: b })

/** A ball of 20 mm whose centre is as high over a plate as said. */
function over(height: string, top = 0) {
  const sketch = new Sketch(1, 50)
    .body('ball')
    .slide('up', 'ground', 'ball', [0, 0, 0], [0, 0, 1])
    .drive({ id: 'lift', kind: 'function', joint: 'up', position: height })
  shape(sketch, 'ground', box(0.2, 0.3, 0.02, [0.013, 0.017, top - 0.01]))
  shape(sketch, 'ball', ball(0.02, 12))
  return measured(sketch, 'ground', 'ball')
}

it('of a ball over a plate follows its centre, with both derivatives', () => {
  const solved = over('40 mm + 10 mm * sin(6.28318530717958648 * t)').solve()
  for (let frame = 0; frame < solved.take.frames; frame++) {
    const angle = 2 * Math.PI * solved.time(frame)
    const [value, first, second] = solved.probe('clearance', frame)
    expect(value).toBeCloseTo(0.02 + 0.01 * Math.sin(angle), 8)
    expect(first).toBeCloseTo(0.02 * Math.PI * Math.cos(angle), 9)
    expect(second).toBeCloseTo(-0.04 * Math.PI ** 2 * Math.sin(angle), 8)
  }
})

it('has its minimum where the motion has it, and is 0 without a derivative while they overlap', () => {
  const { take } = over('25 mm + 4.9 m/s^2 * (t - 0.43 s)^2').solve()
  expect(take.events).toEqual([expect.objectContaining({ kind: 'minimum', time: expect.closeTo(0.43, 8) })])
  expect(take.events[0].value).toBeCloseTo(0.005, 8)
  const inside = over('15 mm').solve().probe('clearance', 7)
  expect(inside).toEqual([0, Number.NaN, Number.NaN])
})

it('has no value where the shape of a body is not at hand', () => {
  const sketch = over('40 mm')
  sketch.document.parts[1].mesh = 'd'.repeat(64)
  expect(sketch.solve().probe('clearance', 3)[0]).toBeNaN()
})

it('of a body to itself is refused, by way of groups too', () => {
  const sketch = over('40 mm')
  sketch.document.groups = [{ id: 'both', name: 'Both', kind: 'moving', members: ['ground', 'ball'] }]
  sketch.document.probes[0].other = 'both'
  expect(() => sketch.open()).toThrow('on both sides')
})

it('of groups is that of their nearest bodies', () => {
  const sketch = over('60 mm')
  sketch.body('lid').join('rigid', 'lid-seat', 'ground', 'lid', [0, 0, 0])
  shape(sketch, 'lid', box(0.2, 0.3, 0.02, [0, 0, 0.1]))
  sketch.document.groups = [{ id: 'housing', name: 'Housing', kind: 'moving', members: ['ground', 'lid'] }]
  sketch.document.probes[0].body = 'housing'
  // 40 mm to the floor, 10 mm to the lid
  expect(sketch.solve().probe('clearance', 0)[0]).toBeCloseTo(0.01, 8)
})

describe('derivatives of turning bodies', () => {
  it.each([1, 2, 3, 4])('are those of the values nearby, arrangement %d', (seed) => {
    const random = numbersFrom(seed)
    const turning = (frameRate: number) => {
      const draw = numbersFrom(seed + 100)
      const sketch = new Sketch(0.5, frameRate)
        .body('arm', 'rock')
        .hinge('shoulder', 'ground', 'arm', [0, 0, 0.05], { axis: [draw(), 0.3, 1] })
        .hinge('wrist', 'arm', 'rock', [0.07, 0, 0.05], { axis: [0.2, 1, 0.4 * draw()] })
        .motor('shoulder', 2 + draw())
        .motor('wrist', 3 * draw() - 4)
      const stone = numbersFrom(seed + 200)
      shape(
        sketch,
        'ground',
        ball(0.03, 5, () => 0.03 * (0.4 + 0.6 * stone())),
      )
      const moved = ball(0.012, 5, () => 0.012 * (0.4 + 0.6 * stone()))
      for (let i = 0; i < moved.length; i += 3) {
        moved[i] += 0.07
        moved[i + 2] += 0.05
      }
      shape(sketch, 'rock', moved)
      return measured(sketch, 'ground', 'rock')
    }
    // frames so close that they are the values at any time
    const solved = turning(10_000).solve()
    const h = 3
    let compared = 0
    for (let k = 0; k < 40; k++) {
      const frame = Math.round(200 + 4600 * random())
      const values = Array.from({ length: 7 }, (_, i) => solved.probe('clearance', frame + (i - 3) * h))
      const jet = jetOf((t) => solved.probe('clearance', frame + Math.round(t * 10_000))[0], 0, h / 10_000)
      const [value, first, second] = solved.probe('clearance', frame)
      // a change of what is nearest has two sides
      const smooth = values.every(([, , bend]) => Math.abs(bend - second) < 0.02 * Math.abs(second) + 0.002)
      if (!(value > 0) || Number.isNaN(second) || !smooth) continue
      expect(first).toBeCloseTo(jet[1], 5)
      expect(second / jet[2]).toBeCloseTo(1, 2)
      compared++
    }
    expect(compared).toBeGreaterThan(12)
  })
})
