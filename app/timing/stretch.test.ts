import { describe, expect, it } from 'vitest'
import { placeOf, scrolled, timeAt, zoomed } from './stretch'

describe('the stretch of time that is seen', () => {
  it('keeps the time that is zoomed around at its place', () => {
    const before = [0, 8] as const
    const after = zoomed(before, 8, 0.5, 6)!
    expect(after).toEqual([3, 7])
    expect(placeOf(after, 6)).toBe(placeOf(before, 6))
  })

  it('is the whole scenario once it would be longer', () => {
    expect(zoomed([2, 4], 8, 4, 3)).toBeNull()
    expect(zoomed([0, 8], 8, 1.25, 3)).toBeNull()
  })

  it('stays inside the scenario at both ends', () => {
    expect(zoomed([6, 8], 8, 2, 8)).toEqual([4, 8])
    expect(scrolled([1, 3], 8, -5)).toEqual([0, 2])
    expect(scrolled([1, 3], 8, 50)).toEqual([6, 8])
    expect(scrolled([1, 3], 8, 1.5)).toEqual([2.5, 4.5])
  })

  it('is never shorter than a thousandth of the scenario', () => {
    const [from, to] = zoomed([4, 4.01], 8, 1e-6, 4)!
    expect(to - from).toBeCloseTo(0.008, 12)
  })

  it('has a place for every time and a time for every place', () => {
    const seen = [2, 6] as const
    expect(placeOf(seen, 3)).toBe(25)
    expect(timeAt(seen, 0.25)).toBe(3)
    expect(placeOf(seen, 0)).toBe(-50)
    expect(placeOf([0, 0], 0)).toBe(0)
  })

  it('of a scenario without length is all of it', () => {
    expect(zoomed([0, 0], 0, 0.5, 0)).toBeNull()
    expect(scrolled([0, 0], 0, 1)).toBeNull()
  })
})
