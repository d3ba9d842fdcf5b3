/** Forces of prescribed motions against textbooks, free-body equations and balances of energy. */
import { describe, expect, it } from 'vitest'
import { ForceAt } from '../../src/dynamics/loads/force-at'
import { SpringDamper } from '../../src/dynamics/loads/spring-damper'
import { factor, solveFactored } from '../../src/maths/lu'
import type { Mechanism } from '../../src/mechanism/compile'
import { fourBar } from './closed-forms'
import { forcesOf } from '../dynamics/prescribed'
import { G, rod, weigh } from '../dynamics/free'
import { meet, Sketch } from '../sketch'
import type { Flat } from '../sketch'

type Three = readonly [number, number, number]

/** A plane body for the equations of its own: mass, centre of mass with its acceleration, inertia times angular acceleration. */
interface PlaneBody {
  readonly mass: number
  readonly centre: Flat
  readonly acceleration: Flat
  readonly torque: number
}

/** Forces at the ends of plane bodies by Newton's and Euler's equations, one matrix for all; Norton, Design of Machinery, section 11.4. */
function solveBodies(
  bodies: readonly PlaneBody[],
  pins: readonly { from: number; to: number; at: Flat; only?: Flat }[],
  motor: { body: number },
): Float64Array {
  const n = 3 * bodies.length
  const matrix = new Float64Array(n * n)
  const right = new Float64Array(n)
  let column = 0
  const push = (body: number, at: Flat, direction: Flat, sign: number) => {
    if (body < 0) return
    const [rx, ry] = [at[0] - bodies[body].centre[0], at[1] - bodies[body].centre[1]]
    matrix[3 * body * n + column] += sign * direction[0]
    matrix[(3 * body + 1) * n + column] += sign * direction[1]
    matrix[(3 * body + 2) * n + column] += sign * (rx * direction[1] - ry * direction[0])
  }
  for (const { from, to, at, only } of pins)
    for (const direction of only
      ? [only]
      : ([
          [1, 0],
          [0, 1],
        ] as const)) {
      push(to, at, direction, 1)
      push(from, at, direction, -1)
      column++
    }
  // what a slider's guide does besides: a moment
  for (const { to, only } of pins) if (only) matrix[(3 * to + 2) * n + column++] = 1
  matrix[(3 * motor.body + 2) * n + column++] = 1
  expect(column).toBe(n)
  bodies.forEach(({ mass, acceleration, torque }, k) => {
    right[3 * k] = mass * acceleration[0]
    right[3 * k + 1] = mass * (acceleration[1] + G)
    right[3 * k + 2] = torque
  })
  const pivots = new Int32Array(n)
  factor(matrix, n, pivots)
  solveFactored(matrix, n, pivots, right)
  return right
}

/** A point at a distance along a turning line, and its acceleration. */
const swung = (
  base: Flat,
  baseAcceleration: Flat,
  [q, w, a]: Three,
  along: number,
  across = 0,
): [Flat, Flat] => {
  const x = along * Math.cos(q) - across * Math.sin(q)
  const y = along * Math.sin(q) + across * Math.cos(q)
  return [
    [base[0] + x, base[1] + y],
    [baseAcceleration[0] - a * y - w * w * x, baseAcceleration[1] + a * x - w * w * y],
  ]
}
const STILL: Flat = [0, 0]

