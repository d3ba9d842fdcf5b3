/** Free motion against closed forms and published values, without contact. */
import { describe, expect, it } from 'vitest'
import { SpringDamper } from '../../src/dynamics/loads/spring-damper'
import { CoordinateLoad } from '../../src/dynamics/loads/coordinate-load'
import { coordinateOf } from '../../src/mechanism/coordinate'
import { FRAME } from '../../src/maths/frame'
import { Dop853 } from '../../src/maths/ode/dop853'
import { balance, free, G, linkOf, reach, rod, weigh } from '../dynamics/free'
import { Sketch } from '../sketch'
import { atEnd, squeezer } from './squeezer'

/** Complete elliptic integral of the first kind by the arithmetic-geometric mean. */
function ellipticK(k: number): number {
  let [a, b] = [1, Math.sqrt(1 - k * k)]
  for (let n = 0; n < 12; n++) [a, b] = [(a + b) / 2, Math.sqrt(a * b)]
  return Math.PI / (2 * a)
}

describe('pendulums', () => {
  it.each([20, 90, 150, 175])(
    'a rod let go at %i degrees comes back after its period by the elliptic integral',
    (degrees) => {
      // Landau & Lifshitz, Mechanics, section 11, problem 1: T = 4 sqrt(l / g) K(sin(a / 2)); l = I / (m d) of a compound pendulum
      const length = 0.3
      const start = (degrees * Math.PI) / 180
      const end = [length * Math.sin(start), -length * Math.cos(start), 0] as const
      const sketch = new Sketch().body('arm').hinge('pin', 'ground', 'arm', [0, 0])
      const solver = free(rod(sketch, 'arm', 2, [0, 0, 0], end), { accuracy: 1e-12 })
      const period = 4 * Math.sqrt((2 * length) / 3 / G) * ellipticK(Math.sin(start / 2))
      const link = linkOf(solver.mechanism, 'pin')
      reach(solver, period / 4)
      expect(Math.abs(solver.state.q[link] + start)).toBeLessThan(
        1e-9 * (1 + Math.abs(solver.state.rate[link]) * period),
      )
      reach(solver, period)
      expect(Math.abs(solver.state.q[link])).toBeLessThan(1e-9)
      // at rest there: an error of the period by dt is a rate of dt times its acceleration
      expect(Math.abs(solver.state.rate[link])).toBeLessThan(1e-8)
    },
  )

  it('a double pendulum moves as its equations by Lagrange say', () => {
    // Landau & Lifshitz, Mechanics, section 5, problem 1: the Lagrangian of two point masses
    const [m1, m2, l1, l2] = [1.2, 0.7, 0.25, 0.2]
    const [a1, a2] = [2, 2.6]
    const p1 = [l1 * Math.sin(a1), -l1 * Math.cos(a1), 0] as const
    const p2 = [p1[0] + l2 * Math.sin(a2), p1[1] - l2 * Math.cos(a2), 0] as const
    const sketch = new Sketch()
      .body('upper', 'lower')
      .hinge('shoulder', 'ground', 'upper', [0, 0])
      .hinge('elbow', 'upper', 'lower', [p1[0], p1[1]])
    weigh(sketch, 'upper', m1, p1, [0, 0, 0, 0, 0, 0])
    weigh(sketch, 'lower', m2, p2, [0, 0, 0, 0, 0, 0])
    const solver = free(sketch, { accuracy: 1e-12 })
    const lagrange = new Dop853(
      4,
      (_, y, out, at) => {
        const d = y[0] - y[1]
        const [c, s] = [Math.cos(d), Math.sin(d)]
        const f1 = -m2 * l2 * s * y[3] ** 2 - (m1 + m2) * G * Math.sin(y[0])
        const f2 = l1 * s * y[2] ** 2 - G * Math.sin(y[1])
        const [a, b, e] = [(m1 + m2) * l1, m2 * l2 * c, l1 * c]
        const determinant = a * l2 - b * e
        out[at] = y[2]
        out[at + 1] = y[3]
        out[at + 2] = (l2 * f1 - b * f2) / determinant
        out[at + 3] = (a * f2 - e * f1) / determinant
        return true
      },
      { relative: 1e-13, absolute: new Float64Array(4).fill(1e-13) },
    )
    lagrange.y.set([a1, a2, 0, 0])
    lagrange.start(0)
    const [shoulder, elbow] = ['shoulder', 'elbow'].map((joint) => linkOf(solver.mechanism, joint))
    for (const time of [0.3, 0.7, 1.5]) {
      reach(solver, time)
      while (lagrange.time < time) lagrange.step(time)
      expect(Math.abs(solver.state.q[shoulder] + a1 - lagrange.y[0])).toBeLessThan(1e-8)
      expect(Math.abs(solver.state.q[shoulder] + solver.state.q[elbow] + a2 - lagrange.y[1])).toBeLessThan(
        1e-8,
      )
    }
  })
})

