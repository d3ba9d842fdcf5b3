import { describe, expect, it } from 'vitest'
import { considerMate, presentOffset, presentValue } from '../../src'
import type { MateProposal } from '../../src'
import { feature, modelOf, posesOf, Workshop } from '../workshop'

const boxes = () =>
  modelOf(
    new Workshop()
      .body('frame', 'box', { height: '10 mm' })
      .body('slab', 'box', { height: '10 mm' }, { position: ['0 mm', '0 mm', '50 mm'] }).document,
  )

const mate = (more: Partial<MateProposal> = {}) => {
  const model = boxes()
  const effect = considerMate(model, posesOf(model), {
    kind: 'coincident',
    name: 'Faces',
    first: feature('slab', 'bottom'),
    second: feature('frame', 'top'),
    asFirst: 'plane',
    asSecond: 'plane',
    ...more,
  })
  if (!effect.ok) throw new Error(effect.problems[0].message)
  return effect.value
}

describe('a mate of two faces', () => {
  it('lays them on each other when they face each other', () => {
    const { model, flip, sentences } = mate()
    expect(flip).toBe(true)
    expect(sentences).toEqual(['Mobility 6 → 3.'])
    const poses = posesOf(model!)
    // the bottom of the slab lies on the top of the frame, 10 mm above its own
    expect(poses[9] - poses[2]).toBeCloseTo(0.01, 12)
  })

  it('is told when it is flipped so that it cannot hold', () => {
    const { model, problems } = mate({ flip: false })
    expect(model).toBeNull()
    expect(problems[0].message).toContain('pointing against each other')
  })
})

describe('what two picks measure now', () => {
  it('is the distance of two faces, whatever was typed', () => {
    const model = boxes()
    const present = presentValue(model, posesOf(model), {
      kind: 'distance',
      name: 'Gap',
      first: feature('slab', 'bottom'),
      second: feature('frame', 'top'),
      asFirst: 'plane',
      asSecond: 'plane',
      value: '3 mm',
    })
    // from the top of the frame at 10 mm up to the bottom of the slab at 50 mm
    expect(present.ok && Math.abs(present.value!)).toBeCloseTo(0.04, 12)
    const kept = mate({ kind: 'distance', value: present.ok ? present.value! : 0 })
    const poses = posesOf(kept.model!)
    expect(poses[9]! - poses[2]!).toBeCloseTo(0.05, 12)
  })

  it('is how far the pick that comes is along the axis of the other one', () => {
    const model = boxes()
    const offset = presentOffset(model.document, posesOf(model), {
      kind: 'revolute',
      name: 'Pivot',
      first: feature('slab', 'bottom'),
      second: feature('frame', 'top'),
      offset: '7 mm',
    })
    expect(offset.ok && offset.value).toBeCloseTo(0.04, 12)
  })
})
