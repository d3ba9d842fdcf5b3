/** Spatial linkages: universal joints, RSSR, Bennett's loop, the coupling with a sliding disc. */
import { describe, expect, it } from 'vitest'
import { Sketch, jetOf } from '../sketch'
import type { Point } from '../sketch'

const TURN = 2 * Math.PI
const DEG = Math.PI / 180

/** Two shafts whose axes meet at the origin at an angle in the x-z plane, joined by a cross. */
function shafts(bend: number): Sketch {
  const out: Point = [Math.sin(bend), 0, Math.cos(bend)]
  return new Sketch(2)
    .body('input', 'output')
    .hinge('in', 'ground', 'input', [0, 0, -0.1], { axis: [0, 0, 1], zero: [0, 1, 0] })
    .hinge('out', 'ground', 'output', [0.1 * out[0], 0, 0.1 * out[2]], { axis: out, zero: [0, 1, 0] })
    .datum('yoke-in', 'input', [0, 0, 0], { axis: [0, 0, 1], zero: [0, 1, 0] })
    .datum('yoke-out', 'output', [0, 0, 0], { axis: out, zero: [0, 1, 0] })
}

const joinCross = (sketch: Sketch, id: string, from: string, to: string): Sketch => {
  sketch.document.joints.push({ id, name: id, kind: 'universal', from, to })
  return sketch
}

describe('universal joint', () => {
  // Norton, Design of Machinery, universal joint (Hooke): tan(out) = tan(in) cos(bend), angles counted from where
  // the input fork's pin is square to the plane of the shafts, and the speed ratio that follows from it.
  it.each([10, 30, 45])('at %d degrees has the output and the speed ratio of the closed form', (degrees) => {
    const bend = degrees * DEG
    const film = joinCross(shafts(bend), 'cross', 'yoke-in', 'yoke-out').motor('in', TURN).solve()
    const out = (t: number) => {
      const angle = TURN * t
      const turned = Math.atan2(Math.sin(angle) * Math.cos(bend), Math.cos(angle))
      return turned + TURN * Math.round((angle - turned) / TURN)
    }
    const worst = film.worst(
      (frame) => film.joint('out', frame),
      (frame) => jetOf(out, film.time(frame)),
    )
    expect(worst[0]).toBeLessThan(1e-9)
    // the reference is differenced, which leaves it nine digits of speed and six of acceleration
    expect(worst[1]).toBeLessThan(1e-8)
    expect(worst[2]).toBeLessThan(1e-5)
    for (let frame = 0; frame < film.take.frames; frame++) {
      const angle = film.joint('in', frame)[0]
      const ratio = Math.cos(bend) / (1 - Math.sin(bend) ** 2 * Math.sin(angle) ** 2)
      expect(film.joint('out', frame)[1] / TURN).toBeCloseTo(ratio, 10)
    }
  })

  it('has an angular velocity with both derivatives of the closed form while the input swings', () => {
    // the same, differentiated twice: ratio f = cos(bend) / D with D = 1 - sin^2(bend) sin^2(in)
    const bend = 30 * DEG
    const [c, s2] = [Math.cos(bend), Math.sin(bend) ** 2]
    const [amplitude, pace] = [2, TURN]
    const film = joinCross(shafts(bend), 'cross', 'yoke-in', 'yoke-out')
      .probe({ id: 'spin', kind: 'angular-velocity', datum: 'yoke-out', from: 'post', along: 'z' })
      .datum('post', 'ground', [0, 0, 0], { axis: [Math.sin(bend), 0, c], zero: [0, 1, 0] })
      .drive({ id: 'swing', kind: 'sine', joint: 'in', amplitude: '2 rad', frequency: '1 Hz' })
      .solve()
    for (let frame = 0; frame < film.take.frames - 1; frame++) {
      const t = film.time(frame)
      const angle = amplitude * Math.sin(pace * t)
      const rate = amplitude * pace * Math.cos(pace * t)
      const gain = -(pace ** 2) * angle
      const jerk = -(pace ** 2) * rate
      const d = 1 - s2 * Math.sin(angle) ** 2
      const f = c / d
      const first = (c * s2 * Math.sin(2 * angle)) / d ** 2
      const second = (2 * c * s2 * (Math.cos(2 * angle) * d + s2 * Math.sin(2 * angle) ** 2)) / d ** 3
      const expected = [
        f * rate,
        first * rate ** 2 + f * gain,
        second * rate ** 3 + 3 * first * rate * gain + f * jerk,
      ]
      film.probe('spin', frame).forEach((got, k) => {
        expect(Math.abs(got - expected[k]), `frame ${frame}, derivative ${k}`).toBeLessThan(
          1e-9 * amplitude * pace ** (k + 1),
        )
      })
    }
  })

  it('doubled in phase and in one plane turns uniformly', () => {
    const bend = 25 * DEG
    const middle: Point = [Math.sin(bend), 0, Math.cos(bend)]
    const end: Point = [0.2 * middle[0], 0, 0.2 * middle[2]]
    const sketch = new Sketch(1)
      .body('input', 'shaft', 'output')
      .hinge('in', 'ground', 'input', [0, 0, -0.1])
      .hinge('out', 'ground', 'output', [end[0], 0, end[2] + 0.1])
      .datum('a1', 'input', [0, 0, 0], { axis: [0, 0, 1], zero: [1, 0, 0] })
      .datum('a2', 'shaft', [0, 0, 0], { axis: middle, zero: [1, 0, 0] })
      // in phase: the middle shaft's forks lie in one plane
      .datum('b1', 'shaft', end, { axis: middle, zero: [0, 1, 0] })
      .datum('b2', 'output', end, { axis: [0, 0, 1], zero: [0, 1, 0] })
    joinCross(joinCross(sketch, 'first', 'a1', 'a2'), 'second', 'b1', 'b2')
    const film = sketch.motor('in', TURN).solve()
    for (let frame = 0; frame <= 60; frame++) {
      expect(film.joint('out', frame)[0]).toBeCloseTo(film.joint('in', frame)[0], 10)
      expect(film.joint('out', frame)[1]).toBeCloseTo(TURN, 9)
    }
  })
})

