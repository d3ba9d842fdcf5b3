/** Positions of a joint counted from elsewhere or the other way: nothing moves, limits stay where they are. */
import { describe, expect, it } from 'vitest'
import { countOtherWay, readStanding, recountedWords, zeroHere } from '../../../src'
import type { MechanismDocument } from '../../../src'
import { validateDocument } from '../../../src/document/checks/validate'
import { draftJoint } from '../../../src/proposals/joining'
import { feature, modelOf, posesOf, Workshop } from '../../workshop'

/** A pusher on a slide of 12 mm, or on a pivot. */
function machine(kind: string): MechanismDocument {
  const { document } = new Workshop()
    .body('base', 'plate')
    .body('pusher', 'link', { length: '60 mm' }, { position: [0.2, 0, 0.05] })
  const draft = draftJoint(document, posesOf(modelOf(document)), {
    kind,
    name: 'Guide',
    first: feature('pusher', 'bore A'),
    second: feature('base', 'top'),
    offset: '3 mm',
    turn: '20 deg',
  })
  if (!draft.ok) throw new Error(draft.problems[0]!.message)
  const made = draft.value.document
  made.joints[0]!.freedoms = [
    kind === 'prismatic'
      ? { name: 's', lower: '-5 mm', upper: '40 mm', rest: '0 mm' }
      : { name: 'angle', lower: '-90 deg', upper: '10 deg', zero: '30 deg' },
  ]
  made.poses = [{ id: 'open', name: 'Open', values: [{ joint: made.joints[0]!.id, value: 0.002 }] }]
  made.poses[0]!.values[0]!.value = kind === 'prismatic' ? '2 mm' : '-12 deg'
  return made
}

const standing = (document: MechanismDocument) => {
  const model = modelOf(document)
  return readStanding(model, model.home)
}
function expectSamePoses(a: MechanismDocument, b: MechanismDocument) {
  const [before, after] = [standing(a).poses, standing(b).poses]
  after.forEach((v, k) => expect(v).toBeCloseTo(before[k]!, 9))
}

describe('zero here', () => {
  it.each([
    ['prismatic', 's', 0.007],
    ['revolute', 'angle', -0.3],
  ])('of a %s joint moves nothing', (kind, freedom, present) => {
    const before = machine(kind)
    const after = zeroHere(before, before.joints[0]!.id, freedom, present)
    expect(validateDocument(after).ok).toBe(true)
    expectSamePoses(before, after)
    expect(standing(after).coordinates[0]).toBeCloseTo(standing(before).coordinates[0]! - present, 9)
  })

  it('leaves limits, rest position and poses where they are', () => {
    const after = zeroHere(machine('prismatic'), 'guide', 's', 0.007)
    expect(after.joints[0]!.freedoms).toEqual([
      { name: 's', lower: '-12 mm', upper: '33 mm', rest: '-7 mm', zero: '7 mm' },
    ])
    expect(after.poses![0]!.values[0]!.value).toBe('-5 mm')
  })

  it('twice adds up', () => {
    const once = zeroHere(machine('revolute'), 'guide', 'angle', Math.PI / 180)
    const twice = zeroHere(once, 'guide', 'angle', Math.PI / 90)
    expect(twice.joints[0]!.freedoms![0]).toMatchObject({ zero: '33 deg', lower: '-93 deg', upper: '7 deg' })
  })
})

describe('counting the other way', () => {
  it.each(['prismatic', 'revolute', 'cylindrical'])('of a %s joint moves nothing', (kind) => {
    const before = machine(kind === 'cylindrical' ? 'revolute' : kind)
    if (kind === 'cylindrical') {
      before.joints[0]!.kind = kind
      before.poses = []
    }
    const after = countOtherWay(before, 'guide')
    if (!after.ok) throw new Error(after.problems[0]!.message)
    expect(validateDocument(after.value).ok).toBe(true)
    expectSamePoses(before, after.value)
    standing(after.value).coordinates.forEach((value, k) =>
      expect(value).toBeCloseTo(-standing(before).coordinates[k]!, 9),
    )
  })

  it('swaps the limits, and twice gives the same again', () => {
    const before = machine('prismatic')
    const once = countOtherWay(before, 'guide')
    expect(once.ok && once.value.joints[0]!.freedoms).toEqual([
      { name: 's', lower: '-40 mm', upper: '5 mm', rest: '0 mm' },
    ])
    expect(once.ok && once.value.poses![0]!.values[0]!.value).toBe('-2 mm')
    expect(once.ok && once.value.datums).toHaveLength(2)
    const twice = countOtherWay((once as { value: MechanismDocument }).value, 'guide')
    expect(twice.ok && twice.value.joints[0]!.freedoms).toEqual(before.joints[0]!.freedoms)
  })

  it('leaves a datum that something else uses as it is', () => {
    const before = machine('prismatic')
    before.probes.push({
      id: 'tip',
      name: 'Tip',
      kind: 'datum-position',
      datum: before.joints[0]!.to,
      along: 'x',
    })
    const after = countOtherWay(before, 'guide')
    expect(after.ok && after.value.datums).toHaveLength(3)
  })

  it('is refused where a joint moves in several directions', () => {
    const document = machine('revolute')
    document.joints[0]!.kind = 'planar'
    document.joints[0]!.freedoms = []
    expect(countOtherWay(document, 'guide')).toMatchObject({
      ok: false,
      problems: [{ code: 'joint-direction', ids: ['guide'] }],
    })
  })
})

describe('what else gives positions', () => {
  it('is named, and nothing where there is nothing', () => {
    const document = machine('prismatic')
    expect(recountedWords(document, 'guide', 'now count from there')).toBe('')
    document.scenarios.push({
      id: 'push',
      name: 'Push',
      length: '1 s',
      frameRate: 60,
      drivers: [{ id: 'd', kind: 'moves', joint: 'guide', moves: [] }],
    })
    expect(recountedWords(document, 'guide', 'now count from there')).toBe(
      'Push (scenario) gives positions of it, which now count from there.',
    )
  })
})