describe('bodies that turn freely', () => {
  it('a top goes round steadily at the rate of regular precession', () => {
    // Goldstein, Classical Mechanics, section 5.7: m g l = p (I3 w3 - I1 p cos a), for the steady precession p
    const [mass, arm, across, along] = [0.5, 0.06, 2e-3, 8e-4]
    const tilt = 0.4
    const [s, c] = [Math.sin(tilt), Math.cos(tilt)]
    const precession = 1.5
    const spin = (mass * G * arm) / (precession * along) + (across * precession * c) / along
    const centre = [arm * s, 0, arm * c] as const
    const own = across - mass * arm * arm
    // about the centre: `own` across the axis, `along` about it
    const tensor = [
      own + (along - own) * s * s,
      own,
      own + (along - own) * c * c,
      0,
      0,
      (along - own) * s * c,
    ]
    const sketch = new Sketch().body('top').join('spherical', 'foot', 'ground', 'top', [0, 0, 0])
    weigh(sketch, 'top', mass, centre, tensor)
    // spin is the turn about its own axis in all; the precession adds to what is across it
    const about = spin - precession * c
    const rates = { 'foot/turnX': about * s, 'foot/turnY': 0, 'foot/turnZ': precession + about * c }
    const solver = free(sketch, { gravity: [0, 0, -G], rates, accuracy: 1e-11 })
    const energy = balance(solver)
    const f = FRAME * (solver.mechanism.links - 1)
    for (const time of [0.5, 1, 2]) {
      reach(solver, time)
      const { world } = solver.state
      const axis = [0, 1, 2].map((k) => world[f + k] * s + world[f + 6 + k] * c)
      expect(Math.abs(axis[2] - c)).toBeLessThan(1e-8)
      expect(Math.abs(axis[0] - s * Math.cos(precession * time))).toBeLessThan(1e-8)
      expect(Math.abs(axis[1] - s * Math.sin(precession * time))).toBeLessThan(1e-8)
      expect(Math.abs(balance(solver) - energy)).toBeLessThan(1e-9 * energy)
    }
  })

  it('a body without torque keeps its energy and momentum, and its axis comes back after the period of the polhode', () => {
    // Landau & Lifshitz, Mechanics, section 37: T = 4 K(k) sqrt(I1 I2 I3 / ((I3 - I2)(M^2 - 2 E I1)))
    const [i1, i2, i3] = [1e-3, 2e-3, 3e-3]
    const turn = [0.3, 0.1, 2.5]
    const momentum = [i1 * turn[0], i2 * turn[1], i3 * turn[2]]
    const square = momentum.reduce((sum, v) => sum + v * v, 0)
    const twice = turn.reduce((sum, w, k) => sum + w * momentum[k], 0)
    const k2 = ((i2 - i1) * (twice * i3 - square)) / ((i3 - i2) * (square - twice * i1))
    const period =
      4 * ellipticK(Math.sqrt(k2)) * Math.sqrt((i1 * i2 * i3) / ((i3 - i2) * (square - twice * i1)))
    const sketch = weigh(new Sketch().body('sachet'), 'sachet', 0.02, [0, 0, 0], [i1, i2, i3, 0, 0, 0])
    const solver = free(sketch, { gravity: [0, 0, 0], accuracy: 1e-12 })
    solver.state.rate.set([0.2, -0.1, 0.3, ...turn], 1)
    solver.start()
    const last = solver.mechanism.links - 1
    const spinOf = () => {
      const { world, twist } = solver.state
      return [0, 1, 2].map((axis) =>
        [0, 1, 2].reduce((sum, k) => sum + world[FRAME * last + 3 * axis + k] * twist[6 * last + k], 0),
      )
    }
    const energy = balance(solver)
    for (const round of [1, 2, 3]) {
      reach(solver, round * period)
      spinOf().forEach((w, k) => expect(Math.abs(w - turn[k])).toBeLessThan(1e-8))
      expect(Math.abs(balance(solver) - energy)).toBeLessThan(1e-10 * energy)
      const { world } = solver.state
      const own = [i1, i2, i3].map((i, k) => i * turn[k])
      const inGround = [0, 1, 2].map((k) =>
        [0, 1, 2].reduce((sum, axis) => sum + world[FRAME * last + 3 * axis + k] * own[axis], 0),
      )
      inGround.forEach((m, k) => expect(Math.abs(m - momentum[k])).toBeLessThan(1e-8 * Math.sqrt(square)))
      // its centre goes straight on
      expect(world[FRAME * last + 9]).toBeCloseTo(0.2 * round * period, 9)
    }
  })
})

