/** The axis sign: where the ends of the axes of ground are drawn. */
import { describe, expect, it } from 'vitest'
import { axisEnds, sideWords } from './sides'

const at = (axes: [number, number, number][], axis: string) =>
  axisEnds(axes).find((end) => end.axis === axis)!

describe('the axis sign', () => {
  it('shows x to the right and z up from the front, with y away from the viewer', () => {
    const front: [number, number, number][] = [
      [1, 0, 0],
      [0, 0, 1],
      [0, -1, 0],
    ]
    expect(at(front, '+X')).toMatchObject({ x: 1, y: -0, near: 0, side: 'right' })
    expect(at(front, '+Z')).toMatchObject({ y: -1, side: 'top' })
    expect(at(front, '+Y')).toMatchObject({ near: -1, side: 'back' })
    expect(axisEnds(front)[0]).toMatchObject({ axis: '+Y' })
    expect(axisEnds(front).at(-1)).toMatchObject({ axis: '-Y', side: 'front' })
  })

  it('is empty until something is drawn, and every side has a key of its own', () => {
    expect(axisEnds([])).toEqual([])
    expect(new Set(sideWords.map(({ key }) => key)).size).toBe(sideWords.length)
  })
})
