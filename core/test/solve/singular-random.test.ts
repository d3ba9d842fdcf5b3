/**
 * Random closed mechanisms driven through singular positions: four-bars whose shortest and longest links are as long as the
 * other two (they all have change points, Norton section 4.9), anywhere in space, one after the other, each driven
 * by the rocker of the one before. Rates are continuous across, rows stay closed, and nothing depends on the frame rate.
 */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Equations } from '../../src/mechanism/equations'
import { standingAt } from '../../src/mechanism/state'
import { Sketch, TakeReader, meet } from '../sketch'
import type { Flat, Point } from '../sketch'

/** A double crank: the ground is shortest, the driving crank longest, and the other two together are as long as both. */
interface Loop {
  readonly ground: number
  readonly crank: number
  /** How the rest is shared between coupler and rocker. */
  readonly share: number
  readonly side: 1 | -1
}

/** Where a plane lies in space. */
interface Plane {
  readonly origin: Point
  readonly x: Point
  readonly z: Point
}

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const loops = fc.array(
  fc.record({
    ground: between(0.015, 0.03),
    crank: between(0.06, 0.1),
    share: between(0.2, 0.8),
    side: fc.constantFrom(1 as const, -1 as const),
  }),
  { minLength: 1, maxLength: 3 },
)
const turn = between(0.4, 2.6)

function planeOf(tilt: number, swing: number): Plane {
  const [ct, st, cs, ss] = [Math.cos(tilt), Math.sin(tilt), Math.cos(swing), Math.sin(swing)]
  return { origin: [0.1 * ct, -0.05 * ss, 0.07], x: [ct * cs, ct * ss, -st], z: [st * cs, st * ss, ct] }
}

/** Chains of four-bars, the crank of each on the rocker of the one before: all about one axis, as a gearbox of links. */
function chain(list: readonly Loop[], plane: Plane, start: number, frameRate: number): Sketch | null {
  const { x, z, origin } = plane
  const y: Point = [z[1] * x[2] - z[2] * x[1], z[2] * x[0] - z[0] * x[2], z[0] * x[1] - z[1] * x[0]]
  const at = ([u, v]: Flat): Point =>
    [0, 1, 2].map((k) => origin[k] + u * x[k] + v * y[k]) as unknown as Point
  const place = { axis: z, zero: x }
  const sketch = new Sketch(9, frameRate)
  let foot: Flat = [0, 0]
  let angle = start
  let crank = 'crank0'
  sketch.body(crank).hinge('shaft', 'ground', crank, at(foot), place)
  for (const [k, { ground, crank: a, share, side }] of list.entries()) {
    const coupler = ground + share * (a - ground)
    const rocker = a + ground - coupler
    const pivot: Flat = [foot[0] + ground, foot[1]]
    const pin: Flat = [foot[0] + a * Math.cos(angle), foot[1] + a * Math.sin(angle)]
    const eye = side === 1 ? meet(pin, coupler, pivot, rocker) : meet(pivot, rocker, pin, coupler)
    if (!Number.isFinite(eye[0]) || !Number.isFinite(eye[1])) return null
    sketch
      .body(`coupler${k}`, `rocker${k}`)
      .hinge(`pin${k}`, crank, `coupler${k}`, at(pin), place)
      .hinge(`eye${k}`, `coupler${k}`, `rocker${k}`, at(eye), place)
      .hinge(`pivot${k}`, 'ground', `rocker${k}`, at(pivot), place)
    crank = `rocker${k}`
    foot = pivot
    angle = Math.atan2(eye[1] - pivot[1], eye[0] - pivot[0]) + 0.4
  }
  return sketch.motor('shaft', 2.5)
}

describe('random linkages with change points', () => {
  it('go through them with continuous rates, closed, and alike at every frame rate', () => {
    let passed = 0
    fc.assert(
      fc.property(loops, turn, turn, turn, (list, tilt, swing, start) => {
        const fine = chain(list, planeOf(tilt, swing), start, 200)
        const coarse = chain(list, planeOf(tilt, swing), start, 5)
        if (!fine || !coarse) return
        const [a, b] = [fine.attempt(), coarse.attempt()]
        passed += a.changePoints.length
        expect(b.stopped?.code).toBe(a.stopped?.code)
        expect(b.changePoints.map(({ joint, way }) => [joint, way])).toEqual(
          a.changePoints.map(({ joint, way }) => [joint, way]),
        )
        a.changePoints.forEach(({ time }, k) => expect(b.changePoints[k].time).toBeCloseTo(time, 7))
        const [film, other] = [new TakeReader(a), new TakeReader(b)]
        const names = a.coordinateChannels.map(({ key }) => key)
        for (let frame = 0; frame < b.frames && 40 * frame < a.frames; frame++)
          for (const name of names) {
            const [x, y] = [film.joint(name, 40 * frame), other.joint(name, frame)]
            expect(Math.abs(x[0] - y[0])).toBeLessThan(1e-8)
          }
        // a rate goes on as its acceleration says, also across
        const h = a.interval
        for (let frame = 1; frame + 1 < a.frames; frame++)
          for (const name of names) {
            const [before, now, after] = [-1, 0, 1].map((k) => film.joint(name, frame + k))
            // by Simpson's rule
            const gained = (h / 3) * (before[2] + 4 * now[2] + after[2])
            expect(Math.abs(after[1] - before[1] - gained)).toBeLessThan(1e-3)
          }
        const { mechanism } = fine.open()
        const equations = new Equations(mechanism, mechanism.rows)
        const state = standingAt(mechanism, a.end)
        equations.placeEveryPair(state)
        for (let row = 0; row < mechanism.rows.length; row++)
          expect(Math.abs(equations.residual(state, row))).toBeLessThan(1e-10)
      }),
      { numRuns: 15 },
    )
    expect(passed).toBeGreaterThan(10)
  })
})
