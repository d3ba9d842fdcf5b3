import { describe, expect, it } from 'vitest'
import { moved } from '@ligamen/core'
import { courseOf, onGrid, PATH_SHAPES, shapeOf, withNumber, withPoint } from './path-draft'
import type { Point } from './path-draft'

const shape = (wanted: string) => PATH_SHAPES.find(({ value }) => value === wanted)!
const point = (x: number): Point => [`${x} mm`, '0 mm', '0 mm']

describe('a path being given', () => {
  it('is recognised as the shape it was chosen as', () => {
    for (const { kind, closed, value } of PATH_SHAPES)
      expect(shapeOf(closed ? { kind, closed } : { kind }).value).toBe(value)
  })

  it('closes a circle always, a line and an arc never, the rest at will', () => {
    const closes = (value: string, wanted: boolean) => courseOf(shape(value), [point(0)], wanted).closed
    expect(closes('circle', false)).toBe(true)
    expect(closes('line', true)).toBeUndefined()
    expect(closes('arc', true)).toBeUndefined()
    expect(closes('polyline', true)).toBe(true)
    expect(closes('curve', false)).toBeUndefined()
  })

  it('replaces the last point of a shape that has all its points', () => {
    expect(withPoint(shape('line'), [point(0)], point(1))).toEqual([point(0), point(1)])
    expect(withPoint(shape('line'), [point(0), point(1)], point(2))).toEqual([point(0), point(2)])
    const three = [point(0), point(1), point(2)]
    expect(withPoint(shape('arc'), three, point(3))).toEqual([point(0), point(1), point(3)])
    expect(withPoint(shape('curve'), three, point(3))).toHaveLength(4)
  })

  it('changes one number and leaves the points it was given as they were', () => {
    const before = [point(0), point(1)]
    expect(withNumber(before, 1, 2, '5 mm')).toEqual([point(0), ['1 mm', '0 mm', '5 mm']])
    expect(before[1]).toEqual(point(1))
  })

  it('takes a place in ground from where the path starts, to the millimetre', () => {
    expect(onGrid(moved([0.1, 0, 0]), [0.1504, 0, -0.0206])).toEqual(['50 mm', '0 mm', '-21 mm'])
  })
})
