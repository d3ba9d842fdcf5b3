/** Where outlines touch: gaps against closed forms, derivatives against differences, and what is found. */
import { describe, expect, it } from 'vitest'
import { shapeOf } from '../../../src'
import { outlineOf } from '../../../src/proximity/outlines/outline'
import type { Outline } from '../../../src/proximity/outlines/outline'
import { TouchFinder } from '../../../src/proximity/outlines/search'
import type { Touch } from '../../../src/proximity/outlines/touch'
import { circleLoop, polygonLoop, slotLoop, asHole } from '../../../src/shapes/profiles/profile'
import type { Loop } from '../../../src/shapes/profiles/profile'
import { kitPart, resolved } from '../../shapes/kit'

const plate = (outer: Loop, holes: readonly Loop[] = []): Outline =>
  outlineOf({ outer, holes, bottom: 0, top: 1 })
const disc = (radius: number) => plate(circleLoop([0, 0], radius))
const square = (half: number) =>
  plate(
    polygonLoop([
      [-half, -half],
      [half, -half],
      [half, half],
      [-half, half],
    ]),
  )
const lie = (x: number, y: number, turn = 0) => Float64Array.of(x, y, Math.cos(turn), Math.sin(turn))
/** Touches up to a gap or an overlap. */
const touchesOf = (a: Outline, b: Outline, there: Float64Array, reach: number) =>
  new TouchFinder(a, b).touches(there, -reach, reach)
const gaps = (touches: readonly Touch[]) => touches.map(({ gap }) => gap)
const cam = () => {
  const part = resolved(kitPart('cam', { base: '50 mm', roller: '12 mm', lift: '12 mm' }))
  const transmission = shapeOf(part).transmission()
  if (transmission?.kind !== 'cam') throw new Error('a cam moves its follower')
  return { outline: outlineOf(shapeOf(part).profiles()[0]!), lift: transmission.lift }
}

