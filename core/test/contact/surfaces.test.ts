/** Parts that were brought in, or whose outlines cross: they touch where their triangles do, exactly on these. */
import { describe, expect, it } from 'vitest'
import { grab } from '../../src'
import { contactPairs, LieReader } from '../../src/contact/pairs'
import { standingAt } from '../../src/mechanism/state'
import { ball, box, column, NEEDLE } from '../proximity/solids'
import { Sketch } from '../sketch'
import type { Flat, Point } from '../sketch'
import { bring } from './brought'

const { cos, tan, atan, PI, hypot } = Math
const WEDGE = (30 * PI) / 180

/** A wedge that is driven along x under a tip that stands on its slope. */
function wedge(tip: Float32Array, speed = 0.05): Sketch {
  const sketch = new Sketch().body('wedge', 'tip')
  const slope = column(
    [
      [-0.2, 0],
      [0, 0],
      [0, 0.2 * tan(WEDGE)],
    ],
    -0.05,
    0.05,
  )
  bring(sketch, 'slope', 'wedge', [0.1, 0], slope, { axis: [0, 0, 1], zero: [1, 0, 0] })
  bring(sketch, 'point', 'tip', [0, 0.1 * tan(WEDGE)], tip)
  return sketch
    .slide('push', 'ground', 'wedge', [0.1, 0, 0], [1, 0, 0])
    .slide('lift', 'ground', 'tip', [0, 0, 0], [0, 1, 0])
    .rest('lift', -0.1)
    .motor('push', -speed)
    .contact('meet', 'wedge', 'tip')
}

/** A tip at the origin that points down. */
const tip = Float32Array.from(
  column(
    [
      [0, 0],
      [0.02, 0.06],
      [-0.02, 0.06],
    ],
    -0.004,
    0.004,
  ),
)

describe('surfaces of triangles', () => {
  it('meet where boxes on axes that cross do', () => {
    const size = { width: '40 mm', depth: '40 mm', height: '40 mm' }
    const sketch = new Sketch()
      .body('pusher', 'block')
      .part('one', 'box', 'pusher', [0, 0], size)
      .part('other', 'box', 'block', [0.06, 0], size, { axis: [0, 1, 0], zero: [1, 0, 0] })
      .slide('push', 'ground', 'pusher', [0, 0, 0], [1, 0, 0])
      .slide('way', 'ground', 'block', [0.06, 0, 0], [1, 0, 0])
      .motor('push', 0.1)
      .contact('meet', 'pusher', 'block')
    const film = sketch.solve()
    expect(film.joint('way', 30)[0]).toBeCloseTo(0.03, 8)
    expect(film.joint('way', 60)[0]).toBeCloseTo(0.08, 8)
  })

  it.each([
    ['edge', tip],
    ['needle', NEEDLE],
  ])('lift an %s on a wedge as its slope says', (_, triangles) => {
    const film = wedge(triangles).solve()
    const lift = (t: number) => 0.05 * tan(WEDGE) * t
    const [place, rate, change] = film.worst(
      (frame) => film.joint('lift', frame),
      (frame) => [lift(film.time(frame)), 0.05 * tan(WEDGE), 0],
    )
    expect(place).toBeLessThan(1e-6)
    expect(rate).toBeLessThan(1e-6)
    expect(change).toBeLessThan(1e-6)
  })

  it('let go over the edge of a wedge, and take up again', () => {
    const film = wedge(NEEDLE, 0.15).solve()
    const way = (frame: number) => 0.15 * film.time(frame)
    for (const frame of [10, 30, 38])
      expect(film.joint('lift', frame)[0]).toBeCloseTo(tan(WEDGE) * way(frame), 7)
    // beyond the upper edge it has fallen to its rest position
    expect(film.joint('lift', 45)[0]).toBeCloseTo(-0.1, 9)
    expect(film.take.notes.map(({ code }) => code)).toContain('falls')
  })

  it('roll a ball of triangles within what its chords miss', () => {
    const film = wedge(ball(0.02, 24), 0.05)
    film.document.bodies[2]!.parts[0]!.at!.position = [0, 0.1 * tan(WEDGE) + 0.02 / cos(WEDGE) + 1e-3, 0]
    const taken = film.solve()
    for (const frame of [20, 40, 60])
      expect(
        Math.abs(taken.joint('lift', frame)[0] - (0.05 * tan(WEDGE) * taken.time(frame) - 1e-3)),
      ).toBeLessThan(2e-4)
  })

  it('lift a bar by a side that crosses one of its own', () => {
    // a bar on its edge, hinged at the origin, lies on a rail on its edge, which is driven upwards
    const [half, far] = [0.01, 0.15]
    const sketch = new Sketch().body('rail', 'bar')
    const turned = (along: Point, zero: Point) => ({ axis: along, zero })
    const square: Flat[] = [
      [half, 0],
      [0, half],
      [-half, 0],
      [0, -half],
    ]
    bring(sketch, 'long', 'bar', [0, 0, 0], column(square, 0.02, 0.3), turned([1, 0, 0], [0, 0, 1]))
    bring(sketch, 'cross', 'rail', [far, 0, -0.06], column(square, -0.1, 0.1), turned([0, 1, 0], [0, 0, 1]))
    sketch
      .slide('raise', 'ground', 'rail', [far, 0, 0], [0, 0, 1])
      .hinge('tilt', 'ground', 'bar', [0, 0, 0], { axis: [0, -1, 0], zero: [1, 0, 0] })
      .rest('tilt', -0.6, 'angle')
      .motor('raise', 0.05)
      .contact('meet', 'bar', 'rail')
    const film = sketch.solve()
    // the rail's edge stays half an edge below the axis of the bar: far sin(a) - h cos(a) = half
    const angle = (h: number) => Math.asin(half / hypot(far, h)) + atan(h / far)
    for (let frame = 0; frame <= 60; frame += 5) {
      const h = -0.05 + 0.05 * film.time(frame)
      expect(film.joint('tilt', frame)[0]).toBeCloseTo(angle(h), 7)
    }
    const [, rate] = film.joint('tilt', 30)
    const [h, d] = [-0.025, 1e-5]
    expect(rate).toBeCloseTo((0.05 * (angle(h + d) - angle(h - d))) / (2 * d), 6)
  })

  it('know their gap, and whether they lie deep in each other', () => {
    const sketch = new Sketch().body('block')
    bring(sketch, 'one', 'ground', [0, 0], box(0.1, 0.1, 0.1))
    bring(sketch, 'other', 'block', [0.13, 0], box(0.04, 0.04, 0.04))
    sketch.slide('way', 'ground', 'block', [0.13, 0, 0], [1, 0, 0]).contact('meet', 'ground', 'block')
    const { mechanism, home } = sketch.open()
    const [pair] = contactPairs(mechanism)
    const at = (x: number) => {
      const q = home.slice()
      q[mechanism.coordinates[0]!.link]! += x
      return new LieReader().read(standingAt(mechanism, q), pair!)
    }
    const leastGap = (lie: Float64Array) => pair!.finder.closest(lie, new Float64Array(6))
    expect(leastGap(at(0))).toBeCloseTo(0.06, 8)
    expect(leastGap(at(-0.061))).toBeCloseTo(-0.001, 8)
    expect(leastGap(at(3))).toBeNull()
    expect([0, -0.06, -0.061, -0.09, -0.13].map((x) => pair!.finder.areDeep(at(x)))).toEqual([
      false,
      false,
      false,
      true,
      true,
    ])
  })

  it('push while they are dragged', () => {
    const sketch = new Sketch().body('one', 'other')
    bring(sketch, 'a', 'one', [0, 0], ball(0.02, 12))
    bring(sketch, 'b', 'other', [0.06, 0], ball(0.02, 12))
    sketch
      .slide('way', 'ground', 'one', [0, 0, 0], [1, 0, 0])
      .slide('way2', 'ground', 'other', [0.06, 0, 0], [1, 0, 0])
      .contact('meet', 'one', 'other')
    const { mechanism, home } = sketch.open()
    const held = grab(mechanism, home, 1, [0, 0, 0])
    held.to([0.05, 0, 0])
    const second = mechanism.coordinates[1]!
    expect(held.state.q[second.link]! + second.constant).toBeCloseTo(0.03, 7)
  })
})

