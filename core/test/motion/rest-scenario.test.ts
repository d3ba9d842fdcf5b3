/** Scenarios from rest to rest, and those that start at rest. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import { Sketch } from '../sketch'
import { G, rod, weigh } from '../dynamics/free'

function under(sketch: Sketch, loads: readonly object[], fields: object): Sketch {
  const [scenario] = sketch.document.scenarios
  Object.assign(scenario, { gravity: [0, -G, 0], ...fields })
  scenario.loads = loads.map((load, k) => ({ id: `load-${k}`, name: `Load ${k}`, ...load })) as AnyLoad[]
  return sketch
}

/** 2 kg, 0.3 m; level at its zero, or hanging down. */
const arm = (length = 1) =>
  rod(new Sketch(length).body('arm').hinge('pin', 'ground', 'arm', [0, 0]), 'arm', 2, [0, 0, 0], [0.3, 0, 0])
const hanging = (length = 1) =>
  rod(new Sketch(length).body('arm').hinge('pin', 'ground', 'arm', [0, 0]), 'arm', 2, [0, 0, 0], [0, -0.3, 0])
const MOMENT = 2 * G * 0.15

describe('from rest to rest', () => {
  it('a torque that grows lifts an arm to where its weight holds it, at any frame rate', () => {
    const run = (frameRate: number) => {
      const sketch = under(hanging(), [{ kind: 'effort', joint: 'pin', overTime: '2 N m/s * t' }], {
        mode: 'rest',
        frameRate,
      })
      return sketch.probe({ id: 'pull', kind: 'joint-force', joint: 'pin' }).solve()
    }
    for (const rate of [60, 7]) {
      const reader = run(rate)
      for (let frame = 0; frame < reader.take.frames; frame++) {
        const [angle, speed, acceleration] = reader.joint('pin', frame)
        // M g c sin(angle) = torque
        const wanted = Math.asin((2 * reader.time(frame)) / MOMENT)
        expect(angle).toBeCloseTo(wanted, 9)
        expect([speed, acceleration]).toEqual([0, 0])
        expect(reader.probe('pull', frame)[0]).toBeCloseTo(2 * G, 9)
      }
    }
  })

  it('snaps where the equilibrium that it is in ends, and says so', () => {
    // a torque beyond the largest moment of the weight turns the arm over; a spring catches it
    const loads = [
      { kind: 'effort', joint: 'pin', overTime: '4 N m/s * t' },
      { kind: 'stop', joint: 'pin', restitution: 0 },
      { kind: 'joint-friction', joint: 'pin', viscous: '0.5 N m s/rad' },
    ]
    const sketch = under(hanging(), loads, { mode: 'rest' })
    sketch.document.joints[0].freedoms = [{ name: 'angle', upper: '170 deg' }]
    const reader = sketch.solve()
    const last = reader.take.frames - 1
    expect(reader.joint('pin', last)[0]).toBeCloseTo((170 * Math.PI) / 180, 9)
    const snap = MOMENT / 4
    const before = Math.floor(snap * 60)
    expect(reader.joint('pin', before)[0]).toBeLessThan(Math.PI / 2)
    expect(reader.joint('pin', before + 1)[0]).toBeCloseTo((170 * Math.PI) / 180, 9)
    expect(reader.take.notes).toEqual([expect.objectContaining({ code: 'snaps' })])
    expect(reader.take.notes[0].data!.time).toBeCloseTo(snap, 4)
  })
})

describe('a scenario that starts at rest', () => {
  it('begins where its loads balance, and stays there', () => {
    const spring = { kind: 'joint-spring', joint: 'pin', stiffness: '12 N m/rad', at: '20 deg' }
    for (const mode of ['free', 'kinematic']) {
      const reader = under(arm(0.5), [spring], { mode, startAtRest: true }).solve()
      const [angle] = reader.joint('pin', 0)
      expect(12 * ((20 * Math.PI) / 180 - angle)).toBeCloseTo(MOMENT * Math.cos(angle), 8)
      expect(reader.joint('pin', reader.take.frames - 1)[0]).toBeCloseTo(angle, 8)
    }
    const moving = under(arm(0.5), [spring], { mode: 'free' }).solve()
    expect(moving.joint('pin', 0)[0]).toBe(0)
  })
})

describe('friction from rest to rest', () => {
  const pulled = (kinetic: number, breakaway: number, frameRate: number) => {
    // a block on a spring, pulled harder and harder
    const sketch = new Sketch(1, frameRate)
      .body('block')
      .slide('rail', 'ground', 'block', [0, 0, 0], [1, 0, 0])
    weigh(sketch, 'block', 0.5, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    const loads = [
      { kind: 'joint-spring', joint: 'rail', stiffness: 100 },
      { kind: 'joint-friction', joint: 'rail', kinetic, breakaway },
      { kind: 'effort', joint: 'rail', overTime: '10 N/s * t' },
    ]
    return under(sketch, loads, { mode: 'rest', gravity: [0, 0, 0] }).solve()
  }

  it.each([60, 7, 11])(
    'sticks and slips by what it holds more than it has while it moves, at %i frames a second',
    (rate) => {
      const reader = pulled(1, 2, rate)
      const { take } = reader
      // it slips whenever the pull has grown by 2 N at first, then by 1 N beyond where it rests: to (pull - 1) / 100
      for (let frame = 0; frame < take.frames; frame++) {
        const pull = 10 * reader.time(frame)
        // at the very instant of a slip it is on either side of it
        if (Math.abs(pull - Math.round(pull)) < 1e-6) continue
        const slips = Math.floor(pull - 1)
        const at = slips < 1 ? 0 : slips / 100
        expect(reader.joint('rail', frame)[0]).toBeCloseTo(at, 6)
      }
    },
  )

  it('slides on evenly where it holds no more than that', () => {
    const reader = pulled(1, 1, 20)
    for (let frame = 0; frame < reader.take.frames; frame++) {
      const pull = 10 * reader.time(frame)
      expect(reader.joint('rail', frame)[0]).toBeCloseTo(Math.max(0, pull - 1) / 100, 6)
    }
  })
})
