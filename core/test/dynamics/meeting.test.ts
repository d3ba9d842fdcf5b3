/** How fast a place where two moving bodies touch opens and slides, and how these rates change: against differences. */
import { describe, expect, it } from 'vitest'
import { isOfOutlines } from '../../src/contact/outline-pairs'
import { contactPairs, LieReader } from '../../src/contact/pairs'
import { OutlineMeeting } from '../../src/dynamics/contact/outline-meeting'
import { MotionState } from '../../src/mechanism/state'
import { Sketch } from '../sketch'
import type { Flat } from '../sketch'

const PARTS: Record<string, (sketch: Sketch, id: string, at: Flat) => Sketch> = {
  disc: (sketch, id, at) =>
    sketch.part(`${id}-part`, 'cylinder', id, at, { diameter: '60 mm', length: '8 mm' }),
  box: (sketch, id, at) =>
    sketch.part(`${id}-part`, 'box', id, at, { width: '60 mm', depth: '40 mm', height: '8 mm' }),
  cam: (sketch, id, at) => sketch.part(`${id}-part`, 'cam', id, at, {}),
  lever: (sketch, id, at) => sketch.part(`${id}-part`, 'lever', id, at, { length: '60 mm' }),
}

const RATES = [0.31, -0.42, 1.7, -0.23, 0.54, -2.3]
const CHANGES = [1.3, -0.7, 4.1, 2.2, 0.9, -3.7]

describe.each(Object.keys(PARTS))('a %s', (one) => {
  it.each(Object.keys(PARTS))('that touches a %s', (other) => {
    const sketch = new Sketch(1)
    const places: [string, string, Flat][] = [
      ['a', one, [0, 0]],
      ['b', other, [0.043, 0.021]],
    ]
    for (const [id, kind, at] of places) {
      sketch.body(id).join('planar', `${id}-plane`, 'ground', id, at)
      PARTS[kind]!(sketch, id, at)
    }
    const { mechanism } = sketch.contact('touch', 'a', 'b').open()
    const [pair] = contactPairs(mechanism).filter(isOfOutlines)
    const state = new MotionState(mechanism)
    const start = mechanism.home.slice()
    start[3] = 0.3
    start[6] = -0.4
    const moveTo = (t: number) => {
      for (let link = 1; link < mechanism.links; link++) {
        const [v, a] = [RATES[link - 1]!, CHANGES[link - 1]!]
        state.q[link] = start[link]! + v * t + (a * t * t) / 2
        state.rate[link] = v + a * t
        state.acceleration[link] = a
      }
      state.place(state.all)
      state.spreadRates(state.all)
      state.spreadAccelerations(state.all)
    }
    moveTo(0)
    const reader = new LieReader()
    const touches = pair!.finder.around(reader.read(state, pair!), 0.06, [])
    expect(touches.length).toBeGreaterThan(0)
    const h = 1e-5
    for (const touch of touches) {
      const meeting = new OutlineMeeting(pair!, touch)
      const at = (t: number) => {
        moveTo(t)
        meeting.place(state)
        meeting.readRates(state)
        meeting.readChanges(state)
        const { gap, gapRate, slipRate, gapChange, slipChange } = meeting
        return { gap, gapRate, slipRate, gapChange, slipChange }
      }
      const [before, now, after] = [at(-h), at(0), at(h)]
      const slope = (key: keyof typeof now) => (after[key] - before[key]) / (2 * h)
      expect(Math.abs(now.gapRate - slope('gap'))).toBeLessThan(1e-6)
      expect(Math.abs(now.gapChange - slope('gapRate'))).toBeLessThan(1e-5 * (1 + Math.abs(now.gapChange)))
      expect(Math.abs(now.slipChange - slope('slipRate'))).toBeLessThan(1e-5 * (1 + Math.abs(now.slipChange)))
    }
  })
})
