import { describe, expect, it } from 'vitest'
import { curvePath, rangeOf } from '~/drive/chart/curves/curve'
import type { Samples } from '~/drive/chart/curves/curve'

const samples = (values: number[]): Samples => ({
  values: Float64Array.from(values),
  stride: 1,
  first: 0,
  frames: values.length,
})

describe('curves of lanes', () => {
  it('run from the highest value at 0 down to the lowest at 1', () => {
    const curve = samples([0, 5, 10])
    expect(rangeOf(curve)).toEqual([0, 10])
    expect(curvePath(curve, [0, 10], 0, 2, 100)).toBe('M0 1L50 0.5L100 0')
  })

  it('lie in the middle when the value stays', () => {
    expect(curvePath(samples([3, 3]), [3, 3], 0, 1, 10)).toBe('M0 0.5L10 0.5')
  })

  it('keep a peak of one frame in a thousand frames to a column', () => {
    const values = Array.from({ length: 10_001 }, (_, k) => (k === 6543 ? 1 : 0))
    const path = curvePath(samples(values), [0, 1], 0, 10_000, 10)
    expect(path).toContain('L6.543 0')
    expect(path.split('L').length).toBeLessThan(25)
  })

  it('show a stretch: frames outside of it fall outside of the drawing', () => {
    expect(curvePath(samples([0, 1, 2, 3, 4]), [0, 4], 1.5, 2.5, 10)).toBe('M-5 0.75L5 0.5L15 0.25')
  })

  it('read one quantity of many in a frame', () => {
    const values = Float64Array.from([1, 10, 2, 20, 3, 30])
    expect(rangeOf({ values, stride: 2, first: 1, frames: 3 })).toEqual([10, 30])
  })

  it('are broken where there is no value, at whatever scale', () => {
    const holes = samples([NaN, 1, 2, Infinity, 0, NaN])
    expect(rangeOf(holes)).toEqual([0, 2])
    expect(curvePath(holes, [0, 2], 0, 5, 100)).toBe('M20 0.5L40 0M80 1')
    const many = samples(Array.from({ length: 1001 }, (_, k) => (k < 500 ? NaN : k % 2)))
    const path = curvePath(many, [0, 1], 0, 1000, 10)
    expect(path).not.toContain('NaN')
    expect(path.split('M')).toHaveLength(2)
    expect(curvePath(samples([NaN, NaN]), [0, 1], 0, 1, 10)).toBe('')
  })

  it('are empty without frames', () => {
    expect(rangeOf(samples([]))).toBeNull()
    expect(curvePath(samples([]), [0, 1], 0, 1, 10)).toBe('')
  })
})
