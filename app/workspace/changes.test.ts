import { describe, expect, it } from 'vitest'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { describeChanges } from './changes'

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
