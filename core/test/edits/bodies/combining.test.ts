/** Bodies made one, and shapes replaced: what stays where it was, and what goes. */
import { describe, expect, it } from 'vitest'
import { combine, openModel, replaceShape } from '../../../src'
import type { Frame, MechanismDocument } from '../../../src'
import { validateDocument } from '../../../src/document/checks/validate'
import { kitPart } from '../../shapes/kit'
import { Sketch } from '../../sketch'

/** Two discs on a base, hinged to each other, the second one hinged to a rod as well by its own bore. */
function machine(): MechanismDocument {
  const { document } = new Sketch()
    .body('one', 'two', 'rod')
    .hinge('base', 'ground', 'one', [0, 0])
    .hinge('between', 'one', 'two', [0.1, 0])
    .hinge('end', 'two', 'rod', [0.1, 0.2])
  document.parts = ['one', 'two'].map((id) => ({ ...kitPart('disc'), id: `${id}-part`, name: id }))
  for (const [k, id] of ['one', 'two'].entries()) {
    const body = document.bodies.find((one) => one.id === id)!
    body.parts = [{ id: `${id}-placed`, part: `${id}-part` }]
    body.pose = { position: [0.1 * k, 0, 0] }
  }
  document.bodies.find(({ id }) => id === 'rod')!.pose = {}
  const own = (id: string, point: [number, number, number]) =>
    Object.assign(
      document.datums.find((datum) => datum.id === id)!,
      { at: { position: point } },
    )
  own('between-to', [0, 0, 0])
  const end = document.datums.find(({ id }) => id === 'end-from')!
  delete end.at
  end.feature = { placed: 'two-placed', name: 'top' }
  own('end-to', [0.1, 0, 0.005])
  return document
}

/** Where bodies and datums are at home. */
function placesOf(document: MechanismDocument) {
  const valid = validateDocument(document)
  if (!valid.ok) throw new Error(valid.problems[0].message)
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const { geometry } = model.value.mechanism
  const frames = new Map(geometry.bodies.map(({ source, pose }) => [source.id, pose as Frame]))
  const at = new Map([...geometry.datums.values()].map((d) => [d.source.id, [...d.frame.subarray(9)]]))
  return { model: model.value, frames, at }
}

describe('bodies made one', () => {
  it('keep their places and what joins them to others; what joined them to each other goes', () => {
    const document = machine()
    const before = placesOf(document)
    const { document: after, gone } = combine(document, before.frames, ['one', 'two'])
    expect(gone).toEqual(['between'])
    const { at, frames } = placesOf(after)
    expect(after.bodies.map(({ id }) => id)).toEqual(['ground', 'one', 'rod'])
    expect(after.bodies[1]!.parts.map(({ id }) => id)).toEqual(['one-placed', 'two-placed'])
    expect(after.joints.map(({ id }) => id)).toEqual(['base', 'end'])
    // the top of the second disc, 5 mm up, seen from the first one
    expect(at.get('end-from')!.map((v) => Math.round(v * 1e9) / 1e9)).toEqual([0.1, 0, 0.005])
    expect(frames.get('rod')).toEqual(before.frames.get('rod'))
    expect(after.parts).toHaveLength(2)
  })

  it('are fixed to ground when one of them was', () => {
    const document = machine()
    document.bodies.find(({ id }) => id === 'two')!.grounded = true
    const { document: after } = combine(document, placesOf(document).frames, ['one', 'two'])
    expect(after.bodies.find(({ id }) => id === 'one')!.grounded).toBe(true)
  })
})

describe('a shape in place of another', () => {
  it('leaves datums on the old one where they are', () => {
    const document = machine()
    const before = placesOf(document)
    const part = { ...kitPart('box'), name: 'Block' }
    const after = replaceShape(document, 'two', part, { position: [0, 0, 0.001] })
    const { at } = placesOf(after)
    expect(at.get('end-from')).toEqual(before.at.get('end-from'))
    expect(after.datums.find(({ id }) => id === 'end-from')).not.toHaveProperty('feature')
    expect(after.parts.map(({ name }) => name)).toEqual(['one', 'Block'])
    expect(after.bodies[2]!.parts).toMatchObject([{ at: { position: [0, 0, 0.001] } }])
  })
})
