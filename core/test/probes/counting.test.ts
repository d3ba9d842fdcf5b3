/** Orientation that counts about any axis, angular velocity against another body, and fields that a kind has no use for. */
import { describe, expect, it } from 'vitest'
import { Sketch } from '../sketch'
import type { Point } from '../sketch'

const TURN = 2 * Math.PI

describe.each([
  ['x', [1, 0, 0]],
  ['y', [0, 1, 0]],
  ['z', [0, 0, 1]],
] as const)('about %s', (along, axis: Point) => {
  it.each([1, 10, 60])('orientation counts turns, at %d frames a second', (frameRate) => {
    const film = new Sketch(2, frameRate)
      .body('arm', 'wheel')
      .join('revolute', 'shoulder', 'ground', 'arm', [0, 0], { axis })
      .join('revolute', 'axle', 'arm', 'wheel', [0.1, 0.1], { axis })
      .datum('tip', 'wheel', [0.1, 0.1])
      .probe({ id: 'turned', kind: 'orientation', datum: 'tip', along })
      .motor('shoulder', TURN)
      .motor('axle', 0.75 * TURN)
      .solve()
    const last = film.take.frames - 1
    expect(film.probe('turned', last)[0]).toBeCloseTo(3.5 * TURN, 9)
    expect(film.probe('turned', last)[1]).toBeCloseTo(1.75 * TURN, 9)
  })

  it('angular velocity is that against the datum it is measured from', () => {
    const film = new Sketch(1)
      .body('arm', 'wheel')
      .join('revolute', 'shoulder', 'ground', 'arm', [0, 0], { axis })
      .join('revolute', 'axle', 'arm', 'wheel', [0.1, 0.1], { axis })
      .datum('tip', 'wheel', [0.1, 0.1])
      .datum('base', 'arm', [0, 0])
      .probe({ id: 'all', kind: 'angular-velocity', datum: 'tip', along })
      .probe({ id: 'own', kind: 'angular-velocity', datum: 'tip', from: 'base', along })
      .motor('shoulder', 2)
      .motor('axle', 3)
      .solve()
    expect(film.probe('all', 30)[0]).toBeCloseTo(5, 12)
    expect(film.probe('own', 30)[0]).toBeCloseTo(3, 12)
  })
})

it('the rate of an angular velocity seen from a turning body is its derivative', () => {
  const film = new Sketch(1, 1000)
    .body('arm', 'wheel')
    .join('revolute', 'shoulder', 'ground', 'arm', [0, 0])
    .join('revolute', 'axle', 'ground', 'wheel', [0.1, 0.1], { axis: [1, 0, 0] })
    .datum('tip', 'wheel', [0.1, 0.1])
    .datum('base', 'arm', [0, 0])
    .probe({ id: 'seen', kind: 'angular-velocity', datum: 'tip', from: 'base', along: 'y' })
    .motor('shoulder', 2)
    .motor('axle', 3)
    .solve()
  // the wheel's 3 rad/s about ground's x, seen along an axis that turns at 2 rad/s
  for (const frame of [0, 200, 700]) {
    const angle = 2 * film.time(frame)
    expect(film.probe('seen', frame)[0]).toBeCloseTo(-3 * Math.sin(angle), 10)
    expect(film.probe('seen', frame)[1]).toBeCloseTo(-6 * Math.cos(angle), 10)
  }
})

it('fields that a probe has no use for are refused at their place', () => {
  const sketch = new Sketch()
    .body('arm')
    .hinge('shoulder', 'ground', 'arm', [0, 0])
    .datum('tip', 'arm', [0.1, 0])
    .datum('base', 'ground', [0, 0])
    .probe({ id: 'gap', kind: 'distance', datum: 'tip', from: 'base', along: 'x' })
  expect(() => sketch.open()).toThrow('probe-field')
})
