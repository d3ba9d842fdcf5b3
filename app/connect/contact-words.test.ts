import { describe, expect, it } from 'vitest'
import { wordsAhead } from './contact-words'

const nearest = { from: [0, 0, 0], to: [0, 0, 0.1], gap: 0.1 } as const
const lines: Float32Array[] = []

describe('two bodies before they have a contact', () => {
  it('are told by what will meet of them', () => {
    expect(wordsAhead({ outlines: 1, beside: 0, surfaces: 0, lines, nearest })).toBe(
      'Will meet: one pair of outlines in one plane, exactly.',
    )
    expect(wordsAhead({ outlines: 2, beside: 1, surfaces: 3, lines, nearest })).toBe(
      'Will meet: 2 pairs of outlines in one plane, exactly; 3 pairs of surfaces on their triangles, in even steps of free motion.',
    )
  })

  it('are told that they cannot, or are not near', () => {
    expect(wordsAhead({ outlines: 0, beside: 0, surfaces: 0, lines, nearest: null })).toContain(
      'Nothing of them can touch',
    )
    expect(wordsAhead({ outlines: 1, beside: 0, surfaces: 0, lines, nearest: null })).toContain('far apart')
    expect(wordsAhead({ outlines: 0, beside: 2, surfaces: 0, lines, nearest: null })).toContain(
      'beside each other',
    )
  })
})
