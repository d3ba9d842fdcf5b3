/**
 * Quantities of machines against closed forms: pressure angle of a cam and of gears, influence coefficients, slip of wheels, length of
 * cords and belts, each with its derivatives.
 */
import { describe, expect, it } from 'vitest'
import { motionLaw, openModel } from '../../src'
import { kitPart } from '../shapes/kit'
import { Sketch } from '../sketch'
import type { Jet, Point, TakeReader } from '../sketch'

const TURN = 2 * Math.PI

/** @param expected value and two derivatives; what is not a number must not be one; null where nothing is compared */
function follows(film: TakeReader, id: string, expected: (t: number) => Jet | null, digits = 9) {
  for (let frame = 0; frame < film.take.frames; frame++)
    expected(film.time(frame))?.forEach((want, k) => {
      const got = film.probe(id, frame)[k]
      if (Number.isNaN(want)) expect(got).toBeNaN()
      else expect(got, `${id}, derivative ${k}, frame ${frame}`).toBeCloseTo(want, digits)
    })
}

function placed(sketch: Sketch, id: string, kind: string, dimensions: object, body: string, position: Point) {
  sketch.document.parts.push({ ...kitPart(kind, dimensions as never), id, name: id })
  sketch.document.bodies
    .find((one) => one.id === body)!
    .parts.push({ id: `${id}-placed`, part: id, at: { position: [...position] } })
  return sketch
}

describe('pressure angle', () => {
  /** Radius of the pitch circle 31 mm, lift 12 mm over 120 deg, dwell 60, return 120. */
  const [PITCH, LIFT, SPAN] = [0.031, 0.012, TURN / 3]
  const ROLLER = { diameter: '12 mm', rim: '1 mm', hub: '6 mm', bore: '2 mm' }

  const camDrive = (speed: number) => {
    const sketch = new Sketch(1, 61)
      .body('shaft', 'follower')
      .hinge('drive', 'ground', 'shaft', [0, 0])
      .slide('guide', 'ground', 'follower', [0.1, 0], [1, 0, 0])
      .motor('drive', speed)
      .probe({ id: 'angle', kind: 'pressure-angle', relation: 'cam' })
    placed(sketch, 'disc', 'cam', {}, 'shaft', [0, 0, 0])
    placed(sketch, 'roller', 'wheel', ROLLER, 'follower', [0.06, 0, 0])
    return sketch.pair('cam', 'cam', 'drive', 'guide', { cam: 'disc-placed' })
  }

  it.each([1, -1])('of a radial roller follower is atan(|ds| / r), turned either way (%d)', (sense) => {
    // Norton, Design of Machinery, equation 8.31d without offset; differentiated by hand: tan' = (v' r - v r') / r^2
    const law = motionLaw('polynomial-3-4-5')!
    const film = camDrive(sense * TURN).solve()
    follows(
      film,
      'angle',
      (t) => {
        const at = (((-sense * TURN * t) % TURN) + TURN) % TURN
        const jet = new Float64Array(4)
        const falling = at >= SPAN + TURN / 6
        const from = falling ? SPAN + TURN / 6 : 0
        if (at >= SPAN && !(falling && at < from + SPAN)) return [0, 0, 0]
        law.evaluate((at - from) / SPAN, jet)
        // at the corners of the programme what comes after and what went before differ
        if (Math.min(at - from, from + SPAN - at) < 1e-9) return null
        const sign = falling ? -1 : 1
        const r = PITCH + (falling ? LIFT * (1 - jet[0]) : LIFT * jet[0])
        const [v, a, j] = [1, 2, 3].map((k) => (sign * LIFT * jet[k]) / SPAN ** k)
        const tangent = v / r
        const slope = (a * r - v * v) / r ** 2
        const bend = (j * r - v * a) / r ** 2 - (2 * slope * v) / r
        const w = -sense * TURN
        const out = [
          Math.atan(tangent),
          (w * slope) / (1 + tangent ** 2),
          (w * w * bend) / (1 + tangent ** 2) - (2 * tangent * w * w * slope ** 2) / (1 + tangent ** 2) ** 2,
        ]
        return out.map((value) => Math.sign(v) * value) as unknown as Jet
      },
      8,
    )
  })

  it.each([
    [1, 20],
    [1.01, (Math.acos(Math.cos((20 * Math.PI) / 180) / 1.01) * 180) / Math.PI],
  ])('of two gears at %d of their centre distance is that of ISO 21771: %d deg', (stretch, degrees) => {
    const apart = 0.06 * stretch
    const sketch = new Sketch(1)
      .body('pinion', 'wheel')
      .hinge('a', 'ground', 'pinion', [0, 0])
      .hinge('b', 'ground', 'wheel', [apart, 0])
      .pair('gear', 'mesh', 'a', 'b', { teethA: 24, teethB: 36 })
      .probe({ id: 'angle', kind: 'pressure-angle', relation: 'mesh' })
      .motor('a', TURN)
    placed(sketch, 'small', 'gear', { teeth: 24 }, 'pinion', [0, 0, 0])
    placed(sketch, 'large', 'gear', { teeth: 36 }, 'wheel', [apart, 0, 0])
    follows(sketch.solve(), 'angle', () => [(degrees * Math.PI) / 180, 0, 0], 12)
  })

  it('of wheels without teeth is refused at its place', () => {
    const sketch = new Sketch(1)
      .body('pinion', 'wheel')
      .hinge('a', 'ground', 'pinion', [0, 0])
      .hinge('b', 'ground', 'wheel', [0.06, 0])
      .pair('gear', 'mesh', 'a', 'b', { teethA: 24, teethB: 36 })
      .probe({ id: 'angle', kind: 'pressure-angle', relation: 'mesh' })
    const opened = openModel(sketch.document)
    expect(opened.ok ? [] : opened.problems.map(({ code, pointer }) => [code, pointer])).toEqual([
      ['probe-freedom', '/probes/0/relation'],
    ])
  })
})