describe('four-bar', () => {
  const [ground, crank, coupler, rocker] = [0.16, 0.03, 0.16, 0.1]
  const start = 1
  const speed = 9
  const pin: Flat = [crank * Math.cos(start), crank * Math.sin(start)]
  const eye = meet(pin, coupler, [ground, 0], rocker)
  const sketch = () => {
    const made = new Sketch()
      .body('crank', 'coupler', 'rocker')
      .hinge('shaft', 'ground', 'crank', [0, 0])
      .hinge('pin', 'crank', 'coupler', pin)
      .hinge('eye', 'coupler', 'rocker', eye)
      .hinge('pivot', 'ground', 'rocker', [ground, 0])
      .motor('shaft', speed)
    rod(made, 'crank', 0.1, [0, 0, 0], [...pin, 0])
    rod(made, 'coupler', 0.5, [...pin, 0], [...eye, 0])
    return rod(made, 'rocker', 0.3, [ground, 0, 0], [...eye, 0])
  }

  it('torque and pin forces are those of the equations of its three bodies', () => {
    const forces = forcesOf(sketch())
    for (let k = 0; k <= 20; k++) {
      const time = k / 30
      forces.at(time)
      const angle = start + speed * time
      const found = fourBar(ground, crank, coupler, rocker, [angle, speed, 0])
      const [c1, a1] = swung(STILL, STILL, [angle, speed, 0], crank / 2)
      const [p, ap] = swung(STILL, STILL, [angle, speed, 0], crank)
      const [c2, a2] = swung(p, ap, found.coupler, coupler / 2)
      const [e] = swung(p, ap, found.coupler, coupler)
      const [c3, a3] = swung([ground, 0], STILL, found.rocker, rocker / 2)
      const expected = solveBodies(
        [
          { mass: 0.1, centre: c1, acceleration: a1, torque: 0 },
          { mass: 0.5, centre: c2, acceleration: a2, torque: ((0.5 * coupler ** 2) / 12) * found.coupler[2] },
          { mass: 0.3, centre: c3, acceleration: a3, torque: ((0.3 * rocker ** 2) / 12) * found.rocker[2] },
        ],
        [
          { from: -1, to: 0, at: [0, 0] },
          { from: 0, to: 1, at: p },
          { from: 1, to: 2, at: e },
          { from: -1, to: 2, at: [ground, 0] },
        ],
        { body: 0 },
      )
      const size = Math.max(...expected.map(Math.abs))
      ;['shaft', 'pin', 'eye', 'pivot'].forEach((joint, j) => {
        const wrench = forces.reaction(joint)
        expect(Math.abs(wrench[3] - expected[2 * j]), joint).toBeLessThan(1e-9 * size)
        expect(Math.abs(wrench[4] - expected[2 * j + 1]), joint).toBeLessThan(1e-9 * size)
      })
      expect(Math.abs(forces.effort('shaft') - expected[8])).toBeLessThan(1e-9 * size)
    }
  })
})

