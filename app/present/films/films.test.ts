/** What a film is made as: its frames, and what is wrong with a choice before it costs time. */
import { describe, expect, it } from 'vitest'
import { Pace } from './pace'
import { frameCount, frameTimes } from './protocol'
import type { FilmPlan, FilmSettings } from './protocol'
import { filmFault, outsideFault, sizeOf } from './settings'

const usual: FilmSettings = {
  format: 'mp4',
  width: 1280,
  height: 720,
  rate: 30,
  speed: 1,
  quality: 'good',
  samples: 4,
  look: 'drawing',
}
const whole = { scenario: 'cycle', from: 0, to: 10 }
const fault = (more: Partial<FilmSettings>, stretches = [whole], room = Infinity) =>
  filmFault({ stretches, settings: { ...usual, ...more } }, room)

describe('frames of a film', () => {
  it('are as many as its length asks for, each at a time of its own', () => {
    expect(frameTimes(whole, usual)).toHaveLength(300)
    const slow = frameTimes({ ...whole, from: 2, to: 3 }, { ...usual, speed: 0.25 })
    expect(slow).toHaveLength(120)
    expect(new Set(slow).size).toBe(120)
    expect(slow[0]).toBe(2)
    expect(slow[119]).toBeCloseTo(3 - 0.25 / 30, 12)
    expect(frameTimes(whole, { ...usual, speed: 2 })).toHaveLength(150)
    expect(frameTimes({ ...whole, from: 1, to: 1.001 }, usual)).toHaveLength(1)
    const both = [whole, { scenario: 'home', from: 0, to: 0.5 }]
    expect(frameCount({ stretches: both, settings: usual })).toBe(315)
  })
})

describe('what is wrong with a choice', () => {
  it('is said before it costs time', () => {
    expect(fault({})).toBe('')
    expect(fault({}, [{ ...whole, to: 0 }])).toContain('end after it starts')
    expect(fault({}, [])).toContain('at least one scenario')
    expect(fault({ width: 1281 })).toContain('use 1282 x 720')
    expect(fault({ width: 1281, format: 'webm' })).toBe('')
    expect(fault({ width: 7680, height: 4320 })).toContain('3840 pixels')
    expect(fault({ format: 'gif' })).toBe('')
    expect(fault({ format: 'gif', rate: 60 })).toContain('no more than 50 pictures a second')
    expect(fault({ rate: 60 }, [{ ...whole, to: 3600 }])).toContain('216000 frames')
    expect(fault({}, [whole], 1e6)).toContain('this browser has 1.0 MB left')
  })

  it('an instant outside of the scenario is refused', () => {
    expect(outsideFault(0, 2)).toBe('')
    expect(outsideFault(1.9999999, 1.99999990001)).toBe('')
    for (const time of [-1, 2.5]) expect(outsideFault(time, 2)).toContain('from 0 s to 2.000 s')
  })

  it('sizes are read as people write them', () => {
    expect(sizeOf('1280 x 720')).toEqual({ width: 1280, height: 720 })
    expect(sizeOf('640×480')).toEqual({ width: 640, height: 480 })
    expect(sizeOf('wide')).toBe(null)
  })
})

it('how long a film takes is told once a few frames are drawn, and anew for what comes after them', () => {
  const pace = new Pace()
  const plan = {} as FilmPlan
  const left = (phase: 'drawing' | 'writing', done: number, now: number) =>
    pace.noted(plan, phase, { done, total: 100 }, now).left
  // goes on with a film of which 20 frames are there
  expect(left('drawing', 21, 1000)).toBe(null)
  expect(left('drawing', 23, 2000)).toBe(null)
  expect(left('drawing', 31, 6000)).toBeCloseTo((5 / 10) * 69, 9)
  expect(left('writing', 1, 9000)).toBe(null)
  expect(left('writing', 11, 10_000)).toBeCloseTo((1 / 10) * 89, 9)
})
