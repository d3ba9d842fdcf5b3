/** How fast a place where surfaces touch opens and slides, and how these rates change, of bodies that tumble: against differences. */
import { describe, expect, it } from 'vitest'
import { contactPairs, LieReader } from '../../src/contact/pairs'
import { isOfSurfaces } from '../../src/contact/surface-pairs'
import { SurfaceMeeting } from '../../src/dynamics/contact/surface-meeting'
import { MotionState } from '../../src/mechanism/state'
import { CornerOnFace } from '../../src/proximity/features/feature-place'
import { Sketch } from '../sketch'
import type { Point } from '../sketch'

/** Where the z axis of one box points, and whether it is the first one of the contact. */
type Case = readonly [Point, boolean]
const CASES: Case[] = [
  [[0.02, -0.03, 1], false],
  [[0.1, 1, 0.8], false],
  [[0.1, 1, 0.8], true],
]

const box = { width: '60 mm', depth: '40 mm', height: '50 mm' }

/** Two boxes, each on three slides and three hinges, so that every coordinate has a rate that can be given. */
function boxes([turned, isBack]: Case): Sketch {
  const sketch = new Sketch(1)
  const axes: Point[] = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ]
  for (const id of ['a', 'b']) {
    let before = 'ground'
    for (const [k, axis] of axes.entries()) {
      sketch.body(`${id}${k}`).slide(`${id}-slide${k}`, before, `${id}${k}`, [0, 0, 0], axis)
      before = `${id}${k}`
    }
    for (const [k, axis] of axes.entries()) {
      const next = k === 2 ? id : `${id}${k + 3}`
      sketch.body(next).hinge(`${id}-turn${k}`, before, next, [0, 0, 0], { axis })
      before = next
    }
  }
  sketch.part('one', 'box', 'a', [0, 0, 0], box)
  sketch.part('other', 'box', 'b', [0.01, 0.005, 0.05], box, { axis: turned, zero: [0.2, 1, 0.1] })
  return isBack ? sketch.contact('touch', 'b', 'a') : sketch.contact('touch', 'a', 'b')
}

describe.each(CASES)('boxes, one turned to %j', (...turned) => {
  const { mechanism } = boxes(turned).open()
  const [pair] = contactPairs(mechanism).filter(isOfSurfaces)
  const state = new MotionState(mechanism)
  const moveTo = (t: number) => {
    for (let link = 1; link < mechanism.links; link++) {
      const [v, a] = [0.05 * Math.sin(3 * link), 0.4 * Math.cos(5 * link)]
      const unit = link % 6 > 2 || link % 6 === 0 ? 10 : 1
      state.q[link] = mechanism.home[link]! + unit * (v * t + (a * t * t) / 2)
      state.rate[link] = unit * (v + a * t)
      state.acceleration[link] = unit * a
    }
    state.place(state.all)
    state.spreadRates(state.all)
    state.spreadAccelerations(state.all)
  }
  moveTo(0)
  const places = pair!.finder.around(new LieReader().read(state, pair!), 0.03, [])
  const meetings = places.map((touch) => new SurfaceMeeting(pair!, touch))

  it('meet in some places', () => {
    expect(meetings.length).toBeGreaterThan(0)
  })

  it('open and slide as differences say', () => {
    const h = 1e-5
    for (const meeting of meetings) {
      const at = (t: number) => {
        moveTo(t)
        meeting.place(state)
        meeting.readRates(state)
        meeting.readChanges(state)
        const along = (one: number, other: number) =>
          [3, 4, 5].map((k) => one * meeting.alongTangent[k]! + other * meeting.alongSide![k]!)
        const { gap, gapRate, gapChange, slipRate, sideRate, slipChange, sideChange } = meeting
        return {
          ...{ gap, gapRate, gapChange, normal: meeting.alongNormal.slice(3) },
          sliding: along(slipRate, sideRate),
          change: along(slipChange, sideChange),
        }
      }
      const [before, now, after] = [at(-h), at(0), at(h)]
      expect(now.gapRate).toBeCloseTo((after.gap - before.gap) / (2 * h), 7)
      expect(now.gapChange).toBeCloseTo((after.gapRate - before.gapRate) / (2 * h), 6)
      const slopes = now.sliding.map((__, k) => (after.sliding[k]! - before.sliding[k]!) / (2 * h))
      const outwards = slopes.reduce((sum, slope, k) => sum + slope * now.normal[k]!, 0)
      now.change.forEach((change, k) => {
        expect(change).toBeCloseTo(slopes[k]! - outwards * now.normal[k]!, 6)
      })
    }
  })
})

it('boxes meet by corners over faces on both of them, and by sides that cross', () => {
  const kinds = new Set<string>()
  for (const turned of CASES) {
    const { mechanism } = boxes(turned).open()
    const [pair] = contactPairs(mechanism).filter(isOfSurfaces)
    const state = new MotionState(mechanism)
    state.q.set(mechanism.home)
    state.place(state.all)
    for (const place of pair!.finder.around(new LieReader().read(state, pair!), 0.03, []))
      kinds.add(place instanceof CornerOnFace ? `corner ${place.isOnA}` : 'sides')
  }
  expect([...kinds].sort()).toEqual(['corner false', 'corner true', 'sides'])
})