describe('touches of two outlines', () => {
  it('are as far apart as discs, from outside, from inside, and overlapping', () => {
    const [large, small] = [disc(3), disc(1)]
    expect(gaps(touchesOf(large, small, lie(3, 4), 2))).toEqual([expect.closeTo(1, 14)])
    expect(gaps(touchesOf(large, small, lie(0, 3.99, 1), 2))).toEqual([expect.closeTo(-0.01, 14)])
    const ring = plate(circleLoop([0, 0], 5), [asHole(circleLoop([0, 0], 2))])
    expect(gaps(touchesOf(ring, small, lie(0.6, 0.8, 2), 0.5))).toEqual([expect.closeTo(0, 14)])
  })

  it('of a square on a floor are its corners, turned by anything', () => {
    const floor = square(10)
    const box = square(1)
    for (const turn of [0, 0.2, Math.PI / 2, 4]) {
      const touches = touchesOf(floor, box, lie(0, 11.4, turn), 0.5)
      const corners = [0, 1, 2, 3].map((k) => turn + Math.PI / 4 + (k * Math.PI) / 2)
      const heights = corners.map((angle) => 1.4 + Math.SQRT2 * Math.sin(angle)).filter((h) => h < 0.5)
      expect(touches).toHaveLength(heights.length)
      expect(gaps(touches)[0]).toBeCloseTo(Math.min(...heights), 13)
    }
  })

  it('of sharp corners are found also where one goes along a side of the other, however faint they overlap', () => {
    const points = (n: number) =>
      Array.from({ length: n }, (_, k): [number, number] => [
        20 * Math.cos((2 * Math.PI * k) / n),
        20 * Math.sin((2 * Math.PI * k) / n),
      ])
    const [triangle, box] = [3, 4].map((n) => plate(polygonLoop(points(n))))
    for (const along of [0.11, 0.01, 1e-4]) {
      // a corner of the box is on the lower side of the triangle, so far from its tip
      const corner = [20 - along * Math.cos(Math.PI / 6), -along * Math.sin(Math.PI / 6)]
      const turn = (165 * Math.PI) / 180
      const there = lie(corner[0] + 20 * Math.sin(turn), corner[1] - 20 * Math.cos(turn), turn)
      expect(gaps(touchesOf(triangle, box, there, 0.2))).toEqual([
        expect.closeTo(-along * Math.sin(Math.PI / 3), 9),
      ])
    }
  })

  it('of a disc and a wide corner are found all around it', () => {
    const rhombus = plate(
      polygonLoop([
        [50, 0],
        [0, 20],
        [-50, 0],
        [0, -20],
      ]),
    )
    const finder = new TouchFinder(rhombus, disc(20))
    // straight before the tip, over all the directions between the normals of its sides
    for (let share = -0.99; share < 1; share += 0.06) {
      const angle = Math.PI + share * (Math.PI / 2 - Math.atan(0.4))
      const there = new Float64Array(6)
      const frames = Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0)
      frames[21] = -50 + 25 * Math.cos(angle)
      frames[22] = 25 * Math.sin(angle)
      finder.writeLie(frames, there)
      expect(finder.nearest(there, 30, [])).toBeCloseTo(5, 10)
    }
  })

  it('tells a pin in a slot from one beyond the plate', () => {
    const slot = plate(
      polygonLoop([
        [-8, -3],
        [8, -3],
        [8, 3],
        [-8, 3],
      ]),
      [asHole(slotLoop([-5, 0], [5, 0], 1.2))],
    )
    const pin = disc(1)
    expect(gaps(touchesOf(slot, pin, lie(0, 0), 5)).map((gap) => gap.toFixed(6))).toEqual([
      '0.200000',
      '0.200000',
    ])
    expect(gaps(touchesOf(slot, pin, lie(0, -0.3), 0.3))[0]).toBeCloseTo(-0.1, 13)
    expect(touchesOf(slot, pin, lie(0, 5), 0.5)).toEqual([])
  })

  it('follows a cam to the programme that it was made from, all around, to 1e-12', () => {
    const { outline, lift } = cam()
    const roller = disc(0.006)
    let touch: Touch | undefined
    for (let k = 0; k <= 720; k++) {
      const angle = (k * Math.PI) / 360
      const far = 0.025 + 0.006 + lift(angle)[0]
      const there = lie(far * Math.cos(angle), far * Math.sin(angle), 3 * angle)
      const [found, ...more] = touchesOf(outline, roller, there, 1e-3)
      expect(more).toEqual([])
      expect(Math.abs(found!.gap)).toBeLessThan(1e-12)
      touch ??= found!
      expect(Math.abs(touch.value(there))).toBeLessThan(1e-12)
      touch.keep()
    }
  })

  it('has the derivatives of its gap, on a cam, at a corner, and rolled over one', () => {
    const { outline } = cam()
    const bar = square(0.01)
    const cases: [Touch, Float64Array][] = []
    for (const [x, y, turn] of [
      [0.03, 0.02, 0.3],
      [-0.01, 0.045, 0.05],
      [0.0, -0.036, 1.2],
    ] as const) {
      const there = lie(x, y, turn)
      for (const touch of [
        ...touchesOf(outline, bar, there, 0.02),
        ...touchesOf(outline, disc(0.006), there, 0.02),
        ...touchesOf(bar, outline, there, 0.02),
      ])
        cases.push([touch, there])
    }
    expect(cases.length).toBeGreaterThan(8)
    const gradient = new Float64Array(4)
    const curvature = new Float64Array(16)
    const beside = new Float64Array(4)
    for (const [touch, there] of cases) {
      touch.derive(there, 4, gradient, curvature)
      const [g, h] = [gradient.slice(), curvature.slice()]
      const step = 1e-6
      for (let i = 0; i < 4; i++) {
        const moved = (by: number) => there.map((part, k) => part + (k === i ? by : 0))
        expect((touch.value(moved(step)) - touch.value(moved(-step))) / (2 * step)).toBeCloseTo(g[i]!, 7)
        touch.derive(moved(step), 4, beside, curvature)
        const above = beside.slice()
        touch.derive(moved(-step), 4, beside, curvature)
        for (let j = 0; j < 4; j++) {
          const slope = (above[j]! - beside[j]!) / (2 * step)
          expect(slope).toBeCloseTo(h[4 * i + j]!, 3)
          expect(h[4 * i + j]).toBeCloseTo(h[4 * j + i]!, 8)
        }
      }
    }
  })
})
