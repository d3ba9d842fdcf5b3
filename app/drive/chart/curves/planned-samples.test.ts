import { describe, expect, it } from 'vitest'
import { sampleAt } from '~/drive/chart/curves/curve'
import { plannedSamples } from '~/drive/chart/curves/planned-samples'
import type { PathDriver, PlannedItem } from '@ligamen/core'

const driver: PathDriver = {
  id: 'along',
  kind: 'path',
  datum: 'pen',
  path: 'circle',
  moves: [
    { id: 'a', law: 'polynomial-3-4-5', to: '40 mm', duration: '1 s', start: '1 s' },
    { id: 'b', law: 'limited', to: 0, speed: '20 mm/s', acceleration: '1 m/s^2' },
  ],
}
const items: PlannedItem[] = [
  { key: 'a', id: 'a', kind: 'move', start: 1, end: 2, levels: [0, 0.04] },
  { key: 'b', id: 'b', kind: 'move', start: 2, end: 4.02, levels: [0.04, 0] },
]

describe('the course that moves prescribe', () => {
  const { samples, rates, accelerations } = plannedSamples(
    driver,
    items,
    { frames: 501, interval: 0.01 },
    'length',
  )
  it('dwells, moves by its laws and dwells again', () => {
    expect(sampleAt(samples, 50)).toBe(0)
    // 3-4-5: half of the way at half of the time, at 1.875 of the mean speed (VDI 2143)
    expect(sampleAt(samples, 150)).toBeCloseTo(0.02, 12)
    expect(sampleAt(rates, 150)).toBeCloseTo(1.875 * 0.04, 12)
    expect(sampleAt(accelerations, 150)).toBeCloseTo(0, 12)
    // a trapezoid of speed: steady at its top speed
    expect(sampleAt(samples, 301)).toBeCloseTo(0.02, 6)
    expect(sampleAt(rates, 301)).toBeCloseTo(-0.02, 12)
    expect(sampleAt(samples, 500)).toBe(0)
  })
})
