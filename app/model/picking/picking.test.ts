/** Datums that placed parts offer by name, and the place midway between two picked faces. */
import { describe, expect, it } from 'vitest'
import { identityFrame, moved, ORIGIN } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import { midwayOf } from './midway'
import { namedDatumsOf } from './named-datums'
import type { NamedDatum } from './named-datums'

const link = { length: '80 mm', width: '20 mm', thickness: '6 mm', bore: '8 mm' }
const document: MechanismDocument = {
  format: 'ligamen/mechanism',
  version: 1,
  name: 'Lift table',
  parts: [{ id: 'link', name: 'Link', shape: 'link', dimensions: link, colour: '#888888' }],
  bodies: [
    { id: 'base', name: 'Base', grounded: true, parts: [] },
    {
      id: 'riser',
      name: 'Riser',
      parts: [{ id: 'riser-placed', part: 'link', at: { position: [0.1, 0, 0] } }],
    },
    {
      id: 'brace',
      name: 'Brace',
      parts: [
        { id: 'one', part: 'link', at: { position: [0, 0, 0] } },
        { id: 'two', part: 'link', at: { position: [0, 0, 0] } },
      ],
    },
  ],
  datums: [],
  joints: [],
  probes: [],
  scenarios: [],
}
const namedOf = (body: string) =>
  namedDatumsOf(
    document,
    document.bodies.find(({ id }) => id === body)!,
  )

describe('datums by name', () => {
  it('are those of the placed part, on its body', () => {
    const named = namedOf('riser')
    expect(named.map(({ words }) => words)).toContain('bore B of Riser')
    const { frame, pick } = named.find(({ pick }) => pick.name === 'bore B')!
    expect(frame[ORIGIN]).toBeCloseTo(0.18, 12)
    expect(pick).toEqual({
      name: 'bore B',
      body: 'riser',
      feature: { placed: 'riser-placed', name: 'bore B' },
    })
  })

  it('say which part they are of where a body has several, and are none of a body without parts', () => {
    expect(namedOf('brace').filter(({ words }) => words === 'bore B of Link of Brace')).toHaveLength(2)
    expect(namedOf('base')).toEqual([])
  })

  it('are none where a part cannot be made', () => {
    const broken = structuredClone(document)
    broken.parts[0]!.dimensions = { ...link, bore: '90 mm' }
    expect(namedDatumsOf(broken, broken.bodies[1]!)).toEqual([])
  })
})

describe('midway', () => {
  const face = (body: string, name: string, x: number): NamedDatum => ({
    pick: { name, body },
    frame: x === 0 ? identityFrame() : moved([x, 0.2, 0]),
    words: name,
  })

  it('is in the middle of two faces, turned as the first', () => {
    const between = midwayOf(face('riser', 'left', 0), face('riser', 'right', 0.1))
    expect(between.ok && [...between.value.frame.subarray(ORIGIN)]).toEqual([0.05, 0.1, 0])
    expect(between.ok && between.value.words).toBe('midway between left and right')
  })

  it('is refused between faces of two bodies', () => {
    const between = midwayOf(face('riser', 'left', 0), face('brace', 'right', 0.1))
    expect(between).toMatchObject({ ok: false, problems: [{ code: 'pick-nothing' }] })
  })
})
