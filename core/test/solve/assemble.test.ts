import { describe, expect, it } from 'vitest'
import { nearestDimension, openModel, reportModel } from '../../src'
import type { Motor } from '../../src'
import { walkingBeam } from '../../../shared/starting-points/walking-beam'
import { addBody, addJoint, empty, fourBarDocument } from '../documents'

const withCrank = (length: string) => {
  const document = structuredClone(walkingBeam)
  document.parts.find((part) => part.id === 'crank-plate')!.dimensions.length = length
  return document
}

describe('assembly', () => {
  it('closes the loop from a rough start and keeps the driven joint where it is', () => {
    const document = fourBarDocument(0.16, 0.04, 0.15, 0.09)
    document.bodies[2].pose!.orientation = [1, 0, 0, 0]
    document.bodies[3].pose!.orientation = [Math.cos(0.9), 0, 0, Math.sin(0.9)]
    document.scenarios = structuredClone(walkingBeam.scenarios)
    ;(document.scenarios[0].drivers[0] as Motor).joint = 'shaft'
    const model = openModel(document)
    const report = model.ok ? reportModel(model.value, 'steady-walk') : null
    // the crank keeps its home angle of 1 rad; the rocker angle is that of the closed form
    expect(report?.coordinates[0]).toBeCloseTo(1, 12)
    const exact = openModel(fourBarDocument(0.16, 0.04, 0.15, 0.09))
    const pivot = exact.ok ? reportModel(exact.value, '').coordinates[3] : NaN
    expect(report?.coordinates[3]).toBeCloseTo(pivot, 10)
  })

  it('that is out of reach names the joint, its bodies and the smallest gap', () => {
    // stretched out, the links leave 450 - 160 - 160 - 100 = 30 mm
    const model = openModel(withCrank('450 mm'))
    expect(model.ok ? [] : model.problems).toMatchObject([
      {
        code: 'cannot-assemble',
        message:
          'The mechanism cannot be assembled: Rocker pin stays 30.00 mm open between Coupler and Rocker at best.',
        ids: ['rocker-pin', 'coupler', 'rocker'],
      },
    ])
  })

  it('finds the longest crank that still closes', () => {
    const nearest = nearestDimension(walkingBeam, withCrank('450 mm'), 5, 'length')
    const part = walkingBeam.parts.findIndex((p) => p.id === 'crank-plate')
    expect(part).toBe(4)
    expect(nearest).toMatchObject({ bound: 'shortest' })
    expect(nearestDimension(walkingBeam, withCrank('450 mm'), part, 'length')).toEqual({
      length: expect.closeTo(0.42, 5),
      bound: 'longest',
    })
  })

  it('does not take axes that point against each other for a closed joint', () => {
    const document = empty()
    addBody(document, 'arm', 0, 0, 0)
    addJoint(document, 'rigid', 'hold', ['ground', 0, 0], ['arm', 0, 0])
    addJoint(document, 'revolute', 'second', ['ground', 0.1, 0], ['arm', 0.1, 0])
    document.datums.find((d) => d.id === 'second-to')!.flip = true
    const model = openModel(document)
    expect(model.ok ? '' : model.problems[0].message).toContain('axes pointing against each other')
  })

  it('says by how much two rigid joints contradict each other', () => {
    const document = empty()
    addBody(document, 'arm', 0, 0, 0)
    addJoint(document, 'rigid', 'hold', ['ground', 0, 0], ['arm', 0, 0])
    addJoint(document, 'rigid', 'again', ['ground', 0.1, 0], ['arm', 0.1004, 0])
    const model = openModel(document)
    expect(model.ok ? '' : model.problems[0].message).toContain('again stays 0.40 mm open')
  })
})
