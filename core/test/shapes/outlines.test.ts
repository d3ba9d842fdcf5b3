/** Outlines with arcs, treated corners, holes and slots: areas by plain geometry, and what cannot be is told. */
import { describe, expect, it } from 'vitest'
import { bulgeThrough, resolvePart, shapeOf } from '../../src'
import type { Part } from '../../src'
import { moments, refinedMoments, volumeProperties } from '../../src/shapes/mesh/mass'
import { kitPart, resolved } from './kit'

type Square = [string, string][]
const SQUARE: Square = [['0 mm', '0 mm'], ['40 mm', '0 mm'], ['40 mm', '40 mm'], ['0 mm', '40 mm']] // prettier-ignore

/** Area of the outline [mm2]. */
function area(more: Partial<Part>, dimensions: Record<string, string> = {}): number {
  const shape = shapeOf(
    resolved(kitPart('extruded', { thickness: '10 mm', ...dimensions }, { outline: SQUARE, ...more })),
  )
  const { volume } = volumeProperties(refinedMoments(moments(shape.solids(256)), moments(shape.solids(512))))
  return volume * 1e8
}
const faultOf = (kind: string, more: Partial<Part>, dimensions: Record<string, string> = {}) => {
  const result = resolvePart(kitPart(kind, dimensions, { outline: SQUARE, ...more }), '/parts/0')
  return result.ok ? '' : `${result.problems[0]!.pointer}: ${result.problems[0]!.message}`
}

describe('an extruded outline', () => {
  it('has sides that are arcs, outward and inward', () => {
    // half a circle on a side of 40 mm
    expect(area({ arcs: [{ from: 1, bulge: 1 }] })).toBeCloseTo(1600 + 200 * Math.PI, 2)
    expect(area({ arcs: [{ from: 1, bulge: -1 }] })).toBeCloseTo(1600 - 200 * Math.PI, 2)
    // a quarter of a circle about a corner of the square: radius 40 mm
    const quarter = Math.tan(Math.PI / 8)
    const outline: Square = [['0 mm', '0 mm'], ['40 mm', '0 mm'], ['0 mm', '40 mm']] // prettier-ignore
    expect(area({ outline, arcs: [{ from: 1, bulge: quarter }] })).toBeCloseTo(400 * Math.PI, 2)
  })

  it('drawn clockwise is the same', () => {
    const outline = [...SQUARE].reverse()
    expect(area({ outline, arcs: [{ from: 1, bulge: -1 }] })).toBeCloseTo(1600 + 200 * Math.PI, 2)
  })

  it('has corners that are rounded or chamfered', () => {
    expect(area({}, { corner: '8 mm' })).toBeCloseTo(1600 - (4 - Math.PI) * 64, 2)
    expect(area({ options: { corners: 'chamfer' } }, { corner: '8 mm' })).toBeCloseTo(1600 - 4 * 32, 2)
    // corners beside an arc stay sharp: two of four are left
    expect(area({ arcs: [{ from: 1, bulge: 1 }] }, { corner: '8 mm' })).toBeCloseTo(
      1600 + 200 * Math.PI - ((4 - Math.PI) * 64) / 2,
      2,
    )
  })

  it('has corners that are treated in their own way', () => {
    const corners = [
      { at: 0, size: '4 mm' },
      { at: 2, size: '6 mm', chamfer: true },
      { at: 3, size: '0 mm' },
    ]
    // point 2 alone is rounded as all are
    const left = 1600 - ((4 - Math.PI) / 4) * (16 + 64) - 18
    expect(area({ corners }, { corner: '8 mm' })).toBeCloseTo(left, 2)
  })

  it('rounds a corner that goes inward too', () => {
    const part = kitPart('extruded', { corner: '4 mm' })
    const shape = shapeOf(resolved(part))
    const { volume } = volumeProperties(
      refinedMoments(moments(shape.solids(256)), moments(shape.solids(512))),
    )
    // six right angles, of which one goes inward and gains what another one loses
    expect(volume * 1e8).toBeCloseTo(60 * 20 + 20 * 30 - (5 - 1) * (1 - Math.PI / 4) * 16, 2)
  })

  it('has holes and slots, and offers their axes', () => {
    const holes = [
      { x: '10 mm', y: '10 mm', diameter: '6 mm' },
      { x: '10 mm', y: '30 mm', toX: '30 mm', toY: '30 mm', diameter: '8 mm' },
    ]
    expect(area({ holes })).toBeCloseTo(1600 - 9 * Math.PI - 16 * Math.PI - 160, 2)
    const datums = shapeOf(resolved(kitPart('extruded', {}, { outline: SQUARE, holes }))).datums()
    const at = (name: string) => [...datums[name]!.subarray(9)].map((v) => Math.round(v * 1e6) / 1e3)
    expect(at('hole 1')).toEqual([10, 10, 0])
    expect(at('slot 2')).toEqual([20, 30, 0])
    expect(at('slot 2 end B')).toEqual([30, 30, 0])
    expect([...datums['slot 2']!.subarray(0, 3)]).toEqual([1, 0, 0])
  })

  it.each<[string, Partial<Part>, Record<string, string>]>([
    [
      '/parts/0/dimensions/corner: Part: there is no room for the corners of the side after point 1',
      {},
      { corner: '21 mm' },
    ],
    [
      '/parts/0/dimensions/corner: Part: there is no room for the corners of the side after point 2',
      { corners: [{ at: 2, size: '33 mm' }] },
      { corner: '8 mm' },
    ],
    ['/parts/0/corners/0/at: Part: there is no point 5', { corners: [{ at: 4, size: '3 mm' }] }, {}],
    [
      '/parts/0/holes: Part: hole 1 does not lie inside the outline',
      { holes: [{ x: '2 mm', y: '9 mm', diameter: '6 mm' }] },
      {},
    ],
    [
      '/parts/0/holes: Part: hole 1 does not lie inside',
      { holes: [{ x: '90 mm', y: '9 mm', diameter: '6 mm' }] },
      {},
    ],
    [
      '/parts/0/holes: Part: hole 1 needs a diameter',
      { holes: [{ x: '9 mm', y: '9 mm', diameter: '0 mm' }] },
      {},
    ],
    [
      '/parts/0/holes: Part: holes 1 and 2 run into each other',
      {
        holes: [
          { x: '20 mm', y: '20 mm', diameter: '6 mm' },
          { x: '12 mm', y: '28 mm', toX: '28 mm', toY: '28 mm', diameter: '12 mm' },
        ],
      },
      {},
    ],
    ['/parts/0/arcs/0/from: Part: there is no point 9', { arcs: [{ from: 8, bulge: 1 }] }, {}],
    ['/parts/0/outline: Part: the outline crosses itself', { arcs: [{ from: 0, bulge: -1.5 }] }, {}],
  ])('is refused: %s', (words, more, dimensions) => {
    expect(faultOf('extruded', more, dimensions)).toContain(words)
  })
})

