import { describe, expect, it } from 'vitest'
import { when } from './when'

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
