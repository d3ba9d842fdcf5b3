/**
 * Bodies that nothing guides, on a floor in space: they touch by triangles, with friction in a round cone, in even steps.
 * Sources: closed forms of elementary mechanics, of a block with Coulomb friction, of three supports and of impacts, worked out here.
 */
import { describe, expect, it } from 'vitest'
import { contactPairs } from '../../src/contact/pairs'
import type { Stretch } from '../../src/dynamics/contact/crowd'
import { FreeSolver } from '../../src/dynamics/free-solver'
import { bring } from '../contact/brought'
import { balance, G, loosen, reach, weigh } from '../dynamics/free'
import { NEEDLE } from '../proximity/solids'
import { Sketch } from '../sketch'
import type { Flat, Point } from '../sketch'

const { cos, hypot, sin, tan, SQRT1_2 } = Math
// triangles have numbers of 24 bits, which these are
const [SIDE, MASS] = [0.125, 2]
const INERTIA = (MASS * SIDE ** 2) / 6

const onFloor = (): Sketch =>
  new Sketch(1).part('floor', 'box', 'ground', [0, -0.0625, 0], {
    width: '4 m',
    depth: '125 mm',
    height: '4 m',
  })

/** A cube over the floor, its contact with it last. */
function cube(height: number, values: { friction?: number; restitution?: number }): Sketch {
  const centre: Point = [0, height + SIDE / 2, 0]
  const sketch = onFloor()
    .body('cube')
    .part('cube-box', 'box', 'cube', centre, { width: SIDE, depth: SIDE, height: SIDE })
  weigh(sketch, 'cube', MASS, centre, [INERTIA, INERTIA, INERTIA, 0, 0, 0])
  return sketch.contact('on-floor', 'ground', 'cube', values)
}

/** Lets the only body go that nothing guides. @param rates of its place and of its turn about the axes of ground */
function toss(
  sketch: Sketch,
  rates: number[],
  gravity: Point = [0, -G, 0],
  stretches: Stretch[] = [],
): FreeSolver {
  const { model, physics } = loosen(sketch, { gravity })
  const { mechanism, home } = model
  const pairs = contactPairs(mechanism)
  const start = Float64Array.of(0, ...rates)
  const solver = new FreeSolver(mechanism, physics, [], home, start, [], 0, { pairs, stretches })
  if (!solver.start()) throw new Error(solver.problem!.message)
  return solver
}

const placeOf = ({ state }: FreeSolver): Point => [state.q[1]!, state.q[2]!, state.q[3]!]

describe('what is round and stands on a floor, its axis along that of the floor', () => {
  it.each(['cylinder', 'disc'])('a %s lands when a free fall ends, and stands there', (shape) => {
    const [height, drop] = [0.0625, 0.03125]
    const centre: Point = [0, drop + height / 2, 0]
    const sketch = onFloor()
      .body('packet')
      .part('round', shape, 'packet', centre, {
        ...{ diameter: '62.5 mm', [shape === 'disc' ? 'thickness' : 'length']: height },
        ...(shape === 'disc' ? { bore: '0 mm' } : {}),
      })
    // as the floor's, along the vertical
    const packet = sketch.document.bodies.find(({ id }) => id === 'packet')!
    Object.assign(packet.parts[0]!.at!, { axis: [0, 1, 0], zero: [0, 0, 1] })
    weigh(sketch, 'packet', MASS, centre, [INERTIA, INERTIA, INERTIA, 0, 0, 0])
    const solver = toss(sketch.contact('lands', 'ground', 'packet', { friction: 0.3 }), [0, 0, 0, 0, 0, 0])
    const lands = Math.sqrt((2 * drop) / G)
    reach(solver, lands - 1e-6)
    expect(solver.touching).toHaveLength(0)
    reach(solver, lands + 0.1)
    expect(placeOf(solver)[1]).toBeCloseTo(-drop, 9)
  })
})

