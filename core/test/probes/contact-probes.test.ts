/** Gap, force and sliding of a contact in a run by masses and loads, and where its forces are drawn. */
import { describe, expect, it } from 'vitest'
import { MARK } from '../../src'
import { weigh } from '../dynamics/free'
import { Sketch } from '../sketch'

const [G, MASS, FRICTION] = [9.81, 2, 0.3]

/** A block that slides along the floor and comes to a stop, having fallen onto it from a height. @param push [N] for the first tenth of a second */
function block(height: number, push = 0): Sketch {
  const sketch = new Sketch(0.6)
    .part('floor', 'box', 'ground', [0, -0.1], { width: '4 m', depth: '200 mm', height: '40 mm' })
    .body('block')
    .join('planar', 'plane', 'ground', 'block', [0, 0.05 + height])
    .part('cube', 'box', 'block', [0, 0.05 + height], { width: '200 mm', depth: '100 mm', height: '20 mm' })
    .datum('centre', 'block', [0, 0.05 + height])
    .contact('on-floor', 'ground', 'block', { friction: FRICTION })
  weigh(sketch, 'block', MASS, [0, 0.05 + height, 0], [0, 0, 0.01, 0, 0, 0])
  for (const kind of ['contact-gap', 'contact-force', 'contact-slip'])
    sketch.probe({ id: kind, kind, contact: 'on-floor' })
  const [scenario] = sketch.document.scenarios
  scenario.mode = 'free'
  scenario.gravity = [0, -G, 0]
  if (push > 0)
    scenario.loads = [
      { id: 'push', name: 'Push', kind: 'effort', joint: 'plane', freedom: 'x', effort: push },
    ] as typeof scenario.loads
  return sketch
}

describe('probes of a contact', () => {
  it('read the gap of what falls, and what presses once it has landed', () => {
    const film = block(0.1).solve()
    const landed = Math.sqrt(0.2 / G)
    for (let frame = 0; frame < film.take.frames; frame++) {
      const time = film.time(frame)
      const [gap] = film.probe('contact-gap', frame)
      const [force] = film.probe('contact-force', frame)
      expect(gap).toBeCloseTo(time < landed ? 0.1 - (G * time * time) / 2 : 0, 9)
      expect(force).toBeCloseTo(time < landed ? 0 : MASS * G, 6)
    }
    expect(film.probe('contact-slip', 0)[0]).toBeNaN()
    expect(film.probe('contact-slip', film.take.frames - 1)[0]).toBe(0)
  })

  it('read how fast it slides, and draw its forces as they are', () => {
    const push = 20
    const film = block(0, push).solve()
    const last = film.take.frames - 1
    const speed = (push / MASS - FRICTION * G) * film.time(last)
    expect(film.probe('contact-slip', last)[0]).toBeCloseTo(-speed, 8)
    const { forceMarks, forces } = film.take
    const [x, y] = forceMarks.reduce(
      ([a, b], { kind }, mark) => {
        const at = MARK * (last * forceMarks.length + mark) + 3
        return kind === 'slides' && Number.isFinite(forces[at])
          ? [a + forces[at]!, b + forces[at + 1]!]
          : [a, b]
      },
      [0, 0] as readonly [number, number],
    )
    // the floor is the first of the two bodies
    expect(x).toBeCloseTo(-FRICTION * MASS * G, 6)
    expect(y).toBeCloseTo(MASS * G, 6)
    expect(forceMarks.some(({ kind }) => kind === 'sticks')).toBe(true)
  })
})

