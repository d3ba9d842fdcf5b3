/** Points of outlines on the model, seen and dragged. */
import { describe, expect, it } from 'vitest'
import { moved, multiply, turnedAbout } from '@ligamen/core'
import { onStep, outlineInGround, stepOf, withPointAt } from './outline-points'

const PLATE = {
  shape: 'extruded',
  dimensions: { thickness: '10 mm' },
  outline: [['0 mm', '0 mm'], ['60 mm', '0 mm'], ['0 mm', '50 mm']] as [string, string][], // prettier-ignore
}
/** Lifted by 100 mm and lying on its side: its z along -y of ground. */
const AT = multiply(moved([0, 0, 0.1]), turnedAbout([0, 0, 0], [1, 0, 0], Math.PI / 2))

describe('points of an outline on the model', () => {
  it('lie on the face of an extruded part, wherever it is', () => {
    const { points, normal } = outlineInGround(PLATE, AT)
    expect(points[2]!.map((v) => Math.round(1e6 * v) / 1e3 + 0)).toEqual([0, -5, 150])
    expect(normal.map((v) => Math.round(v) + 0)).toEqual([0, -1, 0])
  })

  it('go where they are dragged, to a step, and come back there', () => {
    const drawing = { ...PLATE, arcs: [{ from: 0, bulge: 0.2 }] }
    const next = withPointAt(drawing, 1, [0.0437, -0.005, 0.1123], PLATE, AT)
    expect(next.outline).toEqual([['0 mm', '0 mm'], ['44 mm', '12 mm'], ['0 mm', '50 mm']]) // prettier-ignore
    expect(next.arcs).toEqual(drawing.arcs)
  })

  it('of a turned part are radius and height', () => {
    const turned = { ...PLATE, shape: 'turned', dimensions: {} }
    const { points } = outlineInGround(turned, moved([0, 0, 0]))
    expect(points[2]!.map((v) => Math.round(1e6 * v) / 1e3 + 0)).toEqual([0, 0, 50])
    const next = withPointAt(turned, 2, [0.008, 0, 0.033], turned, moved([0, 0, 0]))
    expect(next.outline[2]).toEqual(['8 mm', '33 mm'])
  })

  it('move by steps that suit the size', () => {
    expect([stepOf([['3 mm', '70 mm']]), stepOf([['1.1 m', '0 m']]), stepOf([[0, 0]])]).toEqual([1, 10, 0.1])
    expect([onStep(-0.4, 1), onStep(12.34, 0.1)]).toEqual(['0 mm', '12.3 mm'])
  })
})
