/** Dry friction and stops in free motion, against closed forms. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import { ENERGIES } from '../../src/motion/take'
import { weigh } from '../dynamics/free'
import { Sketch } from '../sketch'
import type { TakeReader } from '../sketch'

const balanceAt = ({ take }: TakeReader, frame: number): number => {
  const [kinetic, stored, lost, driven] = take.energies.subarray(ENERGIES * frame)
  return kinetic + stored + lost - driven
}

/** A block of mass 0.5 kg on a rail along x. */
function block(length: number, loads: readonly object[], gravity: readonly number[], limits = {}): Sketch {
  const sketch = new Sketch(length)
    .body('block')
    .join(
      'prismatic',
      'rail',
      'ground',
      'block',
      [0, 0, 0],
      { axis: [1, 0, 0] },
      { freedoms: [{ name: 's', ...limits }] },
    )
  weigh(sketch, 'block', 0.5, [0, 0, 0], [0, 0, 0, 0, 0, 0])
  const [scenario] = sketch.document.scenarios
  scenario.mode = 'free'
  scenario.gravity = [...gravity] as [number, number, number]
  scenario.loads = loads.map((load, k) => ({ id: `load-${k}`, name: `Load ${k}`, ...load })) as AnyLoad[]
  return sketch
}

describe('a mass on a spring with dry friction', () => {
  // Den Hartog, Mechanical Vibrations, section 8.3: every half swing loses 2 F / k of its height, and it stops inside F / k
  const [stiffness, kinetic, start] = [200, 1.3, 0.1]
  const fallen = kinetic / stiffness
  const w = Math.sqrt(stiffness / 0.5)
  const spring = { kind: 'joint-spring', joint: 'rail', stiffness, at: start }

  it('stops after the right number of half swings, where it should, and stays there', () => {
    const reader = block(2, [spring, { kind: 'joint-friction', joint: 'rail', kinetic }], [0, 0, 0]).solve()
    // it starts at 0, `start` away from where the spring is relaxed
    let height = start
    let half = 0
    while (height > fallen) {
      height -= 2 * fallen
      half++
    }
    expect(half).toBe(8)
    const rest = start + (half % 2 === 0 ? -1 : 1) * height
    const stopped = (half * Math.PI) / w
    const last = reader.take.frames - 1
    expect(reader.joint('rail', last)[0]).toBeCloseTo(rest, 10)
    for (let frame = 0; frame <= last; frame++) {
      const time = reader.time(frame)
      const [x, v] = reader.joint('rail', frame)
      if (time > stopped) {
        expect(Math.abs(x - reader.joint('rail', last)[0])).toBeLessThan(1e-15)
        expect(v).toBe(0)
        continue
      }
      const k = Math.floor((time * w) / Math.PI)
      const around = start + (k % 2 === 0 ? -1 : 1) * fallen
      const from = start + (k % 2 === 0 ? -1 : 1) * (start - 2 * fallen * k)
      expect(Math.abs(x - (around + (from - around) * Math.cos(w * time - k * Math.PI)))).toBeLessThan(1e-8)
      expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 9)
    }
  })

  it('does not move at all where the breakaway effort holds it', () => {
    const friction = { kind: 'joint-friction', joint: 'rail', kinetic: 1, breakaway: 20.5 }
    const reader = block(1, [spring, friction], [0, 0, 0]).solve()
    expect(reader.joint('rail', reader.take.frames - 1)).toEqual([0, 0, 0])
    const weaker = block(1, [spring, { ...friction, breakaway: 19.5 }], [0, 0, 0]).solve()
    expect(weaker.joint('rail', 20)[0]).toBeGreaterThan(0.01)
  })

  it('a growing push lets it go at the instant at which it is as large as the breakaway effort', () => {
    const loads = [
      { kind: 'joint-friction', joint: 'rail', kinetic: 1, breakaway: 2 },
      { kind: 'effort', joint: 'rail', overTime: '8 N/s * t' },
    ]
    const reader = block(0.6, loads, [0, 0, 0]).solve()
    const at = (time: number) => {
      // free from 0.25 s on: m a = 8 t - 1
      const s = time - 0.25
      return s < 0 ? 0 : (0.5 * s * s + (8 * s ** 3) / 6) / 0.5
    }
    for (const frame of [5, 14, 20, 36])
      expect(reader.joint('rail', frame)[0]).toBeCloseTo(at(reader.time(frame)), 10)
  })
})