describe('influence coefficient', () => {
  it('of a screw is its lead for a turn, also while it stands', () => {
    const film = new Sketch(2)
      .body('spindle', 'nut')
      .hinge('turn', 'ground', 'spindle', [0, 0])
      .slide('way', 'ground', 'nut', [0, 0], [0, 0, 1])
      .pair('screw', 'thread', 'turn', 'way', { lead: '5 mm' })
      .probe({ id: 'travel', kind: 'velocity-ratio', joint: 'way', against: 'turn' })
      .probe({ id: 'turns', kind: 'velocity-ratio', joint: 'turn', against: 'way' })
      .drive({ id: 'm', kind: 'motor', joint: 'turn', speed: 3, runUp: 0, start: '1 s' } as never)
      .solve()
    expect(film.take.probeChannels.map(({ dimension }) => dimension)).toEqual([
      'travelPerTurn',
      'turnPerTravel',
    ])
    for (const frame of [0, 30, 90, 120]) {
      expect(Math.abs(film.probe('travel', frame)[0])).toBeCloseTo(0.005 / TURN, 14)
      expect(Math.abs(film.probe('turns', frame)[0])).toBeCloseTo(TURN / 0.005, 8)
    }
    // it rests for the first second: the ratio is known, how it changes by time is not
    expect(film.probe('travel', 10)[1]).toBeNaN()
    expect(film.probe('travel', 90)[1]).toBeCloseTo(0, 12)
  })

  it('of an arm that two drivers move is that of the one alone, as the geometry says', () => {
    // two links in a plane, the end on a slide whose other freedom is driven: x = r cos(a) + s with both driven
    const r = 0.1
    const film = new Sketch(1)
      .body('arm', 'cart', 'block')
      .hinge('shoulder', 'ground', 'arm', [0, 0])
      .slide('rail', 'ground', 'cart', [0, -0.2], [1, 0, 0])
      .slide('along', 'cart', 'block', [r, 0], [1, 0, 0])
      .datum('tip', 'arm', [r, 0])
      .datum('face', 'block', [r, 0], { axis: [1, 0, 0] })
      .mate({
        id: 'touch',
        kind: 'distance',
        a: { datum: 'tip', as: 'point' },
        b: { datum: 'face', as: 'plane' },
        value: 0,
      })
      .probe({ id: 'by-arm', kind: 'velocity-ratio', joint: 'along', against: 'shoulder' })
      .probe({ id: 'by-cart', kind: 'velocity-ratio', joint: 'along', against: 'rail' })
      .motor('shoulder', 1)
      .motor('rail', 0.02)
      .solve()
    for (let frame = 1; frame < film.take.frames; frame++) {
      const angle = film.time(frame)
      expect(film.probe('by-arm', frame)[0]).toBeCloseTo(-r * Math.sin(angle), 12)
      expect(film.probe('by-cart', frame)[0]).toBeCloseTo(-1, 12)
      // two drivers move it: the derivatives by time of one coefficient are not those of the motion
      expect(film.probe('by-arm', frame)[1]).toBeNaN()
    }
  })
})

