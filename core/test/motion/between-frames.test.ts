/** What happens between frames: limits and ties, at frame rates at which nothing of it is on a frame. */
import { describe, expect, it } from 'vitest'
import type { AnyDriver } from '../../src'
import { sliderCrank } from '../published/closed-forms'
import { Sketch } from '../sketch'

const TURN = 2 * Math.PI
const [R, L] = [0.015, 0.06]

/** An in-line slider-crank of 30 mm stroke, two turns a second from its inner dead centre. */
function stroke(frameRate: number, upper: string, speed = 2 * TURN): Sketch {
  return new Sketch(4, frameRate)
    .body('crank', 'rod', 'slider')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'rod', [-R, 0])
    .hinge('eye', 'rod', 'slider', [L - R, 0])
    .join(
      'prismatic',
      'rail',
      'ground',
      'slider',
      [L - R, 0],
      { axis: [1, 0, 0] },
      { freedoms: [{ name: 's', upper }] },
    )
    .motor('shaft', speed)
}

const slideAt = (time: number) => sliderCrank(R, L, [Math.PI + 2 * TURN * time, 0, 0], R - L)[0]

/** When the slide first has gone so far, by bisection on its closed form. */
function instantOf(way: number): number {
  let [low, high] = [0, 0.25]
  for (let k = 0; k < 60; k++) {
    const middle = (low + high) / 2
    if (slideAt(middle) < way) low = middle
    else high = middle
  }
  return high
}

const tied = (tie: object) =>
  ({
    id: 'rise',
    kind: 'moves',
    joint: 'lift',
    moves: [{ id: 'up', by: 1, duration: '1 s', law: 'linear', tie }],
  }) as AnyDriver

const startOf = (sketch: Sketch, id = 'up'): number => {
  const take = sketch.attempt()
  expect(take.stopped).toBeNull()
  return take.items.find((item) => item.id === id)!.start
}

describe.each([1, 5, 7, 10, 24, 60, 1000, 10_000])('at %d frames a second', (frameRate) => {
  const lifted = (tie: object) =>
    stroke(frameRate, '40 mm').body('table').hinge('lift', 'ground', 'table', [1, 0]).drive(tied(tie))

  it('a limit within the stroke is met in the first turn', () => {
    const { stopped } = stroke(frameRate, '29.5 mm').attempt()
    expect(stopped?.code).toBe('limit-reached')
    expect(Math.abs(Number(stopped?.data?.time) - instantOf(0.0295))).toBeLessThan(1e-9)
  })

  it('a limit that is touched, but not passed, stops nothing', () => {
    expect(stroke(frameRate, '30 mm').attempt().stopped).toBeNull()
    expect(stroke(frameRate, '29.99999 mm').attempt().stopped?.code).toBe('limit-reached')
  })

  it('a tie comes at the first instant at which its value is passed, or as often as it says', () => {
    const shaft = (more: object) => ({ when: { joint: 'shaft', value: '79.5 deg', ...more } })
    expect(startOf(lifted(shaft({})))).toBeCloseTo(79.5 / 720, 9)
    const rail = (more: object) => ({ when: { joint: 'rail', value: '20 mm', ...more } })
    const first = instantOf(0.02)
    expect(Math.abs(startOf(lifted(rail({}))) - first)).toBeLessThan(1e-9)
    expect(Math.abs(startOf(lifted(rail({ direction: 'falling' }))) - (0.5 - first))).toBeLessThan(1e-9)
    expect(Math.abs(startOf(lifted(rail({ count: 4 }))) - (1 - first))).toBeLessThan(1e-9)
    expect(Math.abs(startOf(lifted(rail({ count: 3, direction: 'rising' }))) - (1 + first))).toBeLessThan(
      1e-9,
    )
  })

  it('a value that is only touched counts as reached', () => {
    // at the very turn the slide rests: a micrometre there is a millisecond, so the instant is that of the turn
    expect(startOf(lifted({ when: { joint: 'rail', value: '30 mm' } }))).toBeCloseTo(0.25, 6)
    const never = lifted({ when: { joint: 'rail', value: '30.001 mm' } })
    expect(startOf(never)).toBeNaN()
  })

  it('two events at one instant both happen, and a limit met then stops it', () => {
    const both = lifted({ when: { joint: 'shaft', value: '90 deg' } })
      .body('arm')
      .hinge('swing', 'ground', 'arm', [2, 0])
      .drive({
        ...tied({ when: { joint: 'shaft', value: '0.25 turns' } }),
        id: 'other',
        joint: 'swing',
        moves: [
          {
            id: 'down',
            by: 1,
            duration: '1 s',
            law: 'linear',
            tie: { when: { joint: 'shaft', value: '0.25 turns' } },
          },
        ],
      } as AnyDriver)
    expect(startOf(both)).toBeCloseTo(0.125, 10)
    expect(startOf(both, 'down')).toBeCloseTo(0.125, 10)
  })

  it('counts the turns of joints that close loops', () => {
    const film = stroke(frameRate, '40 mm').solve()
    // the eye swings with the rod, the pin turns against the crank
    const last = film.take.frames - 1
    expect(film.joint('shaft', last)[0]).toBeCloseTo(16 * Math.PI, 9)
    expect(film.joint('pin', last)[0]).toBeCloseTo(-16 * Math.PI, 9)
    expect(film.joint('eye', last)[0]).toBeCloseTo(0, 9)
  })
})

it('a limit in the middle of a move that ends where it started is met, also when both are on frames', () => {
  const toAndFro = new Sketch(4, 1)
    .body('table')
    .join('prismatic', 'lift', 'ground', 'table', [0, 0], {}, { freedoms: [{ name: 's', upper: '29 mm' }] })
    .drive({
      id: 'd',
      kind: 'moves',
      joint: 'lift',
      moves: [
        { by: '30 mm', start: 0, duration: '0.5 s', law: 'cycloidal' },
        { by: '-30 mm', start: 0.5, duration: '0.5 s', law: 'cycloidal' },
      ],
    })
  const { stopped } = toAndFro.attempt()
  expect(stopped?.code).toBe('limit-reached')
  expect(Number(stopped?.data?.time)).toBeLessThan(0.5)
})