describe('a cube on a floor with friction', () => {
  it('thrown across it, stops on a straight line after v^2 / (2 mu g)', () => {
    const [speed, friction] = [0.8, 0.3]
    const solver = toss(cube(0, { friction }), [0.6 * speed, 0, 0.8 * speed, 0, 0, 0])
    reach(solver, speed / (friction * G) + 0.05)
    const [x, y, z] = placeOf(solver)
    const way = speed ** 2 / (2 * friction * G)
    // to the step in which it stops
    expect(hypot(x, z) / way).toBeCloseTo(1, 6)
    expect(0.8 * x - 0.6 * z).toBeCloseTo(0, 9)
    expect(y).toBeCloseTo(0, 12)
    expect(solver.touching.every(({ slides }) => !slides)).toBe(true)
  })

  it('thrown across it, takes long steps while it slows down evenly, and short ones where it stops', () => {
    const [speed, friction] = [0.8, 0.3]
    const solver = toss(cube(0, { friction }), [speed, 0, 0, 0, 0, 0])
    const stop = speed / (friction * G)
    const lengths: number[] = []
    while (solver.time < stop) {
      const from = solver.time
      solver.step(stop)
      lengths.push(solver.time - from)
    }
    expect(lengths.length).toBeLessThan(200)
    expect(lengths.at(-2)).toBeLessThan(2.001e-4)
    expect(Math.max(...lengths)).toBeCloseTo(2e-3, 9)
  })

  it('spun on the spot, its four corners slow it by mu m g times their distance from the axis', () => {
    const [turn, friction] = [6, 0.25]
    const solver = toss(cube(0, { friction }), [0, 0, 0, 0, turn, 0])
    const slowing = (friction * MASS * G * SIDE * SQRT1_2) / INERTIA
    const time = 0.6 * (turn / slowing)
    reach(solver, time)
    expect(solver.state.rate[5]).toBeCloseTo(turn - slowing * time, 5)
    expect(hypot(...placeOf(solver))).toBeLessThan(1e-7)
  })

  it('spun where nothing rubs, turns on as it did, whatever tells its attitude', () => {
    const solver = toss(cube(0, {}), [0.1, 0, 0, 0, 20, 0])
    // a quarter turn about y is where three turns about x, y and z have no rates
    reach(solver, 0.4)
    const [ways, last] = [solver.state.twist, 6 * solver.mechanism.bodyLink[1]!]
    ;[0, 20, 0].forEach((turn, k) => expect(ways[last + k]).toBeCloseTo(turn, 6))
    const { world } = solver.state
    const f = 12 * solver.mechanism.bodyLink[1]!
    const height = SIDE / 2
    // its centre, which is half a side above its frame
    const centre = [0, 1, 2].map((k) => world[f + 9 + k]! + height * world[f + 3 + k]!)
    ;[0.04, height, 0].forEach((at, k) => expect(centre[k]).toBeCloseTo(at, 8))
  })

  it('on a slope that falls off askew, stays for good below tan(slope) = mu', () => {
    const slope = Math.atan(0.4)
    const down: Point = [G * sin(slope) * 0.6, -G * cos(slope), G * sin(slope) * 0.8]
    const solver = toss(cube(0, { friction: 0.41 }), [0, 0, 0, 0, 0, 0], down)
    let steps = 0
    for (; solver.time < 5; steps++) expect(solver.step(5)).toBe(true)
    expect(hypot(...placeOf(solver))).toBeLessThan(1e-12)
    // what lies still takes long steps
    expect(steps).toBeLessThan(3000)
  })

  it('slides down it straight with g (sin - mu cos) above that', () => {
    const [slope, friction] = [0.5, 0.4]
    expect(tan(slope)).toBeGreaterThan(friction)
    const down: Point = [G * sin(slope) * 0.6, -G * cos(slope), G * sin(slope) * 0.8]
    const solver = toss(cube(0, { friction }), [0, 0, 0, 0, 0, 0], down)
    reach(solver, 0.3)
    const way = (G * (sin(slope) - friction * cos(slope)) * 0.3 ** 2) / 2
    const [x, , z] = placeOf(solver)
    expect(hypot(x, z) / way).toBeCloseTo(1, 7)
    expect(0.8 * x - 0.6 * z).toBeCloseTo(0, 9)
  })
})

describe('a cube that falls flat', () => {
  it('bounces with the share of its speed, and says where it went in even steps', () => {
    const [height, restitution] = [0.1, 0.5]
    const stretches: Stretch[] = []
    const solver = toss(cube(height, { restitution }), [0, 0, 0, 0, 0, 0], [0, -G, 0], stretches)
    const before = balance(solver)
    const falls = Math.sqrt((2 * height) / G)
    const rises = restitution * falls
    reach(solver, falls + rises)
    expect(placeOf(solver)[1]).toBeCloseTo((restitution ** 2 - 1) * height, 7)
    expect(solver.state.rate[2]).toBeCloseTo(0, 5)
    expect(stretches).toHaveLength(1)
    expect(stretches[0]!.from).toBeCloseTo(falls, 8)
    expect(stretches[0]).toMatchObject({ isRough: true })
    expect(balance(solver)).toBeCloseTo(before, 6)
  })
})

describe('a stool on three tips', () => {
  const tips: Flat[] = [
    [0.2, 0],
    [-0.1, 0.15],
    [-0.1, -0.2],
  ]

  it('rests on each with the share that moments about the others give', () => {
    const sketch = onFloor().body('stool')
    tips.forEach(([x, z], k) => bring(sketch, `tip${k}`, 'stool', [x, 0, z], NEEDLE))
    const centre: Point = [0.03, 0.1, -0.02]
    weigh(sketch, 'stool', MASS, centre, [0.02, 0.03, 0.02, 0, 0, 0])
    const solver = toss(sketch.contact('on-floor', 'ground', 'stool', { friction: 0.5 }), [0, 0, 0, 0, 0, 0])
    reach(solver, 0.1)
    expect(solver.touching).toHaveLength(3)
    const area = ([ax, az]: Flat, [bx, bz]: Flat, [cx, cz]: Flat) =>
      (bx - ax) * (cz - az) - (cx - ax) * (bz - az)
    const whole = area(tips[0]!, tips[1]!, tips[2]!)
    const under: Flat = [centre[0], centre[2]]
    for (const { point, normal } of solver.touching) {
      const k = tips.findIndex(([x, z]) => hypot(point[0]! - x, point[2]! - z) < 1e-6)
      const others = [tips[(k + 1) % 3]!, tips[(k + 2) % 3]!] as const
      expect(normal).toBeCloseTo((MASS * G * area(under, ...others)) / whole, 6)
    }
  })
})
