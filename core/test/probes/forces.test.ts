/** Probes of efforts, powers, reactions and energies, in prescribed and in free scenarios. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import { AllReactions } from '../../src/dynamics/all-reactions'
import { motionFingerprint } from '../../src/model/fingerprint'
import { forcesOf } from '../dynamics/prescribed'
import { rod, rodCrankRocker, weigh } from '../dynamics/free'
import { Sketch } from '../sketch'

function fourBar(): Sketch {
  const sketch = rodCrankRocker(1)
  sketch.document.scenarios[0].gravity = [0, -9.81, 0]
  return sketch
}

describe('a prescribed motion', () => {
  it('power that the motor brings in is what the energy gains', () => {
    const reader = fourBar()
      .motor('shaft', 7)
      .probe({ id: 'torque', kind: 'effort', joint: 'shaft' })
      .probe({ id: 'power', kind: 'power', joint: 'shaft' })
      .probe({ id: 'energy', kind: 'energy' })
      .solve()
    const n = reader.take.frames - 1
    const power = (k: number) => reader.probe('power', k)[0]
    const energy = (k: number) => reader.probe('energy', k)[0]
    expect(reader.probe('torque', 10)[0] * 7).toBeCloseTo(power(10), 12)
    // the integral over whole seconds, by the trapezium rule with its end correction
    let work = 0
    const h = reader.take.interval
    for (let k = 0; k < n; k++) work += (h * (power(k) + power(k + 1))) / 2
    const slope = (k: number, s: number) =>
      (s * (-3 * power(k) + 4 * power(k + s) - power(k + 2 * s))) / (2 * h)
    work -= (h * h * (slope(n, -1) - slope(0, 1))) / 12
    expect(Math.abs(work - (energy(n) - energy(0)))).toBeLessThan(2e-5)
  })

  it('is driven alike from a joint that closes a loop', () => {
    // a parallelogram, whose four joints turn alike
    const powers = ['left', 'knee', 'hip', 'right'].map((joint) => {
      const sketch = new Sketch(1)
        .body('a', 'b', 'c')
        .hinge('left', 'ground', 'a', [0, 0])
        .hinge('knee', 'b', 'a', [0.05, 0.1])
        .hinge('hip', 'b', 'c', [0.25, 0.1])
        .hinge('right', 'ground', 'c', [0.2, 0])
        .drive({ id: 'sway', kind: 'function', joint, position: '20 deg * sin(360 deg/s * t)' })
        .probe({ id: 'power', kind: 'power', joint })
      rod(sketch, 'a', 0.2, [0, 0, 0], [0.05, 0.1, 0])
      rod(sketch, 'b', 0.2, [0.05, 0.1, 0], [0.25, 0.1, 0])
      rod(sketch, 'c', 0.2, [0.2, 0, 0], [0.25, 0.1, 0])
      sketch.document.scenarios[0].gravity = [0, -9.81, 0]
      return sketch.solve().probe('power', 23)[0]
    })
    expect(Math.abs(powers[0])).toBeGreaterThan(0.01)
    for (const power of powers) expect(power).toBeCloseTo(powers[0], 10)
  })

  it('forces are read along axes of ground, of the joint and of any datum, and by their size', () => {
    const reader = fourBar()
      .motor('shaft', 0)
      .datum('askew', 'ground', [0, 0], { axis: [0, 0, 1], zero: [0, 1, 0] })
      .probe({ id: 'x', kind: 'joint-force', joint: 'pivot', along: 'x' })
      .probe({ id: 'y', kind: 'joint-force', joint: 'pivot', along: 'y' })
      .probe({ id: 'turned', kind: 'joint-force', joint: 'pivot', along: 'x', from: 'askew' })
      .probe({ id: 'size', kind: 'joint-force', joint: 'pivot' })
      .probe({ id: 'moment', kind: 'joint-moment', joint: 'pivot', along: 'z' })
      .solve()
    const value = (id: string) => reader.probe(id, 0)[0]
    expect(value('y')).toBeGreaterThan(1)
    expect(value('turned')).toBeCloseTo(value('y'), 12)
    expect(value('size')).toBeCloseTo(Math.hypot(value('x'), value('y')), 12)
    expect(value('moment')).toBeCloseTo(0, 12)
  })
})

describe('reactions of more joints than are needed', () => {
  it('are the least that fit, and say which parts are not unique', () => {
    // a bar with a pin at each end: pushed along itself, both pins share it
    const sketch = new Sketch()
      .body('bar')
      .hinge('left', 'ground', 'bar', [0, 0])
      .hinge('right', 'ground', 'bar', [0.4, 0])
    rod(sketch, 'bar', 2, [0, 0, 0], [0.4, 0, 0])
    const forces = forcesOf(sketch, [3, -9.81, 0])
    forces.at(0)
    const { mechanism, equations, state, redundant } = forces.solver
    expect(redundant.length).toBeGreaterThan(0)
    const all = new AllReactions(mechanism, equations, redundant)
    all.read(state, forces.inverse)
    for (const joint of [0, 1]) {
      expect(all.wrenches[6 * joint + 3]).toBeCloseTo(-3, 10)
      expect(all.wrenches[6 * joint + 4]).toBeCloseTo(9.81, 10)
      expect(all.isUnique(joint, Float64Array.of(0, 0, 0, 1, 0, 0))).toBe(false)
      expect(all.isUnique(joint, Float64Array.of(0, 0, 0, 0, 1, 0))).toBe(true)
    }
  })

  it('in the plane of a linkage they are unique, across it they are not', () => {
    const forces = forcesOf(fourBar().motor('shaft', 7), [0, 0, -9.81])
    forces.at(0.2)
    const { mechanism, equations, state, redundant } = forces.solver
    expect(redundant).toHaveLength(3)
    const all = new AllReactions(mechanism, equations, redundant)
    all.read(state, forces.inverse)
    const weight = 0.9 * 9.81
    expect(all.wrenches[5] + all.wrenches[6 * 3 + 5]).toBeCloseTo(weight, 9)
    for (const joint of [0, 1, 2, 3]) {
      expect(all.isUnique(joint, Float64Array.of(0, 0, 0, 1, 0, 0))).toBe(true)
      expect(all.isUnique(joint, Float64Array.of(0, 0, 0, 0, 0, 1))).toBe(false)
      expect(all.isUnique(joint, Float64Array.of(1, 0, 0, 0, 0, 0))).toBe(false)
    }
  })
})

describe('free motion', () => {
  it('effort of a motor by its line, force of a spring, and what a limit holds', () => {
    const sketch = new Sketch(0.3).body('block').slide('rail', 'ground', 'block', [0, 0, 0], [1, 0, 0])
    weigh(sketch, 'block', 0.5, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    sketch.datum('wall', 'ground', [-0.1, 0]).datum('eye', 'block', [0, 0])
    const spring = { id: 's', name: 'S', from: 'wall', to: 'eye', diameter: 0.01, wire: 0.001, coils: 10 }
    sketch.document.springs = [{ ...spring, stiffness: 200, freeLength: 0.08 }]
    sketch.document.joints[0].freedoms = [{ name: 's', lower: -0.02 }]
    const [scenario] = sketch.document.scenarios
    scenario.mode = 'free'
    scenario.loads = [{ id: 'push', name: 'Push', kind: 'effort', joint: 'rail', effort: -6 }] as AnyLoad[]
    const reader = sketch
      .probe({ id: 'pull', kind: 'spring-force', spring: 's' })
      .probe({ id: 'along', kind: 'effort', joint: 'rail' })
      .solve()
    expect(reader.probe('pull', 0)[0]).toBeCloseTo(4, 10)
    expect(reader.probe('along', 0)[0]).toBeCloseTo(-6, 10)
    const last = reader.take.frames - 1
    expect(reader.joint('rail', last)[0]).toBeCloseTo(-0.02, 10)
    // at its limit the stop carries the push: the spring is slack there
    expect(reader.probe('pull', last)[0]).toBeCloseTo(0, 8)
    expect(reader.probe('along', last)[0]).toBeCloseTo(-6, 8)
  })
})

describe('what decides a take', () => {
  it('masses, springs and loads do, once something reads forces or moves freely', () => {
    const text = (change: (sketch: Sketch) => void) => {
      const sketch = fourBar().motor('shaft', 7)
      change(sketch)
      return motionFingerprint(sketch.document, 'run')
    }
    const plain = text(() => undefined)
    expect(text((s) => weigh(s, 'crank', 5, [0, 0, 0], [0, 0, 0, 0, 0, 0]))).toBe(plain)
    const measured = (s: Sketch) => s.probe({ id: 'torque', kind: 'effort', joint: 'shaft' })
    expect(text((s) => weigh(measured(s), 'crank', 5, [0, 0, 0], [0, 0, 0, 0, 0, 0]))).not.toBe(
      text(measured),
    )
    const freely = (s: Sketch) => void (s.document.scenarios[0].mode = 'free')
    const heavier = (s: Sketch) => (freely(s), weigh(s, 'crank', 5, [0, 0, 0], [0, 0, 0, 0, 0, 0]))
    expect(text(heavier)).not.toBe(text(freely))
  })
})