it('RSSR: the output angle solves the closed equation of a rod of constant length', () => {
  // Hunt, Kinematic Geometry of Mechanisms, RSSR (from memory, confirmed by the constant rod length)
  const [a, b, d, h] = [0.02, 0.08, 0.05, 0.1]
  const crank = (t: number): Point => [a * Math.cos(t), a * Math.sin(t), 0]
  const rocker = (p: number): Point => [d, b * Math.sin(p), h + b * Math.cos(p)]
  const start = [0.4, 1.9] as const
  const rod = Math.hypot(...[0, 1, 2].map((k) => crank(start[0])[k] - rocker(start[1])[k]))
  const film = new Sketch(1)
    .body('crank', 'rod', 'rocker')
    .hinge('in', 'ground', 'crank', [0, 0, 0])
    .join('spherical', 'near', 'crank', 'rod', crank(start[0]))
    .join('spherical', 'far', 'rod', 'rocker', rocker(start[1]))
    .hinge('out', 'ground', 'rocker', [d, 0, h], { axis: [-1, 0, 0], zero: [0, 0, 1] })
    .datum('on-rocker', 'rocker', [d, 0, h])
    .probe({ id: 'spin', kind: 'angular-velocity', datum: 'on-rocker', along: 'x' })
    .motor('in', TURN)
    .solve()
  for (let frame = 0; frame <= 60; frame++) {
    const p = start[1] + film.joint('out', frame)[0]
    const c = crank(start[0] + film.joint('in', frame)[0])
    const gap = [0, 1, 2].map((k) => c[k] - rocker(p)[k])
    expect(Math.hypot(...gap)).toBeCloseTo(rod, 12)
    // A sin(p) + B cos(p) = C, the closed equation, and its derivative for the speed
    const [sin, cos] = [Math.sin(p), Math.cos(p)]
    const slopeP = -2 * b * (gap[1] * cos - gap[2] * sin)
    const slopeT = 2 * (gap[0] * -c[1] + gap[1] * c[0])
    expect(film.joint('out', frame)[1]).toBeCloseTo((-slopeT / slopeP) * TURN, 9)
    // gap . gap stays: differentiated twice and three times, with all derivatives of the turn about -x
    const [p1, p2, p3] = film.probe('spin', frame).map((value) => -value)
    const turned = [1, 2, 3].map((k): Point => [
      a * TURN ** k * Math.cos(start[0] + film.joint('in', frame)[0] + (k * Math.PI) / 2),
      a * TURN ** k * Math.sin(start[0] + film.joint('in', frame)[0] + (k * Math.PI) / 2),
      0,
    ])
    const [r1, r2, r3] = [1, 2, 3].map((k): Point => [
      0,
      b * Math.sin(p + (k * Math.PI) / 2),
      b * Math.cos(p + (k * Math.PI) / 2),
    ])
    const moved = [
      r1.map((x) => x * p1),
      r1.map((x, k) => x * p2 + r2[k] * p1 ** 2),
      r1.map((x, k) => x * p3 + 3 * r2[k] * p1 * p2 + r3[k] * p1 ** 3),
    ]
    const [g1, g2, g3] = turned.map((point, n) => point.map((x, k) => x - moved[n][k]))
    const product = (u: readonly number[], v: readonly number[]) => u.reduce((sum, x, k) => sum + x * v[k], 0)
    expect(product(gap, g1) / (a * b * TURN)).toBeCloseTo(0, 9)
    expect((product(g1, g1) + product(gap, g2)) / (a * b * TURN ** 2)).toBeCloseTo(0, 9)
    expect((3 * product(g1, g2) + product(gap, g3)) / (a * b * TURN ** 3)).toBeCloseTo(0, 9)
  }
})

