/** Datums made for their own sake: where they are, that joints stand on them, that they stay until they are deleted. */
import { describe, expect, it } from 'vitest'
import { addOwnDatum, copyTo, ORIGIN, removalOf } from '../../../src'
import type { DatumBase, MechanismDocument } from '../../../src'
import { validateDocument } from '../../../src/document/checks/validate'
import { draftJoint } from '../../../src/proposals/joining'
import { at, feature, framesOf, modelOf, posesOf, Workshop } from '../../workshop'

const machine = () =>
  new Workshop().body('base', 'plate').body('arm', 'link', { length: '100 mm' }, { position: [0.2, 0, 0.05] })
    .document

function made(document: MechanismDocument, name: string, base: DatumBase, shift = {}) {
  const draft = addOwnDatum(document, name, base, shift)
  if (!draft.ok) throw new Error(draft.problems[0]!.message)
  expect(validateDocument(draft.value.document).ok).toBe(true)
  return draft.value
}
const place = (frame: Float64Array) => [...frame.subarray(ORIGIN)].map((v) => Math.round(v * 1e9) / 1e9 + 0)

describe('an own datum', () => {
  it('is where it is typed, with z along the direction', () => {
    const { frame } = made(machine(), 'seat', {
      body: 'arm',
      at: { position: ['10 mm', '2 mm', '-1 mm'], axis: [0, 3, 0] },
    })
    expect(place(frame)).toEqual([0.01, 0.002, -0.001])
    expect([...frame.subarray(6, 9)]).toEqual([0, 1, 0])
  })

  it('is offset from a feature, and from another one, along their own axes', () => {
    const first = made(machine(), 'peg', { on: feature('arm', 'bore B') }, { offset: ['5 mm', 0, 0] })
    expect(place(first.frame)).toEqual([0.105, 0, 0])
    const pick = { name: 'peg', body: 'arm', on: first.datum }
    const second = made(first.document, 'peg', { on: pick }, { offset: [0, '2 mm', 0], turn: '90 deg' })
    expect(place(second.frame)).toEqual([0.105, 0.002, 0])
    // a name is given once on a body
    expect(second.document.datums.map(({ name }) => name)).toEqual(['peg', 'peg 2'])
  })

  it('is midway between two picks, and where an axis meets a plane', () => {
    const [a, b] = [feature('arm', 'bore A'), feature('arm', 'bore B')]
    expect(place(made(machine(), 'middle', { between: 'midpoint', a, b }).frame)).toEqual([0.05, 0, 0])
    const lid = at('arm', { position: ['20 mm', 0, '3 mm'] })
    const met = made(machine(), 'mouth', { between: 'intersection', a: b, b: lid })
    expect(place(met.frame)).toEqual([0.1, 0, 0.003])
  })

  it('is not between picks of two bodies', () => {
    const base: DatumBase = {
      between: 'midpoint',
      a: feature('arm', 'bore A'),
      b: feature('base', 'top'),
    }
    expect(addOwnDatum(machine(), 'x', base)).toMatchObject({ problems: [{ code: 'pick-elsewhere' }] })
  })

  it('carries joints, which go along when it is moved, and stays when they are deleted', () => {
    const { document, datum } = made(machine(), 'peg', { on: feature('arm', 'bore B') })
    const joined = draftJoint(document, posesOf(modelOf(document)), {
      kind: 'revolute',
      name: 'Pivot',
      first: { name: 'peg', body: 'arm', on: datum },
      second: feature('base', 'top'),
      flip: true,
    })
    if (!joined.ok) throw new Error(joined.problems[0]!.message)
    const whole = joined.value.document
    const [before] = framesOf(whole).get('arm')!.subarray(ORIGIN)
    const moved = structuredClone(whole)
    moved.datums.find(({ id }) => id === datum)!.offset = ['7 mm', 0, 0]
    expect(Math.abs(framesOf(moved).get('arm')![ORIGIN]! - before!)).toBeGreaterThan(0.001)

    const { document: left } = removalOf(whole, ['pivot'])
    expect(left.datums.map(({ id }) => id)).toEqual([datum])
    const { document: none, sentence } = removalOf(whole, [datum])
    expect(none.datums).toEqual([])
    expect(sentence).toBe('Deletes peg and also Pivot (joint).')
  })

  it('takes what it was placed by along when it is deleted', () => {
    const [a, b] = [feature('arm', 'bore A'), feature('arm', 'bore B')]
    const { document, datum } = made(machine(), 'middle', { between: 'midpoint', a, b })
    expect(document.datums).toHaveLength(3)
    expect(removalOf(document, [datum]).document.datums).toEqual([])
  })

  it('is copied with its body under its own name', () => {
    const { document } = made(machine(), 'peg', { on: feature('arm', 'bore B') })
    const frames = framesOf(document)
    const copied = copyTo(document, frames, ['arm'], [frames.get('base')!])
    expect(copied.document.datums.map(({ name, own }) => [name, own])).toEqual([
      ['peg', true],
      ['peg', true],
    ])
    expect(copied.document.datums[1]!.body).toBe(copied.ids[0])
  })

  it.each([
    ['itself', { on: 'peg' }, 'datum-circular'],
    ['a datum of another body', { on: 'elsewhere' }, 'datum-elsewhere'],
    ['two things', { on: 'elsewhere', at: {} }, 'datum-ambiguous'],
  ])('is not placed by %s', (_, fields, code) => {
    const document = machine()
    document.datums.push(
      { id: 'peg', name: 'peg', body: 'arm', own: true, ...fields },
      { id: 'elsewhere', name: 'elsewhere', body: 'base' },
    )
    expect(validateDocument(document)).toMatchObject({ ok: false, problems: [{ code }] })
  })
})
