/**
 * Planar linkages against their closed forms, over the whole cycle: position, velocity and acceleration.
 */
import { describe, expect, it } from 'vitest'
import { openModel, reportModel, runScenario } from '../../src'
import type { MechanismDocument, Take } from '../../src'
import { packetPusher } from '../../../shared/starting-points/packet-pusher'
import { walkingBeam } from '../../../shared/starting-points/walking-beam'
import { TakeReader, jetOf, meet, Sketch } from '../sketch'
import type { Flat } from '../sketch'
import { fourBar, sliderCrank } from './closed-forms'

const TOLERANCE = 1e-9

function takeOf(document: MechanismDocument): Take {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems.map((p) => p.message).join('\n'))
  const run = runScenario(model.value, document.scenarios[0].id)
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  return run.value.take()
}

/** Value, rate and acceleration of a coordinate at a frame. */
function reading(take: Take, key: string, frame: number): [number, number, number] {
  const columns = take.coordinateChannels.length
  const column = take.coordinateChannels.findIndex((channel) => channel.key === key)
  const at = frame * columns + column
  return [take.coordinates[at], take.coordinateRates[at], take.coordinateAccelerations[at]]
}

/** Largest difference over the take, relative to the largest expected value of the same order. */
function worst(
  take: Take,
  key: string,
  expected: (frame: number) => readonly [number, number, number],
): [number, number, number] {
  const error = [0, 0, 0]
  const size = [0, 0, 0]
  for (let frame = 0; frame < take.frames; frame++) {
    const want = expected(frame)
    reading(take, key, frame).forEach((value, k) => {
      error[k] = Math.max(error[k], Math.abs(value - want[k]))
      size[k] = Math.max(size[k], Math.abs(want[k]))
    })
  }
  return [error[0] / size[0], error[1] / size[1], error[2] / size[2]]
}

describe('crank-rocker four-bar of the walking beam', () => {
  // Norton, Design of Machinery: Freudenstein's equation for position, its derivatives for the rest (from memory,
  // confirmed by the loop equations below them in closed-forms.ts).
  const take = takeOf(walkingBeam)
  const crank = (frame: number) => reading(take, 'crank-shaft/angle', frame)

  it('turns for the whole run, more than two full turns', () => {
    expect(take.stopped).toBeNull()
    expect(take.frames).toBe(151)
    expect(crank(150)[0] - crank(0)[0]).toBeCloseTo(2 * Math.PI * (2.5 - 0.2), 12)
  })

  it('has the rocker angle, speed and acceleration of the closed form', () => {
    const errors = worst(
      take,
      'rocker-pivot/angle',
      (frame) => fourBar(0.16, 0.03, 0.16, 0.1, crank(frame)).rocker,
    )
    for (const error of errors) expect(error).toBeLessThan(TOLERANCE)
  })

  it('has the coupler angle, speed and acceleration of the closed form', () => {
    const errors = worst(take, 'crank-pin/angle', (frame) => {
      const theta = crank(frame)
      const { coupler } = fourBar(0.16, 0.03, 0.16, 0.1, theta)
      return [coupler[0] - theta[0], coupler[1] - theta[1], coupler[2] - theta[2]]
    })
    for (const error of errors) expect(error).toBeLessThan(TOLERANCE)
  })

  it('measures the joint that closes the loop just as exactly', () => {
    const errors = worst(take, 'rocker-pin/angle', (frame) => {
      const { rocker, coupler } = fourBar(0.16, 0.03, 0.16, 0.1, crank(frame))
      return [rocker[0] - coupler[0], rocker[1] - coupler[1], rocker[2] - coupler[2]]
    })
    for (const error of errors) expect(error).toBeLessThan(TOLERANCE)
  })

  it('carries the beam tip along the closed-form coupler curve', () => {
    // the tip is at a fixed place of the coupler's plane
    const tip = (theta: readonly [number, number, number]): [number, number, number] => {
      const { coupler } = fourBar(0.16, 0.03, 0.16, 0.1, theta)
      const turn = (-36.5 * Math.PI) / 180
      const x = 0.08 + 0.13 * Math.cos(turn) - 0.082 * Math.sin(turn)
      const y = 0.13 * Math.sin(turn) + 0.082 * Math.cos(turn)
      const [a, da, dda] = theta
      const [b, db, ddb] = coupler
      const sb = Math.sin(b)
      const cb = Math.cos(b)
      return [
        0.03 * Math.sin(a) + x * sb + y * cb,
        0.03 * Math.cos(a) * da + (x * cb - y * sb) * db,
        0.03 * (Math.cos(a) * dda - Math.sin(a) * da * da) +
          (x * cb - y * sb) * ddb -
          (x * sb + y * cb) * db * db,
      ]
    }
    const error = [0, 0, 0]
    const size = [0, 0, 0]
    for (let frame = 0; frame < take.frames; frame++) {
      tip(crank(frame)).forEach((want, k) => {
        error[k] = Math.max(error[k], Math.abs(take.probes[3 * frame + k] - want))
        size[k] = Math.max(size[k], Math.abs(want))
      })
    }
    error.forEach((e, k) => expect(e / size[k]).toBeLessThan(TOLERANCE))
  })

  it('has mobility 1 and three redundant rows', () => {
    // common practice: a planar loop in space says three things twice
    const model = openModel(walkingBeam)
    if (!model.ok) throw new Error('the demo must open')
    expect(model.value.mobility).toMatchObject({ mobility: 1, coordinates: 3, rows: 5, rank: 2 })
    expect(model.value.mobility.redundant.map((row) => row.direction).sort()).toEqual([
      'slide along z',
      'tilt about x',
      'tilt about y',
    ])
    const { words, states } = reportModel(model.value, 'steady-walk')
    expect(words.line).toBe('Mobility 1 · driven 1 · fully determined')
    expect(words.redundancies).toBe('3 harmless redundancies')
    expect(states['crank-shaft']).toBe('drives')
    expect(states['rocker-pivot']).toBe('follows')
  })
})