describe('what a run says before', () => {
  const codes = (sketch: Sketch, mode?: 'free'): string[] => {
    Object.assign(sketch.document.scenarios[0]!, { mode })
    return sketch.attempt().notes.map(({ code }) => code)
  }
  const pair = (triangles: Float32Array): Sketch => {
    const sketch = new Sketch(0.1).body('block')
    bring(sketch, 'one', 'ground', [0, 0], box(0.1, 0.1, 0.1))
    bring(sketch, 'other', 'block', [0.2, 0], triangles)
    return sketch.slide('way', 'ground', 'block', [0.2, 0, 0], [1, 0, 0]).contact('meet', 'ground', 'block')
  }
  const solid = box(0.04, 0.04, 0.04)

  it('is nothing of solids', () => {
    expect(codes(pair(solid))).toEqual([])
  })

  it('names surfaces that are open or as thin as paper', () => {
    expect(codes(pair(solid.slice(0, -9)))).toEqual(['contact-open'])
    expect(codes(pair(box(0.04, 0.04, 1e-5)))).toEqual(['contact-thin'])
  })

  it('names contacts without parts, and those that give way by forces, which triangles do not', () => {
    const bare = pair(solid)
    bare.document.bodies[1]!.parts = []
    expect(codes(bare)).toEqual(['contact-idle'])
    const soft = pair(solid)
    soft.document.contacts![0]!.compliance = { force: '10 N', depth: '0.1 mm' }
    for (const body of soft.document.bodies)
      body.mass = { mass: 1, centre: [0.2, 0, 0], inertia: [1, 1, 1, 0, 0, 0] }
    expect(codes(soft, 'free')).toEqual(['contact-idle'])
    expect(codes(soft)).toEqual([])
    for (const contact of soft.document.contacts!) delete contact.compliance
    expect(codes(soft, 'free')).toEqual([])
  })
})
