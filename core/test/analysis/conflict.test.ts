/** What fights: the smallest set, and what each way out gives. */
import { describe, expect, it } from 'vitest'
import { openModel } from '../../src'
import { compile } from '../../src/mechanism/compile'
import { findConflict } from '../../src/analysis/conflict'
import { Sketch } from '../sketch'

const conflictOf = (sketch: Sketch) => {
  const mechanism = compile(sketch.document)
  if (!mechanism.ok) throw new Error(mechanism.problems[0].message)
  return findConflict(mechanism.value, new Uint8Array(mechanism.value.links))
}

/** A plate on a hinge, held at two distances that its radius does not allow together, and some peace besides. */
const fighting = () =>
  new Sketch()
    .body('plate', 'arm')
    .hinge('hinge', 'ground', 'plate', [0, 0])
    .hinge('peace', 'ground', 'arm', [0.5, 0])
    .datum('edge', 'plate', [0.1, 0])
    .datum('left', 'ground', [-0.1, 0])
    .datum('right', 'ground', [0.1, 0.02])
    .mate({
      id: 'near',
      kind: 'distance',
      a: { datum: 'edge', as: 'point' },
      b: { datum: 'right', as: 'point' },
      value: 0.05,
    })
    .mate({
      id: 'far',
      kind: 'distance',
      a: { datum: 'edge', as: 'point' },
      b: { datum: 'left', as: 'point' },
      value: 0.05,
    })
    .mate({
      id: 'calm',
      kind: 'parallel',
      a: { datum: 'edge', as: 'axis' },
      b: { datum: 'left', as: 'axis' },
    })

describe('conflicts', () => {
  it('name the smallest set and the mobility that each removal gives', () => {
    const conflict = conflictOf(fighting())
    expect(conflict?.members.map(({ id }) => id).sort()).toEqual(['far', 'near'])
    expect(conflict?.mobilityWithout).toEqual([1, 1])
    expect(conflict?.sentence).toBe(
      'near and far contradict each other: without near mobility 1; without far mobility 1.',
    )
  })

  it('are told with the gap when the document is opened', () => {
    const model = openModel(fighting().document)
    const problems = model.ok ? [] : model.problems
    expect(problems.map(({ code }) => code)).toEqual(['cannot-assemble', 'conflict'])
    expect(problems[1].ids).toEqual(['near', 'far'])
  })

  it('are none where everything closes', () => {
    const sketch = fighting()
    sketch.document.mates = sketch.document.mates!.filter(({ id }) => id !== 'far')
    expect(conflictOf(sketch)).toBeNull()
  })

  it('may be one joint against the tree', () => {
    const sketch = new Sketch()
      .body('a')
      .join('rigid', 'weld', 'ground', 'a', [0, 0])
      .datum('hole', 'ground', [0.1, 0])
      .datum('pin', 'a', [0.1004, 0])
    sketch.document.joints.push({
      id: 'pin-joint',
      name: 'Jaw pin',
      kind: 'revolute',
      from: 'hole',
      to: 'pin',
    })
    expect(conflictOf(sketch)?.sentence).toBe(
      'Jaw pin contradicts the joints along the tree: without Jaw pin mobility 0.',
    )
  })
})