describe('slider-crank', () => {
  it('torque and forces are those of the equations of its three bodies, its slider driven or its crank', () => {
    const [crank, length, start, speed] = [0.03, 0.11, 1, 12]
    const pin: Flat = [crank * Math.cos(start), crank * Math.sin(start)]
    const wrist: Flat = [pin[0] + Math.sqrt(length ** 2 - pin[1] ** 2), 0]
    const sketch = new Sketch()
      .body('crank', 'rod', 'slider')
      .hinge('shaft', 'ground', 'crank', [0, 0])
      .hinge('pin', 'crank', 'rod', pin)
      .hinge('wrist', 'rod', 'slider', wrist)
      .slide('guide', 'ground', 'slider', wrist, [1, 0, 0])
      .motor('shaft', speed)
    rod(sketch, 'crank', 0.2, [0, 0, 0], [...pin, 0])
    rod(sketch, 'rod', 0.15, [...pin, 0], [...wrist, 0])
    weigh(sketch, 'slider', 0.4, [...wrist, 0], [0, 0, 0, 0, 0, 0])
    const forces = forcesOf(sketch)
    for (let k = 0; k <= 12; k++) {
      const time = k / 25
      forces.at(time)
      const angle = start + speed * time
      const [c1, a1] = swung(STILL, STILL, [angle, speed, 0], crank / 2)
      const [p, ap] = swung(STILL, STILL, [angle, speed, 0], crank)
      // the rod turns so that its end stays on the line y = 0
      const sine = -p[1] / length
      const cosine = Math.sqrt(1 - sine ** 2)
      const rate = (-crank * speed * Math.cos(angle)) / (length * cosine)
      const turn: Three = [
        Math.asin(sine),
        rate,
        (crank * speed ** 2 * Math.sin(angle) + length * rate ** 2 * sine) / (length * cosine),
      ]
      const [c2, a2] = swung(p, ap, turn, length / 2)
      const [c3, a3] = swung(p, ap, turn, length)
      const expected = solveBodies(
        [
          { mass: 0.2, centre: c1, acceleration: a1, torque: 0 },
          { mass: 0.15, centre: c2, acceleration: a2, torque: ((0.15 * length ** 2) / 12) * turn[2] },
          { mass: 0.4, centre: c3, acceleration: a3, torque: 0 },
        ],
        [
          { from: -1, to: 0, at: [0, 0] },
          { from: 0, to: 1, at: p },
          { from: 1, to: 2, at: c3 },
          { from: -1, to: 2, at: c3, only: [0, 1] },
        ],
        { body: 0 },
      )
      const size = Math.max(...expected.map(Math.abs))
      ;['shaft', 'pin', 'wrist'].forEach((joint, j) => {
        const wrench = forces.reaction(joint)
        expect(Math.abs(wrench[3] - expected[2 * j]), joint).toBeLessThan(1e-9 * size)
        expect(Math.abs(wrench[4] - expected[2 * j + 1]), joint).toBeLessThan(1e-9 * size)
      })
      const guide = forces.reaction('guide')
      expect(Math.abs(guide[3])).toBeLessThan(1e-9 * size)
      expect(Math.abs(guide[4] - expected[6])).toBeLessThan(1e-9 * size)
      expect(Math.abs(forces.effort('shaft') - expected[8])).toBeLessThan(1e-9 * size)
    }
  })
})

/** A force at a datum, in ground's directions. */
const pushAt = (mechanism: Mechanism, datum: string, direction: Three, size: number) => {
  const { linkB, frameB } = mechanism.pairOf(null, datum)
  const values = { link: linkB, frame: frameB, direction, turns: false, isTorque: false, size: () => size }
  return new ForceAt(`${datum}-force`, 'Force', values)
}

