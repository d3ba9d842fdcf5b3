/** Drivers of every kind: by acceleration, by values, of a mate, along a path with and without turning. */
import { describe, expect, it } from 'vitest'
import { Sketch, jetOf } from '../../sketch'

const turntable = (length = 1) => new Sketch(length).body('table').hinge('axle', 'ground', 'table', [0, 0])

describe('drivers', () => {
  it('by acceleration from a start speed', () => {
    const film = turntable()
      .drive({ id: 'd', kind: 'acceleration', joint: 'axle', startSpeed: 2, acceleration: '-3 rad/s^2' })
      .solve()
    expect(film.joint('axle', 30)).toEqual([
      expect.closeTo(1 - 0.375, 12),
      expect.closeTo(0.5, 12),
      expect.closeTo(-3, 12),
    ])
  })

  it('by values at times, through every one of them and smoothly', () => {
    const film = turntable(2)
      .drive({
        id: 'd',
        kind: 'values',
        joint: 'axle',
        values: [
          ['0 s', 0],
          ['0.5 s', '40 deg'],
          ['1.2 s', '10 deg'],
          ['1.8 s', '90 deg'],
        ],
      })
      .solve()
    const degrees = (frame: number) => (film.joint('axle', frame)[0] * 180) / Math.PI
    expect(degrees(30)).toBeCloseTo(40, 9)
    expect(degrees(72)).toBeCloseTo(10, 9)
    expect(degrees(120)).toBeCloseTo(90, 9)
    expect(film.joint('axle', 120)[1]).toBe(0)
  })

  it('of the value of a mate', () => {
    const sketch = new Sketch()
      .body('ram')
      .slide('guide', 'ground', 'ram', [0, 0], [1, 0, 0])
      .datum('face', 'ram', [0.05, 0, 0], { axis: [1, 0, 0] })
      .datum('wall', 'ground', [0, 0, 0], { axis: [1, 0, 0] })
      .mate({
        id: 'gap',
        kind: 'distance',
        a: { datum: 'wall', as: 'plane' },
        b: { datum: 'face', as: 'plane' },
      })
      .probe({ id: 'gap-now', kind: 'mate-value', mate: 'gap' })
      .drive({
        id: 'd',
        kind: 'moves',
        mate: 'gap',
        moves: [{ start: 0, duration: 1, law: 'polynomial-3-4-5', to: '80 mm' }],
      })
    const film = sketch.solve()
    expect(film.probe('gap-now', 60)[0]).toBeCloseTo(0.08, 12)
    expect(film.joint('guide', 60)[0]).toBeCloseTo(0.03, 12)
  })

  it('of the input of a relation', () => {
    const film = turntable()
      .body('feed')
      .slide('rail', 'ground', 'feed', [0.1, 0], [0, 0, 1])
      .pair('screw', 'thread', 'axle', 'rail', { name: 'T', lead: '5 mm' })
      .drive({ id: 'd', kind: 'motor', relation: 'thread', speed: '120 rpm', runUp: 0 })
      .solve()
    expect(film.joint('rail', 60)[0]).toBeCloseTo(-0.01, 12)
  })

  it('of two joints of one freedom are one too many', () => {
    const sketch = turntable()
      .motor('axle', 1)
      .drive({ id: 'again', kind: 'motor', joint: 'axle', speed: 2, runUp: 0 })
    expect(() => sketch.solve()).toThrow(/driver-too-many/)
  })

  const follower = (oriented: boolean, kind: 'arc' | 'curve') => {
    const sketch = new Sketch(1)
      .body('slide', 'hand')
      .join('planar', 'desk', 'ground', 'hand', [0, 0])
      .datum('tip', 'hand', [0, 0])
      .datum('origin', 'ground', [0, 0])
      .path({
        id: 'way',
        datum: 'origin',
        kind,
        points: [
          [0, 0, 0],
          [0.1, 0.04, 0],
          [0.16, 0.12, 0],
        ],
      })
      .drive({
        id: 'd',
        kind: 'path',
        datum: 'tip',
        path: 'way',
        oriented,
        moves: [{ start: 0, duration: 1, law: 'polynomial-4-5-6-7', to: 0.15 }],
      })
    sketch.document.bodies = sketch.document.bodies.filter(({ id }) => id !== 'slide')
    return sketch.solve()
  }

  it.each(['arc', 'curve'] as const)('along an %s, turning with it when asked', (kind) => {
    for (const oriented of [false, true]) {
      const film = follower(oriented, kind)
      for (const frame of [10, 25, 40, 50]) {
        const h = film.take.interval
        for (const key of ['desk/x', 'desk/y', 'desk/angle']) {
          const [, rate, acceleration] = jetOf((t) => film.joint(key, Math.round(t / h))[0], frame * h, h)
          expect(Math.abs(film.joint(key, frame)[1] - rate)).toBeLessThan(1e-5)
          expect(Math.abs(film.joint(key, frame)[2] - acceleration)).toBeLessThan(2e-3)
        }
        const [vx, vy] = [film.joint('desk/x', frame)[1], film.joint('desk/y', frame)[1]]
        if (oriented) expect(film.joint('desk/angle', frame)[0]).toBeCloseTo(Math.atan2(vy, vx), 9)
        else expect(film.joint('desk/angle', frame)[0]).toBe(0)
      }
    }
  })
})

it('a ring of sixty coupled levers, which no order takes apart, is solved as one sparse block', () => {
  const n = 60
  const sketch = new Sketch(0.5)
  for (let k = 0; k < n; k++) sketch.body(`lever${k}`).hinge(`h${k}`, 'ground', `lever${k}`, [0.1 * k, 0])
  // each lever carries the next one's pin in a slot; first and last together follow the motor of a further wheel
  for (let k = 0; k + 1 < n; k++) {
    sketch.join('pin-in-slot', `s${k}`, `lever${k}`, `lever${k + 1}`, [0.1 * k + 0.05, 0.03], {
      zero: [1, 0.2, 0],
    })
  }
  sketch
    .body('wheel')
    .hinge('w', 'ground', 'wheel', [0, -0.2])
    .relate({
      id: 'sum',
      name: 'Sum',
      kind: 'sum',
      terms: [
        { joint: 'h0', factor: 1 },
        { joint: `h${n - 1}`, factor: 0.5 },
        { joint: 'w', factor: 1 },
      ],
    })
    .motor('w', 0.02)
  const film = sketch.solve()
  const last = film.take.frames - 1
  expect(
    film.joint('h0', last)[0] + 0.5 * film.joint(`h${n - 1}`, last)[0] + film.joint('w', last)[0],
  ).toBeCloseTo(0, 11)
  // rates are the derivatives of positions
  const h = film.take.interval
  for (const key of ['h0', 'h30', 'h59']) {
    const [, rate] = jetOf((t) => film.joint(key, Math.round(t / h))[0], 15 * h, h)
    expect(Math.abs(film.joint(key, 15)[1] - rate)).toBeLessThan(1e-6)
  }
})
