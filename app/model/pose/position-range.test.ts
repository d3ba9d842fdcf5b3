import { describe, expect, it } from 'vitest'
import type { Channel, MechanismDocument } from '@ligamen/core'
import { rangeOf, shareOf, shifted } from './position-range'

const document = {
  joints: [
    { id: 'slide', freedoms: [{ name: 'slide', lower: '-20 mm', upper: '80 mm' }] },
    { id: 'shaft', freedoms: [{ name: 'angle', upper: '90 deg' }] },
    { id: 'free' },
  ],
} as unknown as MechanismDocument

const channel = (joint: string, freedom: string, dimension: string) =>
  ({ key: joint, name: joint, dimension, coordinate: { joint, freedom } }) as Channel

describe('the range of a control', () => {
  it('is that of the limits, in metres or radians', () => {
    const range = rangeOf(document, channel('slide', 'slide', 'length'))
    expect(range.lower).toBeCloseTo(-0.02, 12)
    expect(range.upper).toBeCloseTo(0.08, 12)
  })

  it('is open on a side without a limit, as far as a slider goes', () => {
    const half = rangeOf(document, channel('shaft', 'angle', 'angle'))
    expect(half.lower).toBe(-Math.PI)
    expect(half.upper).toBeCloseTo(Math.PI / 2, 12)
    expect(rangeOf(document, channel('free', 'slide', 'length'))).toEqual({ lower: -0.2, upper: 0.2 })
    expect(rangeOf(null, channel('free', 'angle', 'angle'))).toEqual({ lower: -Math.PI, upper: Math.PI })
  })
})

describe('a value in its range', () => {
  const range = { lower: -1, upper: 3 }

  it('goes further by a share, and no further than its ends', () => {
    expect(shareOf(range, 0)).toBe(0.25)
    expect(shifted(range, 0, 0.5)).toBe(2)
    expect(shifted(range, 0, -0.5)).toBe(-1)
    expect(shifted(range, 2, 5)).toBe(3)
  })

  it('stays where a range without length is', () => {
    const point = { lower: 2, upper: 2 }
    expect(shareOf(point, 2)).toBe(0)
    expect(shifted(point, 2, 0.3)).toBe(2)
  })
})
