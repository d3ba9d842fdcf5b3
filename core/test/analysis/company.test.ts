/** What moves with a joint, and loose bodies told as one. */
import { describe, expect, it } from 'vitest'
import { actingDrivers, companyOf, gatheredMotions, looseMotions, moveBodies } from '../../src'
import type { Model } from '../../src'
import { frameOfPose } from '../../src/mechanism/body-poses'
import { Sketch } from '../sketch'

/** Two four-bars beside each other, each with a motor, and a lever that nothing drives. */
const two = () => {
  const sketch = new Sketch()
  for (const [k, x] of [0, 0.5].entries())
    sketch
      .body(`crank${k}`, `coupler${k}`, `rocker${k}`)
      .hinge(`shaft${k}`, 'ground', `crank${k}`, [x, 0])
      .hinge(`pin${k}`, `crank${k}`, `coupler${k}`, [x, 0.03])
      .hinge(`eye${k}`, `coupler${k}`, `rocker${k}`, [x + 0.1, 0.08])
      .hinge(`pivot${k}`, 'ground', `rocker${k}`, [x + 0.12, 0])
      .motor(`shaft${k}`, 1)
  return sketch.body('lever').hinge('lever-pin', 'ground', 'lever', [1, 0])
}
const company = (model: Model, joint: string) =>
  companyOf(model.mechanism, model.home, actingDrivers(model, 'run'), joint)

describe('what moves with a joint', () => {
  const model = two().open()
  it('is what its own driver moves, not what other drivers move', () => {
    expect(company(model, 'shaft0')).toEqual({ moves: ['pin0', 'eye0', 'pivot0'], movedBy: [] })
    expect(company(model, 'shaft1').moves).toEqual(['pin1', 'eye1', 'pivot1'])
  })

  it('of one that follows is what it is moved by, and what goes with it', () => {
    const { moves, movedBy } = company(model, 'pivot1')
    expect(movedBy).toEqual(['shaft1'])
    expect([...moves].sort()).toEqual(['eye1', 'pin1', 'shaft1'])
  })

  it('is nothing for a lever by itself', () => {
    expect(company(model, 'lever-pin')).toEqual({ moves: [], movedBy: [] })
  })
})

describe('free motions', () => {
  it('are those that nothing drives', () => {
    const model = two().open()
    const driven = actingDrivers(model, 'run')
    const left = looseMotions(model.mechanism, model.home, driven)
    expect(left.map(({ joint }) => joint)).toEqual(['lever-pin'])
    expect(looseMotions(model.mechanism, model.home)).toHaveLength(3)
  })

  it('of a body that nothing ties are one, with all its ways', () => {
    const { mechanism, home } = new Sketch()
      .body('packet', 'arm')
      .hinge('pin', 'ground', 'arm', [0, 0])
      .open()
    const told = gatheredMotions(mechanism, looseMotions(mechanism, home))
    expect(told.map(({ sentence }) => sentence)).toEqual([
      'arm can turn at pin; nothing follows',
      'packet is loose, six ways: nothing ties it to ground',
    ])
    expect(told[1].links).toHaveLength(6)
  })
})

it('a rigid group moves as one, whichever of its bodies is moved', () => {
  const { document } = new Sketch().body('a', 'b', 'c')
  document.groups = [{ id: 'set', name: 'Set', kind: 'rigid', members: ['a', 'b'] }]
  const frames = new Map(
    document.bodies.map(({ id }) => [id, frameOfPose(Float64Array.of(0, 0, 0, 1, 0, 0, 0), 0)]),
  )
  const motion = frameOfPose(Float64Array.of(0.1, 0, 0, 1, 0, 0, 0), 0)
  const moved = moveBodies(document, frames, ['b'], motion)
  const at = (id: string) => moved.bodies.find((body) => body.id === id)!.pose?.position?.[0]
  expect([at('a'), at('b')]).toEqual([0.1, 0.1])
  expect(at('c') ?? 0).toBe(0)
})
