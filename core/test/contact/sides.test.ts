/** Boxes and round parts that meet in other planes than those of their profiles: as sides and sections, with forces, too. */
import { describe, expect, it } from 'vitest'
import { isOfOutlines } from '../../src/contact/outline-pairs'
import { contactPairs, LieReader } from '../../src/contact/pairs'
import { standingAt } from '../../src/mechanism/state'
import { G, letGo, loosen, reach, weigh } from '../dynamics/free'
import { Sketch } from '../sketch'
import type { Place } from '../sketch'

const RADIUS = 0.05
const kinds = (sketch: Sketch): boolean[] => contactPairs(sketch.open().mechanism).map(isOfOutlines)

/** A floor whose top lies along x at y = 0, of a box that stands as its z axis says. */
const FLOORS: [string, object, Place][] = [
  ['z across', { width: '8 m', depth: '200 mm', height: '40 mm' }, {}],
  ['z up', { width: '8 m', depth: '40 mm', height: '200 mm' }, { axis: [0, 1, 0], zero: [1, 0, 0] }],
  ['z along', { width: '200 mm', depth: '40 mm', height: '8 m' }, { axis: [1, 0, 0], zero: [0, 1, 0] }],
  ['z down', { width: '8 m', depth: '40 mm', height: '200 mm' }, { axis: [0, -1, 0], zero: [-1, 0, 0] }],
]

function onFloor(
  size: object,
  place: Place,
  part: string,
  dimensions: object,
  of: Place,
  height: number,
): Sketch {
  const sketch = new Sketch(1)
    .part('floor', 'box', 'ground', [0, -0.1], { ...size }, place)
    .body('one')
    .join('planar', 'plane', 'ground', 'one', [0, height])
    .part('shape', part, 'one', [0, height], { ...dimensions }, of)
    .contact('meet', 'ground', 'one', { friction: 0.5 })
  return weigh(sketch, 'one', 2, [0, height, 0], [0, 0, 0.5 * 2 * RADIUS ** 2, 0, 0, 0])
}

const gravity = (angle: number): [number, number, number] => [G * Math.sin(angle), -G * Math.cos(angle), 0]

describe.each(FLOORS)('on a box with its %s', (_, size, place) => {
  it('a roller rolls down a slope by a = 2/3 g sin', () => {
    const sketch = onFloor(size, place, 'cylinder', { diameter: 2 * RADIUS, length: '20 mm' }, {}, RADIUS)
    const setting = { gravity: gravity(0.3) }
    const solver = reach(letGo(loosen(sketch, setting), setting), 1)
    const [, x, y] = solver.state.q
    expect(x).toBeCloseTo((G * Math.sin(0.3)) / 3, 9)
    expect(Math.abs(y)).toBeLessThan(1e-12)
  })

  it.each([
    ['upright', [0, 1, 0], [1, 0, 0]],
    ['along', [1, 0, 0], [0, 1, 0]],
    ['along, reversed', [-1, 0, 0], [0, 1, 0]],
  ] as const)('a cylinder that stands %s slides to a stop', (_name, axis, zero) => {
    const sketch = onFloor(
      size,
      place,
      'cylinder',
      { diameter: '100 mm', length: '100 mm' },
      { axis, zero },
      0.05,
    )
    const setting = { gravity: gravity(0), rates: { 'plane/x': 0.9 } }
    const solver = reach(letGo(loosen(sketch, setting), setting), 1)
    expect(solver.state.q[1]).toBeCloseTo(0.81 / (2 * 0.5 * G), 9)
    expect(solver.state.q[3]).toBeCloseTo(0, 9)
  })
})

describe('sides', () => {
  const SIZE = { width: '40 mm', depth: '50 mm', height: '60 mm' }

  it('push each other along the z axis of boxes, which profiles cannot', () => {
    const sketch = new Sketch()
      .body('low', 'high')
      .part('one', 'box', 'low', [0, 0, 0], SIZE)
      .part('other', 'box', 'high', [0.01, 0.02, 0.08], SIZE)
      .slide('push', 'ground', 'low', [0, 0, 0], [0, 0, 1])
      .slide('way', 'ground', 'high', [0, 0, 0.08], [0, 0, 1])
      .motor('push', 0.1)
      .contact('meet', 'low', 'high')
    expect(kinds(sketch)).toEqual([true])
    const film = sketch.solve()
    expect(film.joint('way', 12)[0]).toBeCloseTo(0, 9)
    expect(film.joint('way', 60)[0]).toBeCloseTo(0.08, 9)
  })

  it('are those of round parts only where both are cut in the middle', () => {
    const coins = (offset: number) =>
      new Sketch()
        .body('low', 'high')
        .part('one', 'disc', 'low', [0, 0, 0], { bore: '0 mm' })
        .part('other', 'disc', 'high', [0, offset, 0.02], { bore: '0 mm' })
        .slide('push', 'ground', 'low', [0, 0, 0], [0, 0, 1])
        .slide('way', 'ground', 'high', [0, 0, 0.02], [0, 0, 1])
        .motor('push', 0.1)
        .contact('meet', 'low', 'high')
    for (const offset of [0, 0.02]) expect(coins(offset).solve().joint('way', 60)[0]).toBeCloseTo(0.09, 7)
    const aslant = coins(0)
    aslant.document.bodies[2]!.parts[0]!.at!.position = [0.01, 0.02, 0.02]
    expect(kinds(aslant)).toEqual([false])
    expect(aslant.solve().joint('way', 60)[0]).toBeCloseTo(0.09, 7)
  })

  it('stay profiles where these move in their own plane', () => {
    const sketch = new Sketch()
      .body('one', 'other')
      .part('a', 'box', 'one', [0, 0], SIZE)
      .part('b', 'box', 'other', [0.1, 0], SIZE)
      .slide('push', 'ground', 'one', [0, 0, 0], [1, 0, 0])
      .slide('way', 'ground', 'other', [0.1, 0, 0], [1, 0, 0])
      .contact('meet', 'one', 'other')
    const { mechanism, home } = sketch.open()
    const [pair] = contactPairs(mechanism)
    const reader = new LieReader()
    reader.read(standingAt(mechanism, home), pair!)
    expect([...reader.frames.slice(6, 9)]).toEqual([0, 0, 1])
  })
})
