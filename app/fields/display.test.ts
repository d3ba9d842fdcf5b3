import { describe, expect, it } from 'vitest'
import { walkingBeam } from '../../demo/documents/walking-beam'
import { describeChanges } from '../workspace/changes'
import { display } from './display'
import { ticks } from '../drive/chart/ticks'
import { when } from '../start/when'

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

describe('when something changed', () => {
  const now = new Date('2026-11-24T12:00:00Z')
  it.each([
    ['2026-11-24T11:59:30Z', 'just now'],
    ['2026-11-24T11:55:00Z', '5 minutes ago'],
    ['2026-11-24T09:30:00Z', '2 hours ago'],
    ['2026-11-23T11:00:00Z', 'yesterday'],
    ['2026-10-01T12:00:00Z', 'Oct 1, 2026'],
  ])('%s', (iso, words) => {
    expect(when(iso, now)).toBe(words)
  })
})

describe('what differs between two documents', () => {
  it('is said with names, labels and both values', () => {
    const after = structuredClone(walkingBeam)
    after.parts[4].dimensions.length = '45 mm'
    after.scenarios[0].frameRate = 120
    expect(describeChanges(walkingBeam, after)).toEqual([
      'Steady walk: frame rate 60 → 120',
      'Crank: Length between bores 30 mm → 45 mm',
    ])
  })

  it('is counted when it is much', () => {
    const after = structuredClone(walkingBeam)
    for (const part of after.parts) part.colour = '#000000'
    expect(describeChanges(walkingBeam, after)).toHaveLength(4)
    expect(describeChanges(walkingBeam, after).at(-1)).toBe('and 6 more')
  })
})

it('values are shown in the unit of what they measure', () => {
  expect(display(Math.PI, 'angle', 0)).toBe('180.0°')
  expect(display(-0.0125, 'length', 0)).toBe('−12.50 mm')
  expect(display(0.5, 'length', 1, 1)).toBe('500.00 mm/s')
  expect(display(2 * Math.PI, 'angle', 2)).toBe('360°/s²')
})
