/**
 * Through singular positions: linkages whose closed forms are smooth where their matrix is singular, at any frame rate,
 * with and without a frame on the singular position.
 * Sources: Norton, Design of Machinery, section 4.9 (change points of special Grashof linkages); closed forms by hand.
 */
import { describe, expect, it } from 'vitest'
import { Sketch } from '../sketch'
import type { Flat, Jet, TakeReader } from '../sketch'
import { antiparallelogram, deltoid, plus } from './closed-forms'

const FRAME_RATES = [1, 7, 10, 24, 60, 1000]
const TURN = 2 * Math.PI
/** [rad/s]: eight seconds a turn, so that frames at most rates land on every quarter. */
const SPEED = TURN / 8

const polar = (r: number, angle: number, [x, y]: Flat = [0, 0]): Flat => [
  x + r * Math.cos(angle),
  y + r * Math.sin(angle),
]

/** A four-bar by its pins: the pivot on the x axis, the eye given, the shaft driven. */
function fourBar(pivot: Flat, pin: Flat, eye: Flat, frameRate: number, length = 16): Sketch {
  return new Sketch(length, frameRate)
    .body('crank', 'coupler', 'rocker')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', pin)
    .hinge('eye', 'coupler', 'rocker', eye)
    .hinge('pivot', 'ground', 'rocker', pivot)
    .motor('shaft', SPEED)
}

/** Positions to 1e-9, rates to 1e-7, accelerations to 1e-5 [rad, m, s], at every frame. */
function agrees(film: TakeReader, joint: string, wanted: (crank: Jet) => Jet): void {
  const worst = [0, 0, 0]
  for (let frame = 0; frame < film.take.frames; frame++) {
    const want = wanted(film.joint('shaft', frame))
    film.joint(joint, frame).forEach((value, k) => {
      const gap = Math.abs(value - want[k])
      if (!(gap <= worst[k])) worst[k] = gap
    })
  }
  expect(worst[0]).toBeLessThan(1e-9)
  expect(worst[1]).toBeLessThan(1e-7)
  expect(worst[2]).toBeLessThan(1e-5)
}

describe.each(FRAME_RATES)('at %d frames a second', (frameRate) => {
  describe.each([
    ['with a frame on the singular position', Math.PI / 4],
    ['with none', 1],
  ])('%s', (_, start) => {
    it('a parallelogram stays one: its rocker turns with its crank, its coupler not at all', () => {
      const [a, d] = [0.04, 0.1]
      const film = fourBar([d, 0], polar(a, start), polar(a, start, [d, 0]), frameRate).solve()
      agrees(film, 'pivot', (crank) => crank)
      agrees(film, 'pin', ([angle, rate, acceleration]) => [-angle, -rate, -acceleration])
      expect(film.take.changePoints).toHaveLength(4)
      film.take.changePoints.forEach(({ time }, k) => {
        expect(time).toBeCloseTo((Math.PI * (k + 1) - start) / SPEED, 9)
      })
    })

    it('an antiparallelogram stays one', () => {
      const [a, d] = [0.04, 0.1]
      const rocker = antiparallelogram(d, a, [start, 0, 0])[0]
      const film = fourBar([d, 0], polar(a, start), polar(a, rocker, [d, 0]), frameRate).solve()
      agrees(film, 'pivot', (crank) =>
        plus(antiparallelogram(d, a, [start + crank[0], crank[1], crank[2]]), -rocker),
      )
      expect(film.take.changePoints).toHaveLength(4)
    })

    it('a slider-crank with equal arms goes through its middle', () => {
      const r = 0.05
      const film = new Sketch(16, frameRate)
        .body('crank', 'rod', 'slider')
        .hinge('shaft', 'ground', 'crank', [0, 0])
        .hinge('pin', 'crank', 'rod', polar(r, start))
        .hinge('eye', 'rod', 'slider', [2 * r * Math.cos(start), 0])
        .slide('rail', 'ground', 'slider', [2 * r * Math.cos(start), 0], [1, 0, 0])
        .motor('shaft', SPEED)
        .solve()
      agrees(film, 'rail', ([angle, rate, acceleration]) => {
        const [s, c] = [Math.sin(start + angle), Math.cos(start + angle)]
        return [
          2 * r * (c - Math.cos(start)),
          -2 * r * s * rate,
          -2 * r * (c * rate * rate + s * acceleration),
        ]
      })
      expect(film.take.changePoints).toHaveLength(4)
    })

    it.each([
      ['kite', 1],
      ['antiparallel deltoid', -1],
    ] as const)('a %s turns its rocker once in two turns of its crank', (_name, side) => {
      const [a, c] = [0.05, 0.12]
      const rocker = deltoid(a, c, side, [start, 0, 0])[0]
      const film = fourBar([a, 0], polar(a, start), polar(c, rocker, [a, 0]), frameRate).solve()
      agrees(film, 'pivot', (crank) =>
        plus(deltoid(a, c, side, [start + crank[0], crank[1], crank[2]]), -rocker),
      )
      const last = film.take.frames - 1
      expect(film.joint('pivot', last)[0]).toBeCloseTo(Math.PI * 2, 8)
    })

    it('a six-bar of two parallelograms goes through the change points of both', () => {
      const [a, b] = [0.04, 0.05]
      const turned = start + 0.7
      const foot: Flat = [0.1, 0]
      const far: Flat = [0.1, 0.12]
      const film = fourBar(foot, polar(a, start), polar(a, start, foot), frameRate)
        .body('bar', 'output')
        .hinge('bar-pin', 'rocker', 'bar', polar(b, turned, foot))
        .hinge('bar-eye', 'bar', 'output', polar(b, turned, far))
        .hinge('last', 'ground', 'output', far)
        .solve()
      agrees(film, 'last', (crank) => crank)
      expect(film.take.changePoints).toHaveLength(8)
    })
  })
})
