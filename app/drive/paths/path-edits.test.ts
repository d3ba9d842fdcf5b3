import { describe, expect, it } from 'vitest'
import { moved } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import type { NamedDatum } from '~/model/picking/named-datums'
import type { Course } from './path-draft'
import { changePath, driveAlongNew, nameForPath } from './path-edits'

const line: Course = {
  kind: 'line',
  points: [
    ['0 mm', '0 mm', '0 mm'],
    ['50 mm', '0 mm', '0 mm'],
  ],
}
const draft = () => structuredClone(walkingBeam) as MechanismDocument

function driven(course = line) {
  const document = draft()
  const body = document.bodies.find(({ grounded }) => !grounded)!
  const follower = {
    pick: { name: 'Tip', body: body.id, at: { at: ['0 mm', '0 mm', '0 mm'] } },
    frame: moved([0, 0, 0]),
    words: 'tip',
  } as unknown as NamedDatum
  const name = nameForPath(document, body.name)
  const scenario = document.scenarios[0]!
  const driver = driveAlongNew(
    document,
    scenario.id,
    { name, follower, course, oriented: false, start: moved([0.1, 0, 0]) },
    null,
  )
  return { document, body, name, driver, scenario }
}

describe('a path that was given', () => {
  it('drives its follower along a new path of its own name', () => {
    const { document, body, name, driver, scenario } = driven()
    expect(name).toBe(`Path of ${body.name}`)
    expect(document.paths).toMatchObject([{ name, ...line }])
    expect(scenario.drivers.find(({ id }) => id === driver)).toMatchObject({ path: document.paths![0]!.id })
    expect(nameForPath(document, body.name)).toBe(`${name} 2`)
  })

  it('drives nothing, and adds nothing, along what is no path yet', () => {
    const { document, driver } = driven({ ...line, points: line.points.slice(0, 1) })
    expect([driver, document]).toEqual([null, walkingBeam])
  })

  it('changes one that is there, which keeps its name and is open again when it no longer closes', () => {
    const { document } = driven()
    const { id, name, datum } = document.paths![0]!
    changePath(document, id, { ...line, kind: 'polyline', closed: true })
    changePath(document, id, line)
    expect(document.paths![0]).toEqual({ id, name, datum, ...line })
    changePath(document, 'missing', { ...line, closed: true })
    expect(document.paths).toEqual([{ id, name, datum, ...line }])
  })
})
