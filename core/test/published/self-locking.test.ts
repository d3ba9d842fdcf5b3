/** Friction from the force that a joint carries: screws, ropes round drums, journals and blocks on slopes against closed forms. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import { ENERGIES } from '../../src/motion/take'
import { G, rod, weigh } from '../dynamics/free'
import { Sketch } from '../sketch'
import type { TakeReader } from '../sketch'

type Three = [number, number, number]

function loaded(
  sketch: Sketch,
  gravity: Three,
  loads: readonly object[],
  mode: 'free' | 'kinematic' = 'free',
): Sketch {
  const [scenario] = sketch.document.scenarios
  scenario.mode = mode
  scenario.gravity = gravity
  scenario.loads = loads.map((load, k) => ({ id: `load-${k}`, name: `Load ${k}`, ...load })) as AnyLoad[]
  return sketch
}

const balanceAt = ({ take }: TakeReader, frame: number): number => {
  const [kinetic, stored, lost, driven] = take.energies.subarray(ENERGIES * frame)
  return kinetic + stored + lost - driven
}

const last = ({ take }: TakeReader): number => take.frames - 1

/** A nut of 3 kg on an upright spindle; mean radius 9 mm. */
const [MASS, RADIUS, LEAD] = [3, 0.009, 0.012]
function spindle(axis: Three = [0, 0, 1]): Sketch {
  const sketch = new Sketch(0.5).body('nut')
  sketch.join('screw', 'thread', 'ground', 'nut', [0, 0, 0], { axis }, { lead: LEAD })
  return weigh(sketch, 'nut', MASS, [0, 0, 0], [2e-4, 2e-4, 4e-4, 0, 0, 0])
}
const thread = (coefficient: number) => ({
  kind: 'joint-friction',
  joint: 'thread',
  coefficient,
  radius: RADIUS,
})
/** Tangent of the lead angle. */
const STEEP = LEAD / (2 * Math.PI * RADIUS)

describe('a screw under an axial load', () => {
  // Shigley, Mechanical Engineering Design, "The mechanics of power screws", square thread:
  // raise W r (l + 2 pi f r) / (2 pi r - f l), lower W r (2 pi f r - l) / (2 pi r + f l); self-locking for f > tan(lead angle)
  const weight = MASS * G
  const raise = (f: number) =>
    (weight * RADIUS * (LEAD + 2 * Math.PI * f * RADIUS)) / (2 * Math.PI * RADIUS - f * LEAD)
  const lower = (f: number) =>
    (weight * RADIUS * (2 * Math.PI * f * RADIUS - LEAD)) / (2 * Math.PI * RADIUS + f * LEAD)

  it.each([0.05, 0.12, 0.3])(
    'takes the torque of its closed form to be raised and lowered, coefficient %f',
    (f) => {
      for (const [speed, torque] of [
        [3, raise(f)],
        [-3, -lower(f)],
      ]) {
        const sketch = spindle()
          .motor('thread', speed)
          .probe({ id: 'torque', kind: 'effort', joint: 'thread' })
        const reader = loaded(sketch, [0, 0, -G], [thread(f)], 'kinematic').solve()
        expect(reader.probe('torque', 10)[0] / torque).toBeCloseTo(1, 11)
      }
    },
  )

  it.each([
    [0.999 * STEEP, false],
    [1.001 * STEEP, true],
  ])('with the coefficient %f it locks itself: %s', (f, locks) => {
    for (const axis of [
      [0, 0, 1],
      [0, 0, -1],
    ] as Three[]) {
      const reader = loaded(spindle(axis), [0, 0, -G], [thread(f)]).solve()
      const [angle] = reader.joint('thread', last(reader))
      if (locks) expect(angle).toBe(0)
      else expect(Math.abs(angle)).toBeGreaterThan(1e-4)
    }
  })

  it('runs down as the equation of its thread says, and its energies balance', () => {
    const f = 0.1
    const reader = loaded(spindle(), [0, 0, -G], [thread(f)]).solve()
    // axial force on the nut W = m (g + z'') and its torque, friction against the turn that goes down:
    // I q'' = -W r tan(lead angle - angle of friction), z = pitch q
    const pitch = LEAD / (2 * Math.PI)
    const arm = RADIUS * Math.tan(Math.atan(STEEP) - Math.atan(f))
    const turning = (-MASS * G * arm) / (4e-4 + MASS * pitch * arm)
    for (const frame of [6, 17, 30]) {
      const time = reader.time(frame)
      expect(reader.joint('thread', frame)[0] / ((turning * time * time) / 2)).toBeCloseTo(1, 9)
      expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 9)
    }
  })
})