describe('holding still', () => {
  it('a two-link arm is held by the moments of what hangs on each joint', () => {
    const [a1, a2, l1, l2, m1, m2, load] = [0.5, 1.1, 0.3, 0.25, 1.5, 0.8, 2]
    const elbow: Flat = [l1 * Math.cos(a1), l1 * Math.sin(a1)]
    const hand: Flat = [elbow[0] + l2 * Math.cos(a2), elbow[1] + l2 * Math.sin(a2)]
    const sketch = new Sketch()
      .body('upper', 'fore')
      .hinge('shoulder', 'ground', 'upper', [0, 0])
      .hinge('elbow', 'upper', 'fore', elbow)
      .datum('hand', 'fore', hand)
      .motor('shoulder', 0)
      .motor('elbow', 0)
    rod(sketch, 'upper', m1, [0, 0, 0], [...elbow, 0])
    rod(sketch, 'fore', m2, [...elbow, 0], [...hand, 0])
    const forces = forcesOf(sketch, [0, -G, 0], (mechanism) => [
      pushAt(mechanism, 'hand', [0, -1, 0], load * G),
    ])
    forces.at(0)
    const atElbow = G * ((m2 / 2) * l2 + load * l2) * Math.cos(a2)
    const atShoulder = atElbow + G * (m1 / 2 + m2 + load) * l1 * Math.cos(a1)
    expect(forces.effort('elbow')).toBeCloseTo(atElbow, 10)
    expect(forces.effort('shoulder')).toBeCloseTo(atShoulder, 10)
    expect(forces.reaction('shoulder')[4]).toBeCloseTo(G * (m1 + m2 + load), 10)
  })

  it.each([0.2, 0.6, 1])(
    'an arm with a spring of zero free length hung over its pivot needs no effort at %f rad',
    (angle) => {
      // common practice: stiffness * height * arm = mass * g * distance balances at every angle
      const [mass, distance, height, arm] = [1.2, 0.2, 0.15, 0.1]
      const end: Flat = [2 * distance * Math.cos(angle), 2 * distance * Math.sin(angle)]
      const sketch = new Sketch().body('arm').hinge('pivot', 'ground', 'arm', [0, 0]).motor('pivot', 0)
      rod(sketch, 'arm', mass, [0, 0, 0], [...end, 0])
      sketch
        .datum('hook', 'ground', [0, height])
        .datum('eye', 'arm', [arm * Math.cos(angle), arm * Math.sin(angle)])
      const stiffness = (mass * G * distance) / (height * arm)
      const forces = forcesOf(sketch, [0, -G, 0], (mechanism) => [
        new SpringDamper('spring', 'Spring', mechanism.pairOf('hook', 'eye'), {
          stiffness,
          damping: 0,
          freeLength: 0,
        }),
      ])
      forces.at(0)
      expect(Math.abs(forces.effort('pivot'))).toBeLessThan(1e-12)
    },
  )

  it.each([0.3, 0.7, 1.2])('a scissor lift at %f rad needs weight / tan(angle) at its foot', (angle) => {
    // virtual work: F dx = W dh with x = l cos a, h = l sin a
    const [l, weight] = [0.4, 30]
    const [c, s] = [l * Math.cos(angle), l * Math.sin(angle)]
    const sketch = new Sketch()
      .body('rising', 'falling', 'table', 'foot', 'shoe')
      .hinge('pivot', 'ground', 'rising', [0, 0])
      .hinge('middle', 'rising', 'falling', [c / 2, s / 2])
      .slide('rail', 'ground', 'foot', [c, 0, 0], [1, 0, 0])
      .hinge('ankle', 'foot', 'falling', [c, 0])
      .hinge('corner', 'table', 'falling', [0, s])
      .hinge('wrist', 'shoe', 'rising', [c, s])
      .slide('groove', 'table', 'shoe', [c, s, 0], [1, 0, 0])
      .datum('top', 'table', [c / 3, s])
      .motor('rail', 0)
    const forces = forcesOf(sketch, [0, 0, 0], (mechanism) => [pushAt(mechanism, 'top', [0, -1, 0], weight)])
    forces.at(0)
    expect(forces.effort('rail')).toBeCloseTo(-weight / Math.tan(angle), 9)
  })

  it.each([0.4, 0.1, 0.01])(
    'a toggle whose links stand off the line by %f rad presses with P / (2 tan a)',
    (angle) => {
      const l = 0.1
      const knee: Flat = [l * Math.sin(angle), l * Math.cos(angle)]
      const top: Flat = [0, 2 * l * Math.cos(angle)]
      const sketch = new Sketch()
        .body('lower', 'upper', 'ram')
        .hinge('base', 'ground', 'lower', [0, 0])
        .hinge('knee', 'lower', 'upper', knee)
        .hinge('head', 'upper', 'ram', top)
        .slide('guide', 'ground', 'ram', [...top, 0], [0, 1, 0])
        .datum('at-knee', 'lower', knee)
        .motor('guide', 0)
      const force = 50
      const forces = forcesOf(sketch, [0, 0, 0], (mechanism) => [
        pushAt(mechanism, 'at-knee', [-1, 0, 0], force),
      ])
      forces.at(0)
      // pushed towards the line, the ram is pressed up, and must be held down
      const expected = -force / (2 * Math.tan(angle))
      expect(Math.abs(forces.effort('guide') - expected)).toBeLessThan(1e-9 * Math.abs(expected))
    },
  )
})