describe('springs', () => {
  it('a mass on a spring with damping swings as its closed form says', () => {
    // Thomson, Theory of Vibration, section 2.4: x = exp(-z w t) (x0 cos wd t + (z w x0 / wd) sin wd t)
    const [mass, stiffness, damping] = [0.4, 900, 3]
    const [w, z] = [Math.sqrt(stiffness / mass), damping / 2 / Math.sqrt(stiffness * mass)]
    const wd = w * Math.sqrt(1 - z * z)
    const sketch = new Sketch().body('block').slide('rail', 'ground', 'block', [0, 0, 0], [1, 0, 0])
    weigh(sketch, 'block', mass, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    sketch.datum('wall', 'ground', [-0.1, 0, 0]).datum('eye', 'block', [0, 0, 0])
    const solver = free(sketch, {
      accuracy: 1e-12,
      gravity: [0, 0, 0],
      loads: (mechanism) => [
        new SpringDamper('spring', 'Spring', mechanism.pairOf('wall', 'eye'), {
          stiffness,
          damping,
          freeLength: 0.08,
        }),
      ],
    })
    const energy = balance(solver)
    for (const time of [0.02, 0.1, 0.4]) {
      reach(solver, time)
      const x = 0.02 * Math.exp(-z * w * time) * (Math.cos(wd * time) + ((z * w) / wd) * Math.sin(wd * time))
      expect(Math.abs(solver.state.q[linkOf(solver.mechanism, 'rail')] - (x - 0.02))).toBeLessThan(1e-11)
      expect(Math.abs(balance(solver) - energy)).toBeLessThan(1e-9 * energy)
    }
  })

  it('a torsion spring on a joint off the tree acts as one on a joint of the tree', () => {
    // a parallelogram, whose coupler keeps its direction: the rockers turn alike against it and against ground
    const turns = ['left', 'knee', 'hip', 'right'].map((pivot) => {
      const sketch = new Sketch()
        .body('a', 'b', 'c')
        .hinge('left', 'ground', 'a', [0, 0])
        .hinge('knee', 'b', 'a', [0.05, 0.1])
        .hinge('hip', 'b', 'c', [0.25, 0.1])
        .hinge('right', 'ground', 'c', [0.2, 0])
      rod(sketch, 'a', 0.2, [0, 0, 0], [0.05, 0.1, 0])
      rod(sketch, 'b', 0.2, [0.05, 0.1, 0], [0.25, 0.1, 0])
      rod(sketch, 'c', 0.2, [0.2, 0, 0], [0.25, 0.1, 0])
      const solver = free(sketch, {
        loads: (mechanism) => [
          new CoordinateLoad('torsion', 'Torsion', mechanism, coordinateOf(mechanism, pivot, undefined)!, {
            effort: (value, rate) => -2 * value - 0.01 * rate,
            energy: (value) => value * value,
            loss: (_, rate) => 0.01 * rate * rate,
          }),
        ],
      })
      const energy = balance(solver)
      reach(solver, 0.3)
      expect(Math.abs(balance(solver) - energy)).toBeLessThan(1e-9)
      const frame = FRAME * solver.mechanism.bodyLink[1]
      return solver.state.world[frame + 1]
    })
    expect(turns[0]).not.toBeCloseTo(0, 3)
    for (const turn of turns) expect(Math.abs(turn - turns[0])).toBeLessThan(1e-9)
  })
})

describe('seven-body mechanism of the IVP test set', () => {
  it('stands after 0.03 s where the test set says', () => {
    // Mazzia & Magherini, Test Set for IVP Solvers, problem "Andrews' squeezing mechanism"; parameters and values from memory
    const solver = squeezer({ accuracy: 1e-11 })
    reach(solver, 0.03)
    const reference = {
      beta: 15.81077119629904,
      theta: -15.75637105984298,
      gamma: 0.04082224013073101,
      phi: -0.5347301163226948,
      delta: 0.5244099658805304,
      omega: 0.5347301163226948,
      epsilon: 1.048080741042263,
    }
    for (const [name, value] of Object.entries(atEnd(solver)))
      expect(Math.abs(value - reference[name as keyof typeof reference]), name).toBeLessThan(1e-8)
  })
})
