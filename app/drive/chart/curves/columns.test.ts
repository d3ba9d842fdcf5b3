import { describe, expect, it } from 'vitest'
import type { AnyDriver, MechanismDocument, Take } from '@ligamen/core'
import { driverColumn, drivenDimension, onJoint, probeColumn } from './columns'

const channel = (joint: string, freedom: string, dimension: string) => ({
  key: `${joint}.${freedom}`,
  name: joint,
  dimension,
  coordinate: { joint, freedom },
})
/** Two frames of a hinge, a tube that slides and turns, and one probe. */
const take = {
  frames: 2,
  coordinateChannels: [
    channel('shaft', 'angle', 'angle'),
    channel('tube', 'slide', 'length'),
    channel('tube', 'turn', 'angle'),
  ],
  coordinates: Float64Array.from([1, 2, 3, 4, 5, 6]),
  coordinateRates: new Float64Array(6),
  coordinateAccelerations: new Float64Array(6),
  coordinateThirds: new Float64Array(0),
  energies: new Float64Array(0),
  forceMarks: [],
  forces: new Float64Array(0),
  notes: [],
  probeChannels: [{ key: 'lift', name: 'Lift', dimension: 'length' }],
  probes: Float64Array.from([7, 8, 9, 10, 11, 12]),
} as unknown as Take

const document = {
  mates: [
    { id: 'tilt', kind: 'angle' },
    { id: 'gap', kind: 'distance' },
  ],
  relations: [{ id: 'mesh', kind: 'gear', a: { joint: 'shaft' }, b: { joint: 'tube' } }],
} as unknown as MechanismDocument

const motor = (on: object) => ({ id: 'm', kind: 'motor', speed: '1 rpm', ...on }) as unknown as AnyDriver

const read = (driver: AnyDriver) => {
  const column = driverColumn(take, driver)
  if (!column) return null
  const { values, stride, first, frames } = column.samples
  return Array.from({ length: frames }, (_, k) => values[first + k * stride])
}

describe('the column of a driver', () => {
  it('is that of its coordinate, found without a name where the joint has one freedom', () => {
    expect(read(motor({ joint: 'shaft' }))).toEqual([1, 4])
    expect(read(motor({ joint: 'tube', freedom: 'turn' }))).toEqual([3, 6])
  })

  it('is none where the freedom is missing, or it drives no joint', () => {
    expect(read(motor({ joint: 'tube' }))).toBeNull()
    expect(read(motor({ joint: 'gone' }))).toBeNull()
    expect(read(motor({ mate: 'gap' }))).toBeNull()
  })
})

describe('what a driver prescribes', () => {
  const of = (on: object) => drivenDimension(document, take.coordinateChannels, motor(on))

  it('is a length or an angle by its joint, its mate, or the input of its relation', () => {
    expect(of({ joint: 'shaft' })).toBe('angle')
    expect(of({ joint: 'tube', freedom: 'slide' })).toBe('length')
    expect(of({ mate: 'tilt' })).toBe('angle')
    expect(of({ mate: 'gap' })).toBe('length')
    expect(of({ relation: 'mesh' })).toBe('angle')
    expect(of({ kind: 'path' })).toBe('length')
  })

  it('of a relation is drawn as its input, and anything else is left as it is', () => {
    expect(onJoint(document, motor({ relation: 'mesh' }))).toMatchObject({ joint: 'shaft' })
    const own = motor({ joint: 'tube', freedom: 'turn' })
    expect(onJoint(document, own)).toBe(own)
    expect(onJoint(null, own)).toBe(own)
  })
})

it('a probe has its value, rate and acceleration side by side', () => {
  const column = probeColumn(take, 'lift')!
  expect([column.samples.first, column.rates.first, column.accelerations.first]).toEqual([0, 1, 2])
  expect(column.samples.stride).toBe(3)
  expect(column.dimension).toBe('length')
  expect(probeColumn(take, 'gone')).toBeNull()
})