it('Bennett: four hinges that Kutzbach says are stiff move, with tan(a/2) tan(b/2) constant', () => {
  // Bennett, "A new mechanism", Engineering 76 (1903); Hunt, Kinematic Geometry of Mechanisms, section 11
  const [alpha, beta] = [50 * DEG, 110 * DEG]
  const long = 0.1
  const short = (long * Math.sin(beta)) / Math.sin(alpha)
  const k = Math.sin((beta + alpha) / 2) / Math.sin((beta - alpha) / 2)
  const theta = 1.1
  const phi = 2 * Math.atan(k / Math.tan(theta / 2))
  // walk around the loop by Denavit-Hartenberg steps, to find where the axes are at the start
  type Axes = { o: Point; x: Point; y: Point; z: Point }
  const add = (p: Point, q: Point, f = 1): Point => [p[0] + f * q[0], p[1] + f * q[1], p[2] + f * q[2]]
  const mix = (p: Point, c: number, q: Point, s: number): Point =>
    [0, 1, 2].map((i) => c * p[i] + s * q[i]) as unknown as Point
  const step = ({ o, x, y, z }: Axes, turn: number, length: number, twist: number): Axes => {
    const x1 = mix(x, Math.cos(turn), y, Math.sin(turn))
    const y1 = mix(y, Math.cos(turn), x, -Math.sin(turn))
    return {
      o: add(o, x1, length),
      x: x1,
      y: mix(y1, Math.cos(twist), z, Math.sin(twist)),
      z: mix(z, Math.cos(twist), y1, -Math.sin(twist)),
    }
  }
  const first: Axes = { o: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }
  const second = step(first, theta, long, alpha)
  const third = step(second, phi, short, beta)
  const fourth = step(third, -theta, long, alpha)
  const back = step(fourth, -phi, short, beta)
  expect(Math.hypot(...back.o)).toBeLessThan(1e-12)
  const sketch = new Sketch(1)
    .body('a', 'b', 'c')
    .hinge('j1', 'ground', 'a', first.o, { axis: first.z })
    .hinge('j2', 'a', 'b', second.o, { axis: second.z })
    .hinge('j3', 'b', 'c', third.o, { axis: third.z })
    .hinge('j4', 'c', 'ground', fourth.o, { axis: fourth.z })
    .motor('j1', 1)
  const { mobility } = sketch.open()
  // five rows close the loop, of which two say something new
  expect(mobility).toMatchObject({ mobility: 1, rank: 2 })
  expect(mobility.redundant).toHaveLength(3)
  const film = sketch.solve()
  for (let frame = 0; frame <= 60; frame++) {
    const t = theta + film.joint('j1', frame)[0]
    const p = phi + film.joint('j2', frame)[0]
    expect(Math.tan(t / 2) * Math.tan(p / 2)).toBeCloseTo(k, 9)
  }
})

it('a coupling with a sliding disc: equal angles, the disc circles at twice the speed', () => {
  // Norton, Design of Machinery: Oldham's coupling
  const e = 0.01
  const film = new Sketch(1, 120)
    .body('left', 'disc', 'right')
    .hinge('in', 'ground', 'left', [0, 0])
    .slide('first', 'left', 'disc', [0, 0], [1, 0, 0])
    .slide('second', 'disc', 'right', [0, 0], [0, 1, 0])
    .hinge('out', 'ground', 'right', [0, e])
    .datum('centre', 'disc', [0, 0])
    .probe({ id: 'x', kind: 'datum-position', datum: 'centre', along: 'x' })
    .probe({ id: 'y', kind: 'datum-position', datum: 'centre', along: 'y' })
    .motor('in', TURN)
    .solve()
  for (let frame = 0; frame < film.take.frames; frame++) {
    expect(film.joint('out', frame)[0]).toBeCloseTo(film.joint('in', frame)[0], 11)
    const twice = 2 * TURN * film.time(frame)
    // on a circle of diameter e through both centres
    expect(film.probe('x', frame)[0]).toBeCloseTo((e / 2) * Math.sin(twice), 12)
    expect(film.probe('y', frame)[0]).toBeCloseTo((e / 2) * (1 - Math.cos(twice)), 12)
    expect(film.probe('x', frame)[2]).toBeCloseTo(-((2 * TURN) ** 2) * (e / 2) * Math.sin(twice), 9)
  }
})
