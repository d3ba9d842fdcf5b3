import { describe, expect, it } from 'vitest'
import { isFacetGap } from './facet-gap'

describe('crescents of facets', () => {
  // a pin of 10 mm in a bore of 10 mm, 20 mm long: 0.012 mm thick at most
  const ring = { min: [-5, -5, 0], max: [5, 5, 20] }
  const surface = 2 * Math.PI * 10 * 20

  it('at a pin in a bore of its own diameter are no overlap', () => {
    expect(isFacetGap(0.006 * (surface / 2), surface, ring)).toBe(true)
  })

  it('are one where the pin is thicker, or where plates stand in each other', () => {
    expect(isFacetGap(0.05 * (surface / 2), surface, ring)).toBe(false)
    expect(isFacetGap(100 * 50 * 0.5, 2 * 100 * 50, { min: [0, 0, 0], max: [100, 50, 0.5] })).toBe(false)
  })
})