describe('stops', () => {
  it('a block thrown at a stop comes back by its restitution, at the instants of its closed form, and comes to rest', () => {
    // common practice: falls of sqrt(2 h / g), then flights of 2 v / g that shrink by the restitution
    const [height, g, e] = [0.2, 9.81, 0.6]
    const loads = [{ kind: 'stop', joint: 'rail', restitution: e }]
    const reader = block(3, loads, [-g, 0, 0], { lower: -height }).solve()
    const fall = Math.sqrt((2 * height) / g)
    const speed = g * fall
    const at = (time: number): number => {
      if (time < fall) return -(g * time * time) / 2
      let begin = fall
      let v = e * speed
      while (time > begin + (2 * v) / g) {
        begin += (2 * v) / g
        v *= e
        if (v < 1e-9) return -height
      }
      const s = time - begin
      return -height + v * s - (g * s * s) / 2
    }
    for (let frame = 0; frame < reader.take.frames; frame++) {
      expect(Math.abs(reader.joint('rail', frame)[0] - at(reader.time(frame)))).toBeLessThan(1e-8)
      expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 8)
    }
    // all its bounces take fall (1 + e) / (1 - e)
    const last = reader.take.frames - 1
    expect(reader.time(last)).toBeGreaterThan((fall * (1 + e)) / (1 - e))
    expect(reader.joint('rail', last)[1]).toBe(0)
  })

  it('without restitution it stays on the stop, until it is pulled off', () => {
    const loads = [{ kind: 'effort', joint: 'rail', overTime: '20 N/s * t' }]
    const reader = block(0.8, loads, [-9.81, 0, 0], { lower: '0 mm' }).solve()
    const off = (0.5 * 9.81) / 20
    for (const frame of [0, 10, 14]) expect(reader.joint('rail', frame)).toEqual([0, 0, 0])
    const s = reader.time(40) - off
    expect(reader.joint('rail', 40)[0]).toBeCloseTo((20 * s ** 3) / 6 / 0.5, 9)
  })

  it('a stop that gives way is a spring beyond the limit', () => {
    const [g, stiffness] = [9.81, 5000]
    const reader = block(1, [{ kind: 'stop', joint: 'rail', stiffness }], [-g, 0, 0], {
      lower: -0.05,
    }).solve()
    const lowest = Math.min(
      ...Array.from({ length: reader.take.frames }, (_, k) => reader.joint('rail', k)[0]),
    )
    // m g (h + d) = k d^2 / 2
    const sag = (0.5 * g) / stiffness
    const depth = sag + Math.sqrt(sag * sag + 2 * sag * 0.05)
    expect(lowest).toBeLessThan(-0.05 - 0.5 * depth)
    expect(lowest).toBeGreaterThan(-0.05 - 1.0001 * depth)
    for (const frame of [20, 45, 60]) expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 8)
  })

  it('an impact on one joint of a chain moves the others by what their masses say', () => {
    // a double pendulum falling straight onto a stop at its shoulder: what the elbow gains follows from its own moment of momentum
    const sketch = new Sketch(0.5)
      .body('upper', 'fore')
      .join(
        'revolute',
        'shoulder',
        'ground',
        'upper',
        [0, 0],
        {},
        { freedoms: [{ name: 'angle', lower: '-20 deg' }] },
      )
      .hinge('elbow', 'upper', 'fore', [0.3, 0])
    weigh(sketch, 'upper', 1, [0.15, 0, 0], [0, 0, 0.01, 0, 0, 0])
    weigh(sketch, 'fore', 0.5, [0.4, 0, 0], [0, 0, 0.004, 0, 0, 0])
    const [scenario] = sketch.document.scenarios
    scenario.mode = 'free'
    scenario.gravity = [0, -9.81, 0]
    const reader = sketch.solve()
    const hit = Array.from({ length: reader.take.frames }, (_, k) => k).find(
      (k) => reader.joint('shoulder', k)[1] === 0 && k > 0,
    )!
    expect(reader.joint('shoulder', hit)[0]).toBeCloseTo((-20 * Math.PI) / 180, 9)
    // the fore-arm goes on with its moment of momentum about the elbow, which a blow at the shoulder does not change
    for (const frame of [hit - 1, hit, hit + 3])
      expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 8)
    expect(reader.take.energies[ENERGIES * hit + 2]).toBeGreaterThan(0.05)
  })
})
