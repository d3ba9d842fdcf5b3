/** Groups copied whole, rigid groups that move as one, datums between others. */
import { describe, expect, it } from 'vitest'
import { openModel } from '../../src'
import { copyEntries } from '../../src/document/copying'
import { Sketch } from '../sketch'
import { resolveGeometry } from '../../src/mechanism/geometry'

const gripper = () => {
  const sketch = new Sketch()
    .body('carriage', 'left', 'right')
    .slide('rail', 'ground', 'carriage', [0, 0], [1, 0, 0])
    .hinge('jaw-left', 'carriage', 'left', [0, 0.02])
    .hinge('jaw-right', 'carriage', 'right', [0, -0.02])
    .pair('gear', 'mesh', 'jaw-left', 'jaw-right', { ratio: 1 })
  sketch.document.groups = [
    { id: 'jaws', name: 'Jaws', kind: 'moving', members: ['left', 'right'] },
    { id: 'gripper', name: 'Gripper', kind: 'moving', members: ['carriage', 'jaws'] },
  ]
  return sketch
}

describe('groups', () => {
  it('are copied whole with their inner joints, relations and groups, but without what ties them outside', () => {
    const { document: copied } = copyEntries(gripper().document, ['gripper'])
    const model = openModel(copied)
    expect(model.ok ? [] : model.problems).toEqual([])
    expect(copied.groups?.map(({ id }) => id)).toEqual(['jaws', 'gripper', 'jaws-2', 'gripper-2'])
    expect(copied.groups?.[3].members).toEqual(['carriage-2', 'jaws-2'])
    expect(copied.joints.map(({ id }) => id)).toEqual([
      'rail',
      'jaw-left',
      'jaw-right',
      'jaw-left-2',
      'jaw-right-2',
    ])
    expect(copied.relations).toHaveLength(2)
    // the first keeps its slide and its coupled jaws; the copy floats with one more jaw motion
    expect(model.ok && model.value.mobility.mobility).toBe(2 + 6 + 1)
  })

  it('that are rigid move as one, and their inner joints hold still', () => {
    const sketch = gripper()
    sketch.document.groups![0].kind = 'rigid'
    sketch.document.groups![1].kind = 'rigid'
    sketch.document.relations = []
    const { mobility } = sketch.open()
    expect(mobility).toMatchObject({ mobility: 1, rows: 0 })
  })
})

describe('datums between others', () => {
  const frameOf = (sketch: Sketch, id: string) => {
    const geometry = resolveGeometry(sketch.document)
    if (!geometry.ok) throw new Error(geometry.problems[0].message)
    return [...geometry.value.datums.get(id)!.frame.subarray(9)]
  }
  const between = (kind: 'midpoint' | 'mid-plane' | 'intersection') => {
    const sketch = new Sketch()
      .body('plate')
      .datum('first', 'plate', [0.01, 0.02, 0.03], { axis: kind === 'intersection' ? [1, 0, 1] : [0, 0, 1] })
      .datum('second', 'plate', [0.05, 0.02, 0.07], { axis: [0, 0, -1] })
    sketch.document.datums.push({
      id: 'm',
      name: 'm',
      body: 'plate',
      between: { kind, a: 'first', b: 'second' },
    })
    return sketch
  }

  it.each([
    ['midpoint', [0.03, 0.02, 0.05]],
    ['mid-plane', [0.01, 0.02, 0.05]],
    ['intersection', [0.05, 0.02, 0.07]],
  ] as const)('%s', (kind, place) => {
    frameOf(between(kind), 'm').forEach((v, k) => expect(v).toBeCloseTo(place[k], 12))
  })

  it('follow when what they stand between moves, and refuse what has no meaning', () => {
    const sketch = between('mid-plane')
    sketch.document.datums[0].offset = [0, 0, '10 mm']
    expect(frameOf(sketch, 'm')[2]).toBeCloseTo(0.055, 12)
    sketch.document.datums[0].at!.axis = [0, 1, 1]
    const geometry = resolveGeometry(sketch.document)
    expect(geometry.ok ? '' : geometry.problems[0]).toMatchObject({
      code: 'datums-not-parallel',
      pointer: '/datums/2/between',
    })
  })
})
