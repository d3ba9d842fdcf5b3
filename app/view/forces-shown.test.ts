import { describe, expect, it } from 'vitest'
import type { Take } from '@ligamen/core'
import { forceOf, forcesShown, gravityShown, largestForce, touchesShown } from './forces-shown'

const take = {
  forceMarks: [
    { id: 'pin', kind: 'reaction' },
    { id: 'coil', kind: 'spring' },
  ],
  // two frames of two marks
  forces: Float64Array.from([0, 0, 0, 0, 0, 10, 1, 0, 0, 3, 4, 0, 0, 0, 0, 0, 0, 20, 1, 0, 0, NaN, NaN, NaN]),
} as unknown as Take

describe('forces as arrows', () => {
  it('are on the scale of the largest of the take, and begin where they act', () => {
    expect(largestForce(take)).toBe(20)
    const [pin, coil] = forcesShown(take, 0, 20, 1)
    expect(pin).toEqual({ kind: 'reaction', point: [0, 0, 0], arrow: [0, 0, 0.15] })
    expect(coil!.point).toEqual([1, 0, 0])
    expect(Math.hypot(...coil!.arrow)).toBeCloseTo(0.075, 12)
  })

  it('leave out what is not known or nearly nothing', () => {
    expect(forceOf(take, 1, 1)).toBeNull()
    expect(forcesShown(take, 1, 20, 1)).toHaveLength(1)
    expect(forcesShown(take, 1, 2000, 1)).toHaveLength(0)
    expect(forcesShown(take, 0, 0, 1)).toHaveLength(0)
  })

  it('are not where bodies touch without a known force, which are marks', () => {
    const touching = {
      forceMarks: [{ id: 'ride', kind: 'touches' }],
      forces: Float64Array.from([1, 2, 3, 0, 0, 0, NaN, NaN, NaN, NaN, NaN, NaN]),
    } as unknown as Take
    expect(touchesShown(touching, 0)).toEqual([{ kind: 'touches', point: [1, 2, 3], arrow: [0, 0, 0] }])
    expect(touchesShown(touching, 1)).toEqual([])
    expect(forcesShown(touching, 0, 5, 1)).toEqual([])
    expect(touchesShown(take, 0)).toEqual([])
  })

  it('gravity points as the scenario says, and is not there without it', () => {
    const bounds = [0, 0, 0, 1, 1, 1]
    expect(gravityShown({}, bounds)[0]!.arrow[2]).toBeLessThan(0)
    expect(gravityShown({ gravity: ['9.81 m/s^2', 0, 0] }, bounds)[0]!.arrow[0]).toBeGreaterThan(0)
    expect(gravityShown({ gravity: [0, 0, 0] }, bounds)).toEqual([])
    expect(gravityShown({}, null)).toEqual([])
  })
})
