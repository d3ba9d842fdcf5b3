/**
 * Planar linkages against their closed forms, over the whole cycle: position, velocity and acceleration.
 */
import { describe, expect, it } from 'vitest'
import { openModel, reportModel, runScenario } from '../../src'
import type { MechanismDocument, Take } from '../../src'
import { packetPusher } from '../../../demo/documents/packet-pusher'
import { walkingBeam } from '../../../demo/documents/walking-beam'
import { fourBar, sliderCrank } from './closed-forms'

const TOLERANCE = 1e-9

function takeOf(document: MechanismDocument): Take {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems.map((p) => p.message).join('\n'))
  const run = runScenario(model.value, document.scenarios[0].id)
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  return run.value.take()
}

/** Value, rate and acceleration of a coordinate at a frame. */
function reading(take: Take, key: string, frame: number): [number, number, number] {
  const columns = take.coordinateChannels.length
  const column = take.coordinateChannels.findIndex((channel) => channel.key === key)
  const at = frame * columns + column
  return [take.coordinates[at], take.coordinateRates[at], take.coordinateAccelerations[at]]
}

/** Largest difference over the take, relative to the largest expected value of the same order. */
function worst(
  take: Take,
  key: string,
  expected: (frame: number) => readonly [number, number, number],
): [number, number, number] {
  const error = [0, 0, 0]
  const size = [0, 0, 0]
  for (let frame = 0; frame < take.frames; frame++) {
    const want = expected(frame)
    reading(take, key, frame).forEach((value, k) => {
      error[k] = Math.max(error[k], Math.abs(value - want[k]))
      size[k] = Math.max(size[k], Math.abs(want[k]))
    })
  }
  return [error[0] / size[0], error[1] / size[1], error[2] / size[2]]
}

describe('crank-rocker four-bar of the walking beam', () => {
  // Norton, Design of Machinery: Freudenstein's equation for position, its derivatives for the rest (from memory,
  // confirmed by the loop equations below them in closed-forms.ts).
  const take = takeOf(walkingBeam)
  const crank = (frame: number) => reading(take, 'crank-shaft/angle', frame)

  it('turns for the whole run, more than two full turns', () => {
    expect(take.stopped).toBeNull()
    expect(take.frames).toBe(151)
    expect(crank(150)[0] - crank(0)[0]).toBeCloseTo(2 * Math.PI * (2.5 - 0.2), 12)
  })

  it('has the rocker angle, speed and acceleration of the closed form', () => {
    const errors = worst(
      take,
      'rocker-pivot/angle',
      (frame) => fourBar(0.16, 0.03, 0.16, 0.1, crank(frame)).rocker,
    )
    for (const error of errors) expect(error).toBeLessThan(TOLERANCE)
  })

  it('has the coupler angle, speed and acceleration of the closed form', () => {
    const errors = worst(take, 'crank-pin/angle', (frame) => {
      const theta = crank(frame)
      const { coupler } = fourBar(0.16, 0.03, 0.16, 0.1, theta)
      return [coupler[0] - theta[0], coupler[1] - theta[1], coupler[2] - theta[2]]
    })
    for (const error of errors) expect(error).toBeLessThan(TOLERANCE)
  })

  it('measures the joint that closes the loop just as exactly', () => {
    const errors = worst(take, 'rocker-pin/angle', (frame) => {
      const { rocker, coupler } = fourBar(0.16, 0.03, 0.16, 0.1, crank(frame))
      return [rocker[0] - coupler[0], rocker[1] - coupler[1], rocker[2] - coupler[2]]
    })
    for (const error of errors) expect(error).toBeLessThan(TOLERANCE)
  })

  it('carries the beam tip along the closed-form coupler curve', () => {
    // the tip stands at a fixed place of the coupler's plane
    const tip = (theta: readonly [number, number, number]): [number, number, number] => {
      const { coupler } = fourBar(0.16, 0.03, 0.16, 0.1, theta)
      const turn = (-36.5 * Math.PI) / 180
      const x = 0.08 + 0.13 * Math.cos(turn) - 0.082 * Math.sin(turn)
      const y = 0.13 * Math.sin(turn) + 0.082 * Math.cos(turn)
      const [a, da, dda] = theta
      const [b, db, ddb] = coupler
      const sb = Math.sin(b)
      const cb = Math.cos(b)
      return [
        0.03 * Math.sin(a) + x * sb + y * cb,
        0.03 * Math.cos(a) * da + (x * cb - y * sb) * db,
        0.03 * (Math.cos(a) * dda - Math.sin(a) * da * da) +
          (x * cb - y * sb) * ddb -
          (x * sb + y * cb) * db * db,
      ]
    }
    const error = [0, 0, 0]
    const size = [0, 0, 0]
    for (let frame = 0; frame < take.frames; frame++) {
      tip(crank(frame)).forEach((want, k) => {
        error[k] = Math.max(error[k], Math.abs(take.probes[3 * frame + k] - want))
        size[k] = Math.max(size[k], Math.abs(want))
      })
    }
    error.forEach((e, k) => expect(e / size[k]).toBeLessThan(TOLERANCE))
  })

  it('has mobility 1 and three redundant rows', () => {
    // common practice: a planar loop in space says three things twice
    const model = openModel(walkingBeam)
    if (!model.ok) throw new Error('the demo must open')
    expect(model.value.mobility).toMatchObject({ mobility: 1, coordinates: 3, rows: 5, rank: 2 })
    expect(model.value.mobility.redundant.map((row) => row.direction).sort()).toEqual([
      'slide along z',
      'tilt about x',
      'tilt about y',
    ])
    const { words, states } = reportModel(model.value, 'steady-walk')
    expect(words.line).toBe('Mobility 1 · driven 1 · fully determined')
    expect(words.redundancies).toBe('3 harmless redundancies')
    expect(states['crank-shaft']).toBe('drives')
    expect(states['rocker-pivot']).toBe('follows')
  })
})

describe('in-line slider-crank of the packet pusher', () => {
  // Norton, Design of Machinery, slider-crank position solution without offset; derivatives by hand.
  const take = takeOf(packetPusher)

  it('has the slide, speed and acceleration of the closed form', () => {
    expect(take.stopped).toBeNull()
    const errors = worst(take, 'pusher-slide/s', (frame) =>
      sliderCrank(0.03, 0.11, reading(take, 'crank-shaft/angle', frame), -0.14),
    )
    for (const error of errors) expect(error).toBeLessThan(TOLERANCE)
  })
})