describe('a turned outline', () => {
  it('has arcs: a half circle on the axis makes a ball', () => {
    const outline: Square = [['0 mm', '-10 mm'], ['0 mm', '10 mm'], ['0 mm', '0 mm']] // prettier-ignore
    const ball = kitPart(
      'turned',
      {},
      { outline: [outline[0]!, outline[1]!, ['0 mm', '5 mm']], arcs: [{ from: 0, bulge: 1 }] },
    )
    const found = resolvePart(ball, '')
    expect(found.ok || found.problems[0]!.message).toBe(true)
    const shape = shapeOf(resolved(ball))
    const { volume } = volumeProperties(
      refinedMoments(moments(shape.solids(128)), moments(shape.solids(256))),
    )
    expect(volume / ((4 / 3) * Math.PI * 1e-6)).toBeCloseTo(1, 4)
  })

  it('takes no holes, and no arc beyond its axis', () => {
    expect(faultOf('turned', { holes: [{ x: '9 mm', y: '9 mm', diameter: '6 mm' }] })).toContain(
      'takes no holes',
    )
    expect(faultOf('turned', { arcs: [{ from: 3, bulge: 0.5 }] })).toContain('goes beyond the axis')
  })
})

describe('an arc through three points', () => {
  it('has the bulge of its circle', () => {
    expect(bulgeThrough([1, 0], [0, 1], [-1, 0])).toBeCloseTo(1, 12)
    expect(bulgeThrough([1, 0], [0, -1], [-1, 0])).toBeCloseTo(-1, 12)
    const eighth = Math.SQRT1_2
    expect(bulgeThrough([1, 0], [eighth, eighth], [0, 1])).toBeCloseTo(Math.tan(Math.PI / 8), 12)
    expect(bulgeThrough([0, 0], [1, 0], [2, 0])).toBeNull()
  })
})
