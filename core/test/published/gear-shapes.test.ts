/**
 * Gears as shapes: tooth thickness, working centre distance and contact ratio of ISO 21771 (Gears: cylindrical involute
 * gears, concepts and geometry), and the meshing of the outlines themselves.
 */
import { describe, expect, it } from 'vitest'
import { shapeOf } from '../../src'
import { gearRadii, toothThickness, workingPair } from '../../src/shapes/wheels/involute'
import type { Toothing } from '../../src/shapes/transmission'
import { kitPart, resolved } from '../shapes/kit'

const alpha = (20 * Math.PI) / 180
const inv = (a: number) => Math.tan(a) - a
const toothing = (teeth: number, shift = 0): Toothing => ({
  module: 0.002,
  teeth,
  pressureAngle: alpha,
  shift,
})

describe('tooth thickness (ISO 21771, s_y = d_y (s/d + inv a - inv a_y))', () => {
  it('on the pitch circle is half a pitch, and pi/2 + 2 x tan a with profile shift', () => {
    expect(toothThickness(toothing(24), 0.024)).toBeCloseTo((Math.PI * 0.002) / 2, 12)
    expect(toothThickness(toothing(24, 0.3), 0.024)).toBeCloseTo(
      0.002 * (Math.PI / 2 + 0.6 * Math.tan(alpha)),
      12,
    )
  })

  it('on the tip circle', () => {
    const { tip, base } = gearRadii(toothing(24))
    const expected = 2 * tip * (Math.PI / 48 + inv(alpha) - inv(Math.acos(base / tip)))
    expect(toothThickness(toothing(24), tip)).toBeCloseTo(expected, 14)
  })

  it('of the generated outline is that on every circle between the fillet and the tip', () => {
    for (const shift of [0, 0.3, -0.2]) {
      const outline = outlineOf(24, shift)
      const { base } = gearRadii(toothing(24, shift))
      let compared = 0
      for (let i = 0; i < outline.length; i += 2) {
        const r = Math.hypot(outline[i], outline[i + 1])
        const angle = Math.abs(Math.atan2(outline[i + 1], outline[i]))
        if (r < base * 1.01 || angle > Math.PI / 24) continue
        // the mesh is kept in single precision
        expect(Math.abs(2 * r * angle - toothThickness(toothing(24, shift), r))).toBeLessThan(1e-8)
        compared++
      }
      expect(compared).toBeGreaterThan(20)
    }
  })
})

describe('a pair of 24 and 36 teeth of module 2', () => {
  it('stands 60 mm apart at 20 deg and has the contact ratio of the standard', () => {
    const pair = workingPair(toothing(24), toothing(36), false)!
    expect(pair.centreDistance).toBeCloseTo(0.06, 14)
    expect(pair.pressureAngle).toBeCloseTo(alpha, 12)
    // e = (sqrt(ra1^2 - rb1^2) + sqrt(ra2^2 - rb2^2) - a sin a_w) / p_b, by hand in mm
    const path =
      Math.sqrt(26 ** 2 - (24 * Math.cos(alpha)) ** 2) +
      Math.sqrt(38 ** 2 - (36 * Math.cos(alpha)) ** 2) -
      60 * Math.sin(alpha)
    expect(pair.contactRatio).toBeCloseTo(path / (2 * Math.PI * Math.cos(alpha)), 12)
    expect(pair.contactRatio).toBeGreaterThan(1.6)
  })

  it('with profile shift moves apart as inv a_w = inv a + 2 tan a (x1 + x2)/(z1 + z2)', () => {
    const { centreDistance, pressureAngle } = workingPair(toothing(24, 0.3), toothing(36, 0.2), false)!
    expect(inv(pressureAngle)).toBeCloseTo(inv(alpha) + (2 * Math.tan(alpha) * 0.5) / 60, 14)
    expect(centreDistance * Math.cos(pressureAngle)).toBeCloseTo(0.06 * Math.cos(alpha), 14)
  })

  it('inside an internal gear of 60 stands 36 mm off its centre', () => {
    const pair = workingPair(toothing(24), toothing(60), true)!
    expect(pair.centreDistance).toBeCloseTo(0.036, 14)
    expect(pair.contactRatio).toBeGreaterThan(1.7)
  })

  it.each([
    [0, 0],
    [0.3, 0.2],
  ])('turns through a full tooth without interference beyond 0.02 mm, shifts %f and %f', (x1, x2) => {
    const { centreDistance: a } = workingPair(toothing(24, x1), toothing(36, x2), false)!
    const [one, other] = [outlineOf(24, x1), outlineOf(36, x2)]
    let deepest = 0
    let nearest = Infinity
    for (let k = 0; k <= 40; k++) {
      const turned = ((2 * Math.PI) / 24) * (k / 40)
      // a tooth of the first is on the line of centres at the start, and a space of the second
      const first = moved(one, turned, 0)
      const second = moved(other, Math.PI - Math.PI / 36 - (turned * 24) / 36, a)
      for (const [points, into] of [
        [first, second],
        [second, first],
      ] as const) {
        // prettier-ignore
        const depth = depthInside(points, into)
        deepest = Math.max(deepest, depth)
        nearest = Math.min(nearest, -depth)
      }
    }
    expect(deepest).toBeLessThan(0.02e-3)
    // they touch: without backlash the flanks are nowhere far apart
    expect(nearest).toBeLessThan(0.02e-3)
  })
})

/** The outline of a gear from the triangles of its mesh: the lower ends of its wall, in order. */
function outlineOf(teeth: number, shift: number): number[] {
  const part = kitPart('gear', {
    module: '2 mm',
    teeth: `${teeth}`,
    shift: `${shift}`,
    bore: '0 mm',
    width: '10 mm',
  })
  const [{ edges }] = shapeOf(resolved(part)).solids(64)
  const outline: number[] = []
  for (let i = 0; i < edges.length; i += 6) {
    const level = Math.abs(edges[i + 2] - edges[i + 5]) < 1e-9
    if (level && edges[i + 2] < 0) outline.push(edges[i], edges[i + 1])
  }
  return outline
}

function moved(outline: readonly number[], angle: number, x: number): number[] {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return outline.map((v, i) => (i % 2 === 0 ? c * v - s * outline[i + 1] + x : s * outline[i - 1] + c * v))
}

/** How far the deepest point lies inside an outline [m]; negative when all lie outside. */
function depthInside(points: readonly number[], outline: readonly number[]): number {
  let deepest = -Infinity
  const n = outline.length
  for (let p = 0; p < points.length; p += 2) {
    const [x, y] = [points[p], points[p + 1]]
    // the teeth meet on the line of action, within 14 mm of the pitch point
    if (Math.hypot(x - 0.024, y) > 0.014) continue
    let inside = false
    let distance = Infinity
    for (let i = 0; i < n; i += 2) {
      const [ax, ay, bx, by] = [outline[i], outline[i + 1], outline[(i + 2) % n], outline[(i + 3) % n]]
      if (ay > y !== by > y && x < ax + ((bx - ax) * (y - ay)) / (by - ay)) inside = !inside
      const [ux, uy] = [bx - ax, by - ay]
      const t = Math.max(0, Math.min(1, ((x - ax) * ux + (y - ay) * uy) / (ux * ux + uy * uy)))
      distance = Math.min(distance, Math.hypot(x - ax - t * ux, y - ay - t * uy))
    }
    deepest = Math.max(deepest, inside ? distance : -distance)
  }
  return deepest
}