describe('a run with contacts that cannot be', () => {
  it('says by how much bodies overlap at the start', () => {
    const { stopped } = block(-0.002).attempt()
    expect(stopped!.code).toBe('contact-overlaps')
    expect(stopped!.message).toMatch(/overlap by 2\.?0* mm/)
  })

  it('stops where a driver pushes against what cannot move', () => {
    const sketch = new Sketch(1)
      .part('wall', 'box', 'ground', [0.3, 0], { width: '100 mm', depth: '100 mm', height: '20 mm' })
      .body('ram')
      .part('head', 'box', 'ram', [0, 0], { width: '100 mm', depth: '100 mm', height: '20 mm' })
      .slide('way', 'ground', 'ram', [0, 0, 0], [1, 0, 0])
      .motor('way', 0.4)
      .contact('meet', 'ground', 'ram')
    weigh(sketch, 'ram', 1, [0, 0, 0], [0, 0, 0.001, 0, 0, 0])
    sketch.document.scenarios[0]!.mode = 'free'
    const { stopped } = sketch.attempt()
    expect(stopped!.code).toBe('contact-locks')
    expect(stopped!.data!.time).toBeCloseTo(0.5, 8)
  })
})

describe.each([1, -1])('a roller that rides on a cam, turned to side %d', (side) => {
  // Norton, Design of Machinery, section 8.6: without offset tan(pressure angle) = lift' / (base + roller + lift)
  const [BASE, ROLLER, LIFT, RISE] = [0.025, 0.006, 0.012, (2 * Math.PI) / 3]
  const rise = (u: number) => LIFT * (10 * u ** 3 - 15 * u ** 4 + 6 * u ** 5)
  const slope = (u: number) => (LIFT * (30 * u ** 2 - 60 * u ** 3 + 30 * u ** 4)) / RISE
  const sketch = new Sketch(1, 60)
    .body('shaft', 'rider')
    .hinge('drive', 'ground', 'shaft', [0, 0])
    .part('cam', 'cam', 'shaft', [0, 0])
    .part('roller', 'cylinder', 'rider', [0.05, 0], { diameter: 2 * ROLLER, length: '10 mm' })
    .slide('way', 'ground', 'rider', [0, 0, 0], [1, 0, 0])
    .rest('way', -0.03)
    .contact('ride', 'shaft', 'rider')
    .motor('drive', -side * 2 * Math.PI)
    .probe({ id: 'pressure', kind: 'contact-pressure-angle', contact: 'ride' })
  for (const along of ['x', 'y'] as const)
    sketch.probe({ id: along, kind: 'contact-point', contact: 'ride', body: 'rider', along })

  it('has the pressure angle of its programme, and touches where that says', () => {
    const film = sketch.solve()
    for (let frame = 0; frame < film.take.frames; frame++) {
      const turned = side * 2 * Math.PI * film.time(frame)
      const at = ((turned % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)
      if (at > RISE) continue
      const angle = Math.atan(slope(at / RISE) / (BASE + ROLLER + rise(at / RISE)))
      expect(film.probe('pressure', frame)[0]).toBeCloseTo(angle, 7)
      const [x] = film.probe('x', frame)
      const [y] = film.probe('y', frame)
      // the rider's own origin is ground's where it was drawn
      expect(Math.hypot(x - 0.05, y)).toBeCloseTo(ROLLER, 9)
      expect(Math.abs(Math.atan2(Math.abs(y), 0.05 - x))).toBeCloseTo(angle, 7)
    }
  })

  it('has none while it is off, and a body that goes where it likes has none at all', () => {
    const off = new Sketch(0.1)
      .body('one')
      .part('floor', 'box', 'ground', [0, -0.1], { width: '1 m', depth: '100 mm' })
      .part('cube', 'box', 'one', [0, 0.1], { width: '40 mm', depth: '40 mm' })
      .slide('way', 'ground', 'one', [0, 0.1, 0], [0, 1, 0])
      .contact('meet', 'ground', 'one')
      .probe({ id: 'pressure', kind: 'contact-pressure-angle', contact: 'meet' })
      .probe({ id: 'place', kind: 'contact-point', contact: 'meet', body: 'one', along: 'x' })
    const film = off.solve()
    expect(film.probe('pressure', 0)[0]).toBeNaN()
    expect(film.probe('place', 0)[0]).toBeNaN()
    const loose = block(0.1)
    loose.probe({ id: 'pressure', kind: 'contact-pressure-angle', contact: 'on-floor' })
    expect(() => loose.attempt()).toThrow('no joint with one freedom')
  })
})
