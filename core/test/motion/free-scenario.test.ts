/** Scenarios that move freely: their take, energies, loads of every kind, and joints that drivers prescribe besides. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import { ENERGIES } from '../../src/motion/take'
import type { TakeReader } from '../sketch'
import { Sketch } from '../sketch'
import { G, rod, weigh } from '../dynamics/free'

function freely(sketch: Sketch, loads: readonly object[] = [], gravity = [0, -G, 0]): Sketch {
  const [scenario] = sketch.document.scenarios
  scenario.mode = 'free'
  scenario.gravity = gravity as [number, number, number]
  scenario.loads = loads.map((load, k) => ({ id: `load-${k}`, name: `Load ${k}`, ...load })) as AnyLoad[]
  return sketch
}

const balanceAt = (reader: TakeReader, frame: number): number => {
  const [kinetic, stored, lost, driven] = reader.take.energies.subarray(ENERGIES * frame)
  return kinetic + stored + lost - driven
}

const pendulum = (length = 1) =>
  rod(new Sketch(length).body('arm').hinge('pin', 'ground', 'arm', [0, 0]), 'arm', 2, [0, 0, 0], [0.3, 0, 0])

describe('a free scenario', () => {
  it('falls under gravity, frame by frame, with its energies', () => {
    const reader = freely(pendulum()).solve()
    const [angle, rate, acceleration] = reader.joint('pin', 0)
    expect(angle).toBe(0)
    expect(rate).toBe(0)
    expect(acceleration).toBeCloseTo((-1.5 * G) / 0.3, 10)
    for (let frame = 0; frame < reader.take.frames; frame++) {
      const [q, w] = reader.joint('pin', frame)
      // what it has fallen is what it turns with
      expect((w * w * 0.3) / 3).toBeCloseTo(-G * Math.sin(q), 7)
      expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 8)
    }
  })

  it('is the same at any frame rate', () => {
    const at = (rate: number) => {
      const sketch = freely(pendulum())
      sketch.document.scenarios[0].frameRate = rate
      const reader = sketch.solve()
      return reader.joint('pin', reader.take.frames - 1)
    }
    const [slow, fast] = [at(7), at(400)]
    slow.forEach((value, k) => expect(Math.abs(value - fast[k])).toBeLessThan(1e-7))
  })

  it('swings about a joint that is driven, whose driver brings work in', () => {
    // a slide that sways carries the pendulum
    const sketch = new Sketch(2)
      .body('cart', 'arm')
      .slide('rail', 'ground', 'cart', [0, 0, 0], [1, 0, 0])
      .hinge('pin', 'cart', 'arm', [0, 0])
      .drive({ id: 'sway', kind: 'function', joint: 'rail', position: '50 mm * sin(360 deg/s * t)' })
    weigh(sketch, 'cart', 1, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    rod(sketch, 'arm', 0.5, [0, 0, 0], [0, -0.2, 0])
    const reader = freely(sketch).solve()
    const last = reader.take.frames - 1
    expect(reader.joint('rail', last)[0]).toBeCloseTo(0.05 * Math.sin(4 * Math.PI), 12)
    expect(Math.abs(reader.joint('pin', 40)[0])).toBeGreaterThan(0.05)
    expect(Math.abs(reader.take.energies[ENERGIES * 40 + 3])).toBeGreaterThan(1e-3)
    for (const frame of [30, 77, last]) expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 8)
  })

  it('a motor by its line runs up to the speed at which its load and its torque agree', () => {
    // common practice: w = w_end (1 - exp(-t / T)), T = (J + n^2 Jr) w0 / (n^2 Ts), against a constant load torque
    const sketch = weigh(
      new Sketch(0.5).body('drum').hinge('shaft', 'ground', 'drum', [0, 0]),
      'drum',
      3,
      [0, 0, 0],
      [1e-3, 1e-3, 2e-3, 0, 0, 0],
    )
    const [ratio, stall, noLoad, rotor, load] = [10, 0.05, 300, 4e-6, 0.1]
    const reader = freely(sketch, [
      { kind: 'motor-line', joint: 'shaft', stall, noLoad, ratio, inertia: rotor },
      { kind: 'effort', joint: 'shaft', effort: -load },
    ]).solve()
    const inertia = 2e-3 + ratio * ratio * rotor
    const slope = (ratio * ratio * stall) / noLoad
    const end = (ratio * stall - load) / slope
    for (const frame of [3, 12, 30]) {
      const w = end * (1 - Math.exp((-slope / inertia) * reader.time(frame)))
      expect(Math.abs(reader.joint('shaft', frame)[1] - w)).toBeLessThan(1e-8 * end)
      expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 8)
    }
  })

  it('forces and torques over time push as their expressions say', () => {
    const sketch = new Sketch(1).body('block').slide('rail', 'ground', 'block', [0, 0, 0], [1, 0, 0])
    weigh(sketch, 'block', 0.5, [0, 0, 0], [0, 0, 0, 0, 0, 0]).datum('grip', 'block', [0, 0.1, 0])
    const reader = freely(sketch, [
      { kind: 'force', datum: 'grip', direction: [3, 4, 0], overTime: '10 N * sin(360 deg/s * t)' },
    ]).solve()
    const w = 2 * Math.PI
    for (const frame of [10, 33, 60]) {
      const t = reader.time(frame)
      expect(reader.joint('rail', frame)[0]).toBeCloseTo((6 / 0.5) * (t / w - Math.sin(w * t) / (w * w)), 9)
    }
  })

  it('a spring of the document acts once it has a stiffness', () => {
    const sketch = new Sketch(0.5).body('block').slide('rail', 'ground', 'block', [0, 0, 0], [1, 0, 0])
    weigh(sketch, 'block', 0.5, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    sketch.datum('wall', 'ground', [-0.1, 0]).datum('eye', 'block', [0, 0])
    const spring = { id: 's', name: 'S', from: 'wall', to: 'eye', diameter: 0.01, wire: 0.001, coils: 10 }
    sketch.document.springs = [{ ...spring, stiffness: '200 N/m', freeLength: '80 mm' }]
    const reader = freely(sketch).solve()
    const w = Math.sqrt(200 / 0.5)
    expect(reader.joint('rail', 20)[0]).toBeCloseTo(0.02 * (Math.cos(w * reader.time(20)) - 1), 9)
  })

  it('what cannot act is said with its place', () => {
    const problem = (load: object, more: (sketch: Sketch) => void = () => undefined) => {
      const sketch = freely(pendulum(), [load])
      more(sketch)
      try {
        sketch.open()
      } catch (error) {
        return String(error)
      }
      return ''
    }
    expect(problem({ kind: 'effort', joint: 'pin' })).toContain(
      'needs either its effort or how it is over time',
    )
    expect(problem({ kind: 'effort', joint: 'pin', effort: '3 N' })).toContain('is a force, not a torque')
    expect(problem({ kind: 'joint-spring', joint: 'pin', stiffness: -1 })).toContain('must not be negative')
    expect(problem({ kind: 'motor-line', joint: 'pin', stall: 0, noLoad: 1 })).toContain('more than zero')
    expect(problem({ kind: 'stop', joint: 'pin' })).toContain('has no limits')
    expect(problem({ kind: 'joint-friction', joint: 'pin', kinetic: 2, breakaway: 1 })).toContain('at least')
    expect(problem({ kind: 'effort', joint: 'nothing', effort: 1 })).toContain('nothing')
    expect(problem({ kind: 'magnet' })).toContain('kind')
  })

  it('a mass and an inertia that no body can have are told with their body, before the run', () => {
    const refusal = (mass: number, inertia: readonly number[]) => {
      const sketch = freely(weigh(pendulum(), 'arm', mass, [0.1, 0, 0], inertia))
      try {
        sketch.attempt()
      } catch (error) {
        return String(error)
      }
      return ''
    }
    expect(refusal(-1, [1, 1, 1, 0, 0, 0])).toContain('mass-negative: arm: its mass is -1')
    expect(refusal(1, [1, 1, 3, 0, 0, 0])).toContain('principal moments 1.00, 1.00, 3.00 kg m^2')
    expect(refusal(1, [1, 1, 1, 1.5, 0, 0])).toContain('inertia-impossible')
    // a thin plate, a slender rod and a point are the ends of what there is; one number is what people type for the plane
    for (const inertia of [
      [1, 1, 2, 0, 0, 0],
      [0, 1, 1, 0, 0, 0],
      [0, 0, 0, 0, 0, 0],
      [0, 0, 2, 0, 0, 0],
      [2, 2, 2, 0.5, 0.5, 0.5],
    ])
      expect(refusal(1, inertia)).toBe('')
  })

  it('a body without mass that can move stops the run with its name', () => {
    const sketch = new Sketch().body('arm').hinge('pin', 'ground', 'arm', [0, 0])
    const take = freely(sketch).attempt()
    expect(take.stopped).toMatchObject({ code: 'no-mass', ids: ['arm'] })
  })
})
