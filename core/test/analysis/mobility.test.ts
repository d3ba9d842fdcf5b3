/** Mobility by rank over a small catalogue, against counting by hand. */
import { describe, expect, it } from 'vitest'
import { openModel, reportModel } from '../../src'
import type { MechanismDocument, Model } from '../../src'
import { aboutZ, addBody, addJoint, addMotor, empty, fourBarDocument } from '../documents'

function open(document: MechanismDocument): Model {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems.map((p) => p.message).join(' '))
  return model.value
}

function chain(count: number): MechanismDocument {
  const document = empty()
  for (let k = 0; k < count; k++) {
    addBody(document, `arm${k}`, 0.1 * k, 0, 0)
    addJoint(
      document,
      'revolute',
      `hinge${k}`,
      [k ? `arm${k - 1}` : 'ground', k ? 0.1 : 0, 0],
      [`arm${k}`, 0, 0],
    )
  }
  return document
}

/** A parallelogram with `cranks` equal cranks between ground and one platform. */
function parallelogram(cranks: number): MechanismDocument {
  const document = empty()
  const angle = 1.1
  addBody(document, 'platform', 0.05 * Math.cos(angle), 0.05 * Math.sin(angle), 0)
  for (let k = 0; k < cranks; k++) {
    addBody(document, `crank${k}`, 0.06 * k, 0, angle)
    addJoint(document, 'revolute', `foot${k}`, ['ground', 0.06 * k, 0], [`crank${k}`, 0, 0])
    addJoint(document, 'revolute', `head${k}`, [`crank${k}`, 0.05, 0], ['platform', 0.06 * k, 0])
  }
  return document
}

describe('mobility', () => {
  // common practice: Kutzbach-Gruebler in space, with the three redundancies of every planar loop
  it.each<[string, MechanismDocument, number, number]>([
    ['an open chain of 5 hinges', chain(5), 5, 0],
    ['a four-bar', fourBarDocument(0.16, 0.04, 0.15, 0.09), 1, 3],
    ['a triangle of hinged bars', fourBarDocument(0.1, 0.0999, 0.1, 0.1999), 1, 3],
    ['a parallelogram', parallelogram(2), 1, 3],
    // Kutzbach: 3 loops fewer freedoms than counted; the third crank is redundant once more (known exception)
    ['a parallelogram with a third crank', parallelogram(3), 1, 7],
  ])('of %s', (_, document, mobility, redundant) => {
    const found = open(document).mobility
    expect(found.mobility).toBe(mobility)
    expect(found.redundant).toHaveLength(redundant)
  })

  it('of a body that nothing holds is 6, and it is named', () => {
    const document = empty()
    addBody(document, 'packet', 0.1, 0.2, 0.3)
    expect(open(document).mobility).toMatchObject({ mobility: 6, floating: ['packet'] })
  })

  it('counts a rigid joint as none and a slide as one', () => {
    const document = empty()
    addBody(document, 'slide', 0.1, 0, 0)
    addBody(document, 'cap', 0.1, 0.05, 0)
    addJoint(document, 'prismatic', 'rail', ['ground', 0, 0], ['slide', 0, 0])
    addJoint(document, 'rigid', 'weld', ['slide', 0, 0.05], ['cap', 0, 0])
    const model = open(document)
    expect(model.mobility.mobility).toBe(1)
    expect(reportModel(model, '').states).toEqual({ rail: 'parked', weld: 'holds' })
  })

  it('leaves suspended joints out', () => {
    const document = fourBarDocument(0.16, 0.04, 0.15, 0.09)
    document.joints[2].suspended = true
    const model = open(document)
    expect(model.mobility).toMatchObject({ mobility: 3, rows: 0 })
    expect(reportModel(model, '').states.eye).toBe('suspended')
  })

  it('is unchanged when a joint names its bodies the other way round', () => {
    const document = fourBarDocument(0.16, 0.04, 0.15, 0.09)
    for (const joint of document.joints) [joint.from, joint.to] = [joint.to, joint.from]
    expect(open(document).mobility).toMatchObject({ mobility: 1, rank: 2 })
  })
})

describe('what moves with what', () => {
  it('tells driving, following and parked joints apart', () => {
    const document = fourBarDocument(0.16, 0.04, 0.15, 0.09)
    addBody(document, 'gate', 0, 0, 0)
    addJoint(document, 'prismatic', 'gate-slide', ['ground', 0, 0], ['gate', 0, 0], aboutZ(0))
    addMotor(document, 'shaft', 'angle', '60 rpm')
    const { states, words, problem } = reportModel(open(document), 'run')
    expect(states).toEqual({
      shaft: 'drives',
      pin: 'follows',
      eye: 'follows',
      pivot: 'follows',
      'gate-slide': 'parked',
    })
    expect(words.line).toBe('Mobility 2 · driven 1 · 1 free motion left')
    expect(problem).toBeNull()
  })

  it('names a driver too many before anything is solved', () => {
    const document = fourBarDocument(0.16, 0.04, 0.15, 0.09)
    addMotor(document, 'shaft', 'angle', '60 rpm')
    addMotor(document, 'pivot', 'angle', '10 rpm')
    const { problem, states } = reportModel(open(document), 'run')
    expect(problem).toMatchObject({ code: 'driver-too-many', ids: ['pivot-motor', 'pivot'] })
    expect(problem?.message).toContain('pivot is driven already by way of shaft')
    expect(states.shaft).not.toBe('drives')
  })
})