describe('in-line slider-crank of the packet pusher', () => {
  // Norton, Design of Machinery, slider-crank position solution without offset; derivatives by hand.
  const take = takeOf(packetPusher)

  it('has the slide, speed and acceleration of the closed form', () => {
    expect(take.stopped).toBeNull()
    const errors = worst(take, 'pusher-slide/s', (frame) =>
      sliderCrank(0.03, 0.11, reading(take, 'crank-shaft/angle', frame), -0.14),
    )
    for (const error of errors) expect(error).toBeLessThan(TOLERANCE)
  })
})

const TURN = 2 * Math.PI

/** A four-bar by its lengths: ground along x, the crank at `start`, coupler and rocker to the left of the diagonal. */
function fourBarSketch(d: number, a: number, b: number, c: number, start: number): Sketch {
  const pin: Flat = [a * Math.cos(start), a * Math.sin(start)]
  return new Sketch(1)
    .body('crank', 'coupler', 'rocker')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', pin)
    .hinge('eye', 'coupler', 'rocker', meet(pin, b, [d, 0], c))
    .hinge('pivot', 'ground', 'rocker', [d, 0])
}

describe('four-bars by Grashof', () => {
  // Norton, Design of Machinery: Grashof's condition s + l <= p + q
  it('a double crank: both links at the ground turn fully, as the closed form says', () => {
    const [d, a, b, c] = [0.03, 0.09, 0.08, 0.1]
    const film = fourBarSketch(d, a, b, c, 1).motor('shaft', TURN).solve()
    const start = fourBar(d, a, b, c, [1, 0, 0]).rocker[0]
    const turned = film.joint('pivot', 60)[0]
    expect(turned).toBeCloseTo(TURN, 9)
    const errors = film.worst(
      (frame) => film.joint('pivot', frame),
      (frame) => {
        const [angle, rate, acceleration] = film.joint('shaft', frame)
        const { rocker } = fourBar(d, a, b, c, [1 + angle, rate, acceleration])
        const near = film.joint('pivot', frame)[0]
        const value = rocker[0] - start
        return [value + TURN * Math.round((near - value) / TURN), rocker[1], rocker[2]]
      },
    )
    for (const error of errors) expect(error).toBeLessThan(TOLERANCE)
  })

  it('a triple rocker stops at its dead point, where crank and coupler line up', () => {
    const [d, a, b, c] = [0.1, 0.08, 0.05, 0.06]
    const take = fourBarSketch(d, a, b, c, 0.7).motor('shaft', 1).attempt()
    // at the limit coupler and rocker are one line: (b + c)^2 = a^2 + d^2 - 2 a d cos
    const limit = Math.acos((a * a + d * d - (b + c) ** 2) / (2 * a * d))
    expect(take.stopped?.code).toBe('dead-point')
    const reached = 0.7 + new TakeReader(take).joint('shaft', take.frames - 1)[0]
    expect(reached).toBeLessThanOrEqual(limit + 1e-9)
    expect(limit - reached).toBeLessThan(1 / 60)
  })

  it('has its extreme transmission angles where crank and ground line up', () => {
    // Norton: cos(mu) = (b^2 + c^2 - (d -+ a)^2) / (2 b c)
    const [d, a, b, c] = [0.16, 0.03, 0.16, 0.1]
    const sketch = fourBarSketch(d, a, b, c, 0).motor('shaft', TURN)
    const film = sketch.solve()
    // at the start the bodies are drawn in line with ground, so the joint angle counts from there
    const mu = (gap: number) => Math.acos((b * b + c * c - gap * gap) / (2 * b * c))
    const angles = Array.from({ length: 61 }, (_, k) => mu(d - a) + film.joint('eye', k)[0])
    expect(Math.abs(angles[30])).toBeCloseTo(mu(d + a), 9)
    expect(Math.min(...angles)).toBeGreaterThanOrEqual(mu(d - a) - 1e-9)
  })
})

