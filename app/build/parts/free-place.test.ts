import { describe, expect, it } from 'vitest'
import { shapeKinds } from '@ligamen/core'
import { placeBeside } from './free-place'
import { partIcon } from './part-icon'

describe('a place beside what stands already', () => {
  it('lies to its right, at its middle', () => {
    expect(placeBeside(null)).toEqual([0, 0, 0])
    const [x, y, z] = placeBeside([0, -0.1, 0, 0.2, 0.1, 0.1])
    expect(x).toBeGreaterThan(0.2)
    expect([y, z]).toEqual([0, 0.05])
  })
})

describe('the part kit', () => {
  it('has a picture of every kind that the kit makes', () => {
    for (const kind of shapeKinds.filter((k) => k !== 'imported'))
      expect(partIcon(kind), kind).toMatch(/^M[\d. -]+L/)
    expect(partIcon('imported')).toBe('')
  })
})