describe('slip', () => {
  const wheels = (ratio: object, gain = 2) =>
    new Sketch(1)
      .body('first', 'second')
      .hinge('a', 'ground', 'first', [0, 0])
      .hinge('b', 'ground', 'second', [0.05, 0])
      .pair('gear', 'rolling', 'a', 'b', { diameterA: '40 mm', diameterB: '60 mm', ...ratio })
      .probe({ id: 'slip', kind: 'slip', relation: 'rolling' })
      .drive({ id: 'm', kind: 'acceleration', joint: 'a', startSpeed: 1, acceleration: gain } as never)

  it('is nothing where wheels roll', () => follows(wheels({}).solve(), 'slip', () => [0, 0, 0], 14))

  it('is the difference of the rim speeds where the ratio is another one, with both derivatives', () => {
    // w_a = 1 + 2 t, w_b = w_a against it: r_a w_a + r_b w_b' with w_b' = -w_a
    const film = wheels({ ratio: 1 }).solve()
    const sign = Math.sign(film.probe('slip', 5)[0])
    follows(film, 'slip', (t) => [sign * -0.01 * -(1 + 2 * t), sign * 0.02, 0], 12)
  })
})

describe('length of a strand', () => {
  it('of a cord is that of its free part', () => {
    const [x, y, radius, speed] = [0.09, -0.3, 0.02, 0.05]
    const film = new Sketch(1)
      .body('drum', 'load')
      .hinge('axle', 'ground', 'drum', [0, 0])
      .slide('guide', 'ground', 'load', [x, y], [0, 1, 0])
      .datum('eye', 'load', [x, y])
      .relate({
        id: 'cord',
        name: 'Cord',
        kind: 'cord',
        a: { joint: 'axle' },
        datum: 'eye',
        diameter: 2 * radius,
      })
      .probe({ id: 'free', kind: 'strand-length', relation: 'cord' })
      .motor('guide', speed)
      .solve()
    follows(film, 'free', (t) => {
      const h = y + speed * t
      const free = Math.sqrt(x * x + h * h - radius * radius)
      const rate = (h * speed) / free
      return [free, rate, (speed * speed - rate * rate) / free]
    })
  })

  it.each([false, true])('of a belt follows its pulleys (crossed: %s)', (crossed) => {
    // common practice: L = 2 s + pi (r_a + r_b) + 2 (r_a -+ r_b) asin((r_a -+ r_b) / d), written with the sine instead of the cosine
    const [ra, rb, apart, speed] = [0.03, 0.02, 0.15, 0.04]
    const film = new Sketch(1)
      .body('wheel', 'carriage', 'idler')
      .hinge('a', 'ground', 'wheel', [0, 0])
      .slide('tension', 'ground', 'carriage', [apart, 0], [1, 0, 0])
      .hinge('b', 'carriage', 'idler', [apart, 0])
      .pair('belt', 'loop', 'a', 'b', { diameterA: 2 * ra, diameterB: 2 * rb, crossed, carrier: 'ground' })
      .probe({ id: 'length', kind: 'strand-length', relation: 'loop' })
      .motor('tension', speed)
      .solve()
    const reach = crossed ? ra + rb : ra - rb
    follows(film, 'length', (t) => {
      const d = apart + speed * t
      const s = Math.sqrt(d * d - reach * reach)
      const length = 2 * s + Math.PI * (ra + rb) + 2 * reach * Math.asin(reach / d)
      return [length, (2 * s * speed) / d, (2 * reach * reach * speed * speed) / (d * d * s)]
    })
  })

  it('of a gear pair there is none', () => {
    const sketch = new Sketch(1)
      .body('first', 'second')
      .hinge('a', 'ground', 'first', [0, 0])
      .hinge('b', 'ground', 'second', [0.05, 0])
      .pair('gear', 'mesh', 'a', 'b', { ratio: 2 })
      .probe({ id: 'length', kind: 'strand-length', relation: 'mesh' })
    const opened = openModel(sketch.document)
    expect(opened.ok ? '' : opened.problems[0].message).toContain('choose a cord, or a belt')
  })
})