it('offset slider-crank: stroke and time ratio of its quick return', () => {
  // Norton, Design of Machinery, offset slider-crank: extreme positions with crank and rod in line
  const [r, l, e] = [0.03, 0.1, 0.02]
  const start = Math.asin(e / (l + r))
  const pin: Flat = [r * Math.cos(start), r * Math.sin(start)]
  const reach = Math.sqrt((l + r) ** 2 - e * e)
  const sketch = new Sketch(1, 3600)
    .body('crank', 'rod', 'slider')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'rod', pin)
    .hinge('eye', 'rod', 'slider', [reach, e])
    .slide('rail', 'ground', 'slider', [reach, e], [1, 0, 0])
    .motor('shaft', TURN)
  // started in line it is at a dead point of the slider, which the crank drives through
  const film = sketch.solve()
  let lowest = 0
  let at = 0
  for (let frame = 0; frame < film.take.frames; frame++) {
    const s = film.joint('rail', frame)[0]
    if (s < lowest) {
      lowest = s
      at = frame
    }
  }
  expect(lowest).toBeCloseTo(Math.sqrt((l - r) ** 2 - e * e) - reach, 7)
  const back = Math.PI + Math.asin(e / (l - r)) - start
  expect(film.time(at) * TURN).toBeCloseTo(back, 2)
})

it('crank-shaper: the ratio of working to return time is (180 + a) / (180 - a)', () => {
  // Norton, Design of Machinery, crank-shaper quick return: a = 2 asin(r / d)
  const [r, d] = [0.04, 0.1]
  const film = new Sketch(1, 7200)
    .body('crank', 'block', 'lever')
    .hinge('shaft', 'ground', 'crank', [0, d])
    .hinge('pin', 'crank', 'block', [0, d + r])
    .slide('way', 'lever', 'block', [0, d + r], [0, 1, 0])
    .hinge('foot', 'ground', 'lever', [0, 0])
    .motor('shaft', TURN)
    .solve()
  let ahead = 0
  for (let frame = 0; frame < film.take.frames - 1; frame++) if (film.joint('foot', frame)[1] > 0) ahead++
  const back = film.take.frames - 1 - ahead
  const alpha = 2 * Math.asin(r / d)
  expect(Math.max(ahead, back) / Math.min(ahead, back)).toBeCloseTo((Math.PI + alpha) / (Math.PI - alpha), 2)
  const swing = Array.from({ length: film.take.frames }, (_, k) => film.joint('foot', k)[0])
  expect(Math.max(...swing)).toBeCloseTo(Math.asin(r / d), 6)
  // closed form of the lever: tan = r sin t / (d + r cos t)
  for (const frame of [500, 2500, 6000]) {
    const t = film.joint('shaft', frame)[0]
    expect(-film.joint('foot', frame)[0]).toBeCloseTo(Math.atan2(-r * Math.sin(t), d + r * Math.cos(t)), 12)
  }
})

