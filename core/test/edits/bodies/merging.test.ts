import { describe, expect, it } from 'vitest'
import { mergeMechanism, openModel, runScenario } from '../../../src'
import { validateDocument } from '../../../src/document/checks/validate'
import { addMotor, fourBarDocument } from '../../documents'

describe('a mechanism brought into another one', () => {
  const beam = fourBarDocument(0.1, 0.03, 0.09, 0.07)
  addMotor(beam, 'shaft', 'angle', '60 rpm')

  it('moves there as it did alone, beside what was there, also when it is the same one', () => {
    const { document, bodies } = mergeMechanism(beam, beam)
    expect(validateDocument(document)).toMatchObject({ ok: true })
    expect(bodies).toHaveLength(beam.bodies.length)
    const model = openModel(document)
    if (!model.ok) throw new Error(model.problems[0].message)
    expect(model.value.mobility.mobility).toBe(2)
    const [first, second] = document.scenarios
    expect(second.name).not.toBe(first.name)
    const ends = [first, second].map(({ id }) => {
      const run = runScenario(model.value, id)
      if (!run.ok) throw new Error(run.problems[0].message)
      run.value.advance(Infinity)
      return [...run.value.take().coordinates.slice(-8)]
    })
    // the same motion in its own half of the columns
    expect(ends[1].slice(4)).toEqual(ends[0].slice(0, 4).map((q) => expect.closeTo(q, 9) as number))
  })

  it('leaves the document that it was brought into as it was', () => {
    const before = structuredClone(beam)
    mergeMechanism(beam, beam)
    expect(beam).toEqual(before)
  })
})
