import { describe, expect, it } from 'vitest'
import { ticks } from './ticks'

describe('ticks of a time axis', () => {
  it.each([
    [2.5, 5, [0, 0.5, 1, 1.5, 2, 2.5]],
    [10, 6, [0, 2, 4, 6, 8, 10]],
    [0.03, 3, [0, 0.01, 0.02, 0.03]],
    [0, 5, []],
    [Number.NaN, 5, []],
  ])('over %s s', (length, wanted, expected) => {
    expect(ticks(length, wanted)).toEqual(expected)
  })
})