it('Stephenson six-bar: a dyad on the coupler, closed loop after loop', () => {
  // Norton, Design of Machinery, Stephenson's chain: the second loop is a four-bar whose input is the coupler point
  const [d, a, b, c] = [0.16, 0.03, 0.16, 0.1]
  const start = 1
  const pin: Flat = [a * Math.cos(start), a * Math.sin(start)]
  const { coupler } = fourBar(d, a, b, c, [start, 0, 0])
  const arm = { along: 0.06, across: 0.08 }
  const tipAt = (t: number): Flat => {
    const u = fourBar(d, a, b, c, [t, 0, 0]).coupler[0]
    return [
      a * Math.cos(t) + arm.along * Math.cos(u) - arm.across * Math.sin(u),
      a * Math.sin(t) + arm.along * Math.sin(u) + arm.across * Math.cos(u),
    ]
  }
  const foot: Flat = [0.22, 0.05]
  const knee = (t: number) => meet(tipAt(t), 0.14, foot, 0.12)
  const eye: Flat = [pin[0] + b * Math.cos(coupler[0]), pin[1] + b * Math.sin(coupler[0])]
  const film = new Sketch(1)
    .body('crank', 'coupler', 'rocker', 'link', 'lever')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', pin)
    .hinge('eye', 'coupler', 'rocker', eye)
    .hinge('pivot', 'ground', 'rocker', [d, 0])
    .hinge('tip', 'coupler', 'link', tipAt(start))
    .hinge('knee', 'link', 'lever', knee(start))
    .hinge('foot', 'ground', 'lever', foot)
    .motor('shaft', TURN)
    .solve()
  const lever = (t: number) => Math.atan2(knee(t)[1] - foot[1], knee(t)[0] - foot[0])
  const errors = film.worst(
    (frame) => film.joint('foot', frame),
    (frame) => {
      const [value, rate, acceleration] = jetOf((time) => lever(start + TURN * time), film.time(frame))
      return [value - lever(start), rate, acceleration]
    },
  )
  expect(errors[0]).toBeLessThan(TOLERANCE)
  // the reference's derivatives are differenced
  expect(errors[1]).toBeLessThan(1e-7)
  expect(errors[2]).toBeLessThan(1e-5)
})