describe('a rope round a drum', () => {
  // Euler and Eytelwein: tight side = slack side x e^(f wrap)
  const [pull, coefficient, turns] = [5, 0.3, 1.5]
  const most = pull * Math.exp(coefficient * 2 * Math.PI * turns)
  const wrap = { kind: 'wrap', joint: 'hoist', pull, coefficient, wrap: `${turns} turns` }
  const hung = (mass: number, sense: 1 | -1 = 1) => {
    const sketch = new Sketch(0.4).body('sack').slide('hoist', 'ground', 'sack', [0, 0, 0], [0, 0, sense])
    weigh(sketch, 'sack', mass, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    return loaded(sketch, [0, 0, -G], [{ ...wrap, reversed: sense < 0 }]).solve()
  }

  it.each([1, -1] as const)('holds what its closed form says, and no more (freedom along %f z)', (sense) => {
    const holds = hung((0.9999 * most) / G, sense)
    expect(holds.joint('hoist', last(holds))[0]).toBe(0)
    const heavy = 1.1 * (most / G)
    const slips = hung(heavy, sense)
    const fall = -(heavy * G - most) / heavy
    expect(slips.joint('hoist', last(slips))[0]).toBeCloseTo((sense * fall * 0.4 ** 2) / 2, 9)
    expect(balanceAt(slips, last(slips))).toBeCloseTo(balanceAt(slips, 0), 9)
    // the free end lifts only what is lighter than pull / e^(f wrap)
    const light = hung((0.9 * pull * pull) / most / G, sense)
    expect(sense * light.joint('hoist', last(light))[0]).toBeGreaterThan(0)
    const held = hung((1.1 * pull * pull) / most / G, sense)
    expect(held.joint('hoist', last(held))[0]).toBe(0)
  })

  it('as a band brake it holds more in the direction in which it helps itself', () => {
    const radius = 0.04
    const brake = (torque: number) => {
      const sketch = new Sketch(0.3).body('drum').hinge('axle', 'ground', 'drum', [0, 0])
      weigh(sketch, 'drum', 2, [0, 0, 0], [1e-3, 1e-3, 1e-3, 0, 0, 0])
      const band = { ...wrap, joint: 'axle', radius, wrap: '270 deg' }
      const reader = loaded(
        sketch,
        [0, 0, 0],
        [band, { kind: 'effort', joint: 'axle', effort: torque }],
      ).solve()
      return reader.joint('axle', last(reader))[0]
    }
    const grown = Math.exp(coefficient * 1.5 * Math.PI)
    const [strong, weak] = [pull * radius * (grown - 1), pull * radius * (1 - 1 / grown)]
    expect(brake(0.999 * strong)).toBe(0)
    expect(brake(1.001 * strong)).toBeGreaterThan(0)
    expect(brake(-0.999 * weak)).toBe(0)
    expect(brake(-1.001 * weak)).toBeLessThan(0)
  })
})

describe('friction by a coefficient', () => {
  it.each([0.2, 0.57, 0.58])('a block on a slope of 30 deg, coefficient %f', (f) => {
    const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)]
    const sketch = new Sketch(1).body('block').slide('rail', 'ground', 'block', [0, 0, 0], [c, 0, s])
    weigh(sketch, 'block', 0.7, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    const reader = loaded(
      sketch,
      [0, 0, -G],
      [{ kind: 'joint-friction', joint: 'rail', coefficient: f }],
    ).solve()
    const slides = f < Math.tan(Math.PI / 6)
    const along = slides ? -G * (s - f * c) : 0
    expect(reader.joint('rail', 60)[0]).toBeCloseTo(along / 2, 9)
    if (!slides) expect(reader.joint('rail', 60)[0]).toBe(0)
    expect(balanceAt(reader, 60)).toBeCloseTo(balanceAt(reader, 0), 9)
  })

  it('a pendulum whose pin rubs stops where the circle of friction holds it', () => {
    const [f, radius, length] = [0.3, 0.02, 0.3]
    const pin = { kind: 'joint-friction', joint: 'pin', coefficient: f, radius }
    const swing = (angle: number, seconds = 20) => {
      const sketch = new Sketch(seconds, 20).body('arm').hinge('pin', 'ground', 'arm', [0, 0])
      const end: Three = [length * Math.sin(angle), -length * Math.cos(angle), 0]
      rod(sketch, 'arm', 2, [0, 0, 0], end)
      return loaded(sketch, [0, -G, 0], [pin]).solve()
    }
    // at a stand the pin carries the weight: it holds while the centre of mass is not farther off than f r
    const off = Math.asin((f * radius) / (length / 2))
    const stays = swing(0.999 * off)
    expect(stays.joint('pin', last(stays))[0]).toBe(0)
    const falls = swing(1.001 * off, 1)
    expect(falls.joint('pin', last(falls))[0]).toBeLessThan(0)
    const swings = swing(1.2)
    const [turned, rate] = swings.joint('pin', last(swings))
    expect(rate).toBe(0)
    expect(Math.abs(1.2 + turned)).toBeLessThanOrEqual(off)
    // the pin carries at least the weight's part along the rod: each frame loses, and the balance says what
    for (let frame = 0; frame <= last(swings); frame += 13)
      expect(balanceAt(swings, frame)).toBeCloseTo(balanceAt(swings, 0), 8)
  })
})
