import { describe, expect, it } from 'vitest'
import { copyOf, motionFingerprint } from '../../src'
import type { MechanismDocument } from '../../src'
import { Sketch } from '../sketch'

function twoScenarios(): MechanismDocument {
  const { document } = new Sketch()
    .body('jaw')
    .slide('press', 'ground', 'jaw', [0, 0], [1, 0, 0])
    .drive({ id: 'lane', kind: 'moves', joint: 'press', moves: [{ law: 'linear', duration: 1, to: 0.1 }] })
  document.poses = [{ id: 'closed', name: 'Closed', values: [{ joint: 'press', value: 0.05 }] }]
  document.scenarios.push({
    id: 'other',
    name: 'Other',
    length: 1,
    frameRate: 60,
    drivers: [{ id: 'motor', kind: 'motor', joint: 'press', speed: 0.1, runUp: 0 }],
  })
  return document
}

describe('what matters to a take', () => {
  const before = twoScenarios()
  const changes = (change: (draft: MechanismDocument) => unknown): boolean => {
    const draft = copyOf(before)
    change(draft)
    return motionFingerprint(draft, 'run') !== motionFingerprint(before, 'run')
  }

  it('is not what things are called, nor how other scenarios are timed', () => {
    expect(changes((d) => (d.name = 'Line'))).toBe(false)
    expect(changes((d) => (d.joints[0].name = 'Ram'))).toBe(false)
    expect(changes((d) => (d.scenarios[0].name = 'Cycle'))).toBe(false)
    expect(changes((d) => (d.poses![0].values[0].value = 0.01))).toBe(false)
    expect(changes((d) => (d.scenarios[1].length = 20))).toBe(false)
    expect(changes((d) => (d.desk = [{ joint: 'press' }]))).toBe(false)
    expect(changes((d) => Object.assign(d.scenarios[1].drivers[0], { speed: 3 }))).toBe(false)
  })

  it('is every dimension, limit and move, and where it starts', () => {
    expect(changes((d) => (d.datums[0].at = { position: [0, 0.001, 0] }))).toBe(true)
    expect(changes((d) => (d.joints[0].freedoms = [{ name: 's', upper: 0.2 }]))).toBe(true)
    expect(changes((d) => (d.scenarios[0].length = 2))).toBe(true)
    expect(changes((d) => (d.scenarios[0].startPose = 'closed'))).toBe(true)
    expect(changes((d) => (d.scenarios[0].startAfter = 'other'))).toBe(true)
    expect(changes((d) => (d.scenarios[1].drivers = []))).toBe(true)
  })

  it('is the timing of another scenario as soon as it starts where that one ends', () => {
    const draft = copyOf(before)
    draft.scenarios[0].startAfter = 'other'
    const after = copyOf(draft)
    Object.assign(after.scenarios[1].drivers[0], { speed: 3 })
    expect(motionFingerprint(after, 'run')).not.toBe(motionFingerprint(draft, 'run'))
  })
})