it('Peaucellier: the pen draws an exact line', () => {
  // Kempe, How to Draw a Straight Line (1877): |OB| |OP| = L^2 - s^2, B on a circle through O
  const [long, short, r] = [0.1, 0.06, 0.03]
  const power = long * long - short * short
  const start = 0.5
  const near: Flat = [r + r * Math.cos(start), r * Math.sin(start)]
  const distance = Math.hypot(...near)
  const far: Flat = [(near[0] * power) / distance ** 2, (near[1] * power) / distance ** 2]
  const middle = [(near[0] + far[0]) / 2, (near[1] + far[1]) / 2]
  const gap = Math.hypot(far[0] - near[0], far[1] - near[1]) / 2
  const across = Math.sqrt(short * short - gap * gap)
  const [nx, ny] = [-near[1] / distance, near[0] / distance]
  const up: Flat = [middle[0] + across * nx, middle[1] + across * ny]
  const down: Flat = [middle[0] - across * nx, middle[1] - across * ny]
  const film = new Sketch(1)
    .body('radius', 'upper', 'lower', 'b1', 'b2', 'p1', 'p2')
    .hinge('drive', 'ground', 'radius', [r, 0])
    .hinge('o1', 'ground', 'upper', [0, 0])
    .hinge('o2', 'ground', 'lower', [0, 0])
    .hinge('n1', 'radius', 'b1', near)
    .hinge('n2', 'radius', 'b2', near)
    .hinge('u1', 'upper', 'b1', up)
    .hinge('u2', 'upper', 'p1', up)
    .hinge('d1', 'lower', 'b2', down)
    .hinge('d2', 'lower', 'p2', down)
    .hinge('pen', 'p1', 'p2', far)
    .datum('tip', 'p1', far)
    .probe({ id: 'x', kind: 'datum-position', datum: 'tip', along: 'x' })
    .probe({ id: 'y', kind: 'datum-position', datum: 'tip', along: 'y' })
    .motor('drive', 0.6)
    .solve()
  for (let frame = 0; frame < film.take.frames; frame++) {
    // the line is at power / (2 r)
    expect(film.probe('x', frame)[0]).toBeCloseTo(power / (2 * r), 12)
    expect(Math.abs(film.probe('x', frame)[1])).toBeLessThan(1e-9)
  }
  expect(film.probe('y', 60)[0] - film.probe('y', 0)[0]).toBeGreaterThan(0.01)
})

it('a pantograph enlarges by its ratio', () => {
  // common practice: pole, tracer and pen in line, distances in a fixed ratio
  const k = 2.5
  const tracer: Flat = [0.05, 0.02]
  const pen: Flat = [k * tracer[0], k * tracer[1]]
  const top = meet([0, 0], 0.09, pen, 0.09)
  const left: Flat = [top[0] / k, top[1] / k]
  const right: Flat = [pen[0] + (top[0] - pen[0]) * (1 - 1 / k), pen[1] + (top[1] - pen[1]) * (1 - 1 / k)]
  const sketch = new Sketch(1)
    .body('main', 'arm', 'inner', 'outer', 'stylus')
    .hinge('pole', 'ground', 'main', [0, 0])
    .hinge('apex', 'main', 'arm', top)
    .hinge('c1', 'main', 'inner', left)
    .hinge('c2', 'arm', 'outer', right)
    .hinge('trace', 'inner', 'outer', tracer)
    .datum('pen-tip', 'arm', pen)
    .datum('guide', 'ground', [0, 0])
    .datum('trace-tip', 'inner', tracer)
    .path({
      id: 'figure',
      datum: 'guide',
      kind: 'line',
      points: [
        [...tracer, 0],
        [0.03, 0.05, 0],
      ],
    })
    .probe({ id: 'x', kind: 'datum-position', datum: 'pen-tip', along: 'x' })
    .probe({ id: 'y', kind: 'datum-position', datum: 'pen-tip', along: 'y' })
  sketch.document.bodies = sketch.document.bodies.filter(({ id }) => id !== 'stylus')
  // the tracer is led along a line by two mates' worth of driver; across the plane the hinges hold it already
  sketch.mate({
    id: 'line',
    kind: 'coincident',
    a: { path: 'figure', as: 'path' },
    b: { datum: 'trace-tip', as: 'point' },
  })
  const film = sketch.motor('pole', 0.3).solve()
  const lengthOf = Math.hypot(0.03 - tracer[0], 0.05 - tracer[1])
  for (let frame = 0; frame < film.take.frames; frame++) {
    const [x, y] = [film.probe('x', frame)[0], film.probe('y', frame)[0]]
    // the pen stays on the enlarged line
    const across = ((x - pen[0]) * (0.05 - tracer[1]) - (y - pen[1]) * (0.03 - tracer[0])) / lengthOf
    expect(Math.abs(across)).toBeLessThan(1e-11)
  }
  expect(Math.hypot(film.probe('x', 60)[0] - pen[0], film.probe('y', 60)[0] - pen[1])).toBeGreaterThan(0.01)
})
