import { describe, expect, it } from 'vitest'
import { lowestOfCubic } from '../../src/maths/cubic-dip'

describe('the lowest place of a cubic between its ends', () => {
  const at = (value: number, slope: number) => [value, slope] as const

  it('is where its slope is zero', () => {
    // (x - 1/4)^2 (x + 1) - 1: value and slope at both ends
    const of = (x: number) => (x - 0.25) ** 2 * (x + 1) - 1
    const slope = (x: number) => 2 * (x - 0.25) * (x + 1) + (x - 0.25) ** 2
    const found = lowestOfCubic(at(of(0), slope(0)), at(of(1), slope(1)))!
    expect(found.at).toBeCloseTo(0.25, 14)
    expect(found.value).toBeCloseTo(-1, 14)
    // the same seen from the other end
    const back = lowestOfCubic(at(of(1), -slope(1)), at(of(0), -slope(0)))!
    expect(back.at).toBeCloseTo(0.75, 14)
  })

  it('of a parabola, whose cubic part is none, is its apex', () => {
    const found = lowestOfCubic(at(0, -1), at(0.5, 2))!
    expect(found.at).toBeCloseTo(1 / 3, 14)
    expect(found.value).toBeCloseTo(-1 / 6, 14)
  })

  it('is none where it rises, falls, bulges, or is straight', () => {
    expect(lowestOfCubic(at(0, 1), at(2, 3))).toBeNull()
    expect(lowestOfCubic(at(2, -3), at(0, -1))).toBeNull()
    expect(lowestOfCubic(at(0, 1), at(0, -1))).toBeNull()
    expect(lowestOfCubic(at(0, 1), at(1, 1))).toBeNull()
    expect(lowestOfCubic(at(0, 0), at(0, 0))).toBeNull()
  })
})
