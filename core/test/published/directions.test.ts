/**
 * Which way things go, from their geometry: hands of threads, pitch cones of bevel gears, gears on arms that swing, wheels on
 * racks and rails; and slip only where pitch circles slip.
 * Sources: Norton, Design of Machinery, gear trains (bevel gears, Willis' formula); hands of threads by ISO 5408.
 */
import { describe, expect, it } from 'vitest'
import { wheelSlip } from '../../src/analysis/slip'
import { Sketch } from '../sketch'
import type { Point } from '../sketch'
import { kitPart } from '../shapes/kit'
import { modelOf } from '../workshop'

const TURN = 2 * Math.PI

describe('a thread', () => {
  const places = [
    ['along', [0, 0, 1]],
    ['against', [0, 0, -1]],
  ] as const

  describe.each(places)('with its bearing %s the axis', (_, bearing: Point) => {
    describe.each(places)('and its guide %s it', (_name, guide: Point) => {
      it.each([
        ['right', '4 mm'],
        ['left', '-4 mm'],
      ] as const)('%s-hand, moves its nut as the screw joint does', (_hand, lead) => {
        // the screw joint between spindle and nut is the same thread, held by bearing and guide
        const base = () =>
          new Sketch(1)
            .body('spindle', 'nut')
            .join('revolute', 'bearing', 'ground', 'spindle', [0, 0], { axis: bearing })
            .slide('guide', 'ground', 'nut', [0.02, 0], guide)
            .motor('bearing', 3 * TURN)
        const byRelation = base().pair('screw', 'thread', 'bearing', 'guide', { lead }).solve()
        const byJoint = base().join('screw', 'thread', 'nut', 'spindle', [0, 0], {}, { lead }).solve()
        expect(byRelation.joint('guide', 60)[0]).toBeCloseTo(byJoint.joint('guide', 60)[0], 12)
        expect(Math.abs(byRelation.joint('guide', 60)[0])).toBeCloseTo(0.012, 12)
      })

      it('in a nut that turns, moves the spindle as the screw joint does', () => {
        const base = () =>
          new Sketch(1)
            .body('spindle', 'nut')
            .join('revolute', 'bearing', 'ground', 'nut', [0, 0], { axis: bearing })
            .slide('guide', 'ground', 'spindle', [0.02, 0], guide)
            .motor('bearing', 3 * TURN)
        const byRelation = base().pair('screw', 'thread', 'bearing', 'guide', { lead: '4 mm' }).solve()
        const byJoint = base().join('screw', 'thread', 'nut', 'spindle', [0, 0], {}, { lead: '4 mm' }).solve()
        expect(byRelation.joint('guide', 60)[0]).toBeCloseTo(byJoint.joint('guide', 60)[0], 12)
      })
    })
  })

  it('of a body that turns and slides in its nut goes forwards, and says so', () => {
    const relation = {
      id: 'thread',
      name: 'Thread',
      kind: 'screw',
      a: { joint: 'seat', freedom: 'angle' },
      b: { joint: 'seat', freedom: 's' },
      lead: '4 mm',
    } as const
    const sketch = new Sketch(1).body('spindle').join('cylindrical', 'seat', 'ground', 'spindle', [0, 0])
    const film = sketch
      .relate(relation)
      .drive({ id: 'm', kind: 'motor', joint: 'seat', freedom: 'angle', speed: TURN, runUp: 0 })
      .solve()
    expect(film.joint('seat/s', 60)[0]).toBeCloseTo(0.004, 12)
    expect(sketch.open().mechanism.relations[0].sentence).toBe(
      'A right-hand thread: 1 turn of seat moves seat by 4.000 mm along the axis of the turn',
    )
  })

  it('of lead zero is refused, and one across its slide is doubted', () => {
    const thread = (lead: string, axis: Point) =>
      new Sketch(1)
        .body('spindle', 'nut')
        .hinge('bearing', 'ground', 'spindle', [0, 0])
        .slide('guide', 'ground', 'nut', [0, 0], axis)
        .pair('screw', 'thread', 'bearing', 'guide', { lead })
    expect(() => thread('0 mm', [0, 0, 1]).open()).toThrow(/the lead must be other than zero/)
    expect(wheelSlip(thread('4 mm', [0, 0, 1]).open())).toEqual([])
    expect(wheelSlip(thread('4 mm', [1, 0, 0]).open())[0].sentence).toContain('not along the axis')
  })
})

describe('bevel gears', () => {
  /** A pinion about x and a wheel about an axis turned by the shaft angle; both axes meet in the origin. */
  const bevel = (shaft: number, sides: readonly [1 | -1, 1 | -1], ends: readonly [1 | -1, 1 | -1]) => {
    const [c, s] = [Math.cos(shaft), Math.sin(shaft)]
    const axisA: Point = [sides[0], 0, 0]
    const axisB: Point = [sides[1] * c, sides[1] * s, 0]
    // where the wheels are, on one end of their axes or the other
    const placeA: Point = [0.05 * ends[0], 0, 0]
    const placeB: Point = [0.03 * ends[1] * c, 0.03 * ends[1] * s, 0]
    return new Sketch(1)
      .body('pinion', 'wheel')
      .hinge('a', 'ground', 'pinion', placeA, { axis: axisA })
      .hinge('b', 'ground', 'wheel', placeB, { axis: axisB })
  }
  const SIGNS = [1, -1] as const

  it.each([90, 60, 120])('at %d degrees roll on each other, however the axes point', (degrees) => {
    for (const ends of SIGNS.flatMap((p) => SIGNS.map((q) => [p, q] as const)))
      for (const sides of SIGNS.flatMap((p) => SIGNS.map((q) => [p, q] as const))) {
        const shaft = (degrees * Math.PI) / 180
        const sketch = bevel(shaft, sides, ends).pair('gear', 'mesh', 'a', 'b', { teethA: 20, teethB: 30 })
        const film = sketch.motor('a', TURN).solve()
        const rates = [film.joint('a', 30)[1] * sides[0], film.joint('b', 30)[1] * sides[1]]
        // the instant axis of both wheels is a line of both cones: it lies between the ends on which they are
        const line: Point = [rates[0] - rates[1] * Math.cos(shaft), -rates[1] * Math.sin(shaft), 0]
        const outA: Point = [ends[0], 0, 0]
        const outB: Point = [ends[1] * Math.cos(shaft), ends[1] * Math.sin(shaft), 0]
        const unit = Math.hypot(...line)
        const cosines = [outA, outB].map((out) => (line[0] * out[0] + line[1] * out[1]) / unit)
        // both on the same side of the line, so that it is between them
        expect(cosines[0] * cosines[1]).toBeGreaterThan(0)
        const sines = cosines.map((c) => Math.sqrt(1 - c * c))
        expect(sines[1] / sines[0]).toBeCloseTo(1.5, 9)
        expect(wheelSlip(sketch.open())[0]).toMatchObject({ sentence: null })
        expect(wheelSlip(sketch.open())[0].speed).toBeLessThan(1e-12)
      }
  })

  it('turned the wrong way, or with teeth that belie their cones, slip', () => {
    const right = bevel(Math.PI / 2, [1, 1], [1, 1])
    const slipOf = (more: object) => {
      const { document } = bevel(Math.PI / 2, [1, 1], [1, 1]).pair('gear', 'mesh', 'a', 'b', more)
      return wheelSlip(modelOf(document))[0].speed
    }
    expect(right.document.joints).toHaveLength(2)
    const diameters = { diameterA: '40 mm', diameterB: '60 mm' }
    expect(slipOf(diameters)).toBeLessThan(1e-12)
    // 20 mm of the pinion against 30 mm of the wheel at 2/3 rad/s, the other way
    expect(slipOf({ ...diameters, reversed: true })).toBeCloseTo(0.04, 12)
    // 1 rad/s of the pinion is 20 mm/s, half of that of the wheel 15 mm/s
    expect(slipOf({ ...diameters, teethA: 10, teethB: 20 })).toBeCloseTo(0.005, 12)
  })

  it('whose axes pass each other, or whose place is the apex, say that the direction is open', () => {
    const slip = (place: Point) => {
      const { document } = new Sketch(1)
        .body('pinion', 'wheel')
        .hinge('a', 'ground', 'pinion', [0.05, 0, 0], { axis: [1, 0, 0] })
        .hinge('b', 'ground', 'wheel', place, { axis: [0, 1, 0] })
        .pair('gear', 'mesh', 'a', 'b', { ratio: 2 })
      return wheelSlip(modelOf(document))[0].sentence
    }
    expect(slip([0, 0.03, 0.01])).toContain('pitch cones do not meet')
    expect(slip([0, 0, 0])).toContain('does not tell the side')
    expect(slip([0, 0.03, 0])).toBeNull()
  })

  /** Two side gears facing each other, and a planet between them on the cage. */
  const differential = () =>
    new Sketch(1)
      .body('left', 'right', 'cage', 'planet')
      .hinge('l', 'ground', 'left', [-0.03, 0, 0], { axis: [1, 0, 0] })
      .hinge('r', 'ground', 'right', [0.03, 0, 0], { axis: [1, 0, 0] })
      .hinge('c', 'ground', 'cage', [0.1, 0, 0], { axis: [1, 0, 0] })
      .hinge('p', 'cage', 'planet', [0, 0.02, 0], { axis: [0, 1, 0] })
      .pair('gear', 'ml', 'l', 'p', { teethA: 24, teethB: 16, carrier: 'cage' })
      .pair('gear', 'mr', 'r', 'p', { teethA: 24, teethB: 16, carrier: 'cage' })

  it('of a differential turn the sides against each other while the cage is held', () => {
    const film = differential().motor('l', 1).motor('c', 0).solve()
    expect(film.joint('r', 60)[0]).toBeCloseTo(-1, 12)
    expect(differential().open().mobility.mobility).toBe(2)
  })

  it('of a differential with both sides driven give the cage their mean', () => {
    const film = differential().motor('l', 3).motor('r', 1).solve()
    expect(film.joint('c', 60)[0]).toBeCloseTo(2, 12)
    for (const { speed } of wheelSlip(differential().open())) expect(speed).toBeLessThan(1e-12)
  })
})

describe('gears on an arm that swings', () => {
  /** The first gear turns about a shaft beside its centre; the arm hangs on that centre and carries the second gear. */
  const eccentric = (more: object) =>
    new Sketch(1)
      .body('gear', 'arm', 'other', 'link')
      .hinge('shaft', 'ground', 'gear', [0, 0])
      .hinge('centre', 'gear', 'arm', [0.01, 0])
      .hinge('axle', 'arm', 'other', [0.07, 0])
      .hinge('link-pin', 'arm', 'link', [0.05, 0])
      .hinge('link-foot', 'ground', 'link', [0.05, -0.06])
      .pair('gear', 'mesh', 'shaft', 'axle', {
        diameterA: '40 mm',
        diameterB: '80 mm',
        carrier: 'arm',
        ...more,
      })

  it('slip only where their pitch circles do', () => {
    expect(wheelSlip(eccentric({}).open())[0].speed).toBeLessThan(1e-12)
    expect(wheelSlip(eccentric({}).open())[0].sentence).toBeNull()
    // 20 mm at 1 rad/s, and 40 mm at 0.5 rad/s the wrong way
    expect(wheelSlip(eccentric({ reversed: true }).open())[0].speed).toBeCloseTo(0.04, 12)
    // teeth that belie the diameters: 20 mm/s against 40 mm * 0.4
    expect(wheelSlip(eccentric({ teethA: 20, teethB: 50 }).open())[0].speed).toBeCloseTo(0.004, 12)
  })

  it('keep what Willis says of them over the whole turn', () => {
    const film = eccentric({}).motor('shaft', TURN).solve()
    for (let frame = 0; frame <= 60; frame++) {
      // both seen from the arm: the centre joint turns by arm less gear
      const seenFromArm = -film.joint('centre', frame)[0]
      expect(film.joint('axle', frame)[0]).toBeCloseTo(-seenFromArm / 2, 9)
    }
  })

  it('that miss each other say by how much, and do not slip', () => {
    const [{ speed, sentence }] = wheelSlip(eccentric({ diameterB: '78 mm' }).open())
    expect(speed).toBeLessThan(1e-12)
    expect(sentence).toContain('miss each other by 1.00 mm')
  })
})

/** Adds a part of the kit to a body of a sketch, where its own frame is [mm]. */
function withPart(
  sketch: Sketch,
  body: string,
  kind: string,
  dimensions: Record<string, string>,
  place: Point,
): Sketch {
  const { parts, bodies } = sketch.document
  const id = `${body}-${kind}`
  parts.push({ ...kitPart(kind, dimensions), id, name: id })
  const position = place.map((v) => `${v} mm`) as [string, string, string]
  bodies.find((one) => one.id === body)!.parts.push({ id: `${id}-placed`, part: id, at: { position } })
  return sketch
}

describe('a wheel of 40 mm on a rail', () => {
  /**
   * A cart slides along x on a tray that itself can slide; its wheel turns about y. The tray has a rail of 10 mm whose
   * upper or lower face touches the wheel; the datum of the cart's slide is anywhere.
   */
  function cart(
    rail: 'below' | 'above' | 'far' | 'none',
    slideAt: number,
    slide: 1 | -1 = 1,
    axle: 1 | -1 = 1,
  ) {
    const sketch = new Sketch(1)
      .body('tray', 'cart', 'wheel')
      .slide('tray-slide', 'ground', 'tray', [0, 0, 0.2], [1, 0, 0])
      .slide('rail', 'tray', 'cart', [0, 0, slideAt], [slide, 0, 0])
      .hinge('axle', 'cart', 'wheel', [0, 0, 0], { axis: [0, axle, 0] })
      .pair('rack', 'roll', 'axle', 'rail', { diameter: '40 mm' })
    const height = { below: -25, above: 25, far: -60, none: 0 }[rail]
    if (rail === 'none') return sketch
    return withPart(sketch, 'tray', 'box', { width: '400 mm', depth: '20 mm', height: '10 mm' }, [
      0,
      0,
      height,
    ])
  }
  /** How far the cart goes along x for half a turn of the wheel about +y. */
  const rolled = (sketch: Sketch, slide: number, axle: number): number => {
    const film = sketch
      .motor('axle', axle * Math.PI)
      .motor('tray-slide', 0.3)
      .solve()
    return slide * film.joint('rail', 60)[0]
  }

  it('rolls forwards on a rail below and backwards under one above, wherever the slide is and points', () => {
    for (const slideAt of [0.03, 0, -0.02, -0.1])
      for (const slide of [1, -1] as const)
        for (const axle of [1, -1] as const) {
          // turning about +y the lowest point goes to -x, so that the cart goes to +x
          expect(rolled(cart('below', slideAt, slide, axle), slide, axle)).toBeCloseTo(0.02 * Math.PI, 12)
          expect(rolled(cart('above', slideAt, slide, axle), slide, axle)).toBeCloseTo(-0.02 * Math.PI, 12)
          for (const rail of ['below', 'above'] as const) {
            const [{ speed, sentence }] = wheelSlip(cart(rail, slideAt, slide, axle).open())
            expect(speed).toBeLessThan(1e-12)
            expect(sentence).toBeNull()
          }
        }
  })

  it('that is reversed, or smaller than the rail is far, slips', () => {
    const slipOf = (more: object) => {
      const sketch = cart('below', 0.03)
      Object.assign(sketch.document.relations![0], more)
      return wheelSlip(sketch.open())[0]
    }
    expect(slipOf({ reversed: true }).speed).toBeCloseTo(0.04, 12)
    // surfaces are single numbers, good to a nanometre
    expect(slipOf({ diameter: '38 mm' }).speed).toBeCloseTo(0.001, 8)
  })

  it('that touches nothing says so, and which side it goes by', () => {
    const sentence = (sketch: Sketch) => wheelSlip(sketch.open())[0].sentence
    expect(sentence(cart('far', -0.02))).toContain('touches nothing of the other body')
    expect(sentence(cart('none', 0))).toContain('undecided')
    // and does not slip where nothing touches, either way round
    for (const sketch of [cart('far', -0.02), cart('none', 0)]) {
      Object.assign(sketch.document.relations![0], { reversed: true })
      expect(sentence(sketch)).not.toContain('slip')
    }
    // without parts the datum of the slide is all there is
    expect(sentence(cart('none', -0.02))).toBeNull()
    expect(rolled(cart('none', -0.02), 1, 1)).toBeCloseTo(0.02 * Math.PI, 12)
  })
})

describe('a rack of the kit', () => {
  const rack = (above: boolean, diameter: string) => {
    const sketch = new Sketch(1)
      .body('pinion', 'bar')
      .hinge('shaft', 'ground', 'pinion', [0, 0])
      // the datum of the slide is on the wrong side
      .slide('guide', 'ground', 'bar', [0, above ? -0.03 : 0.03], [1, 0, 0])
      .pair('rack', 'mesh', 'shaft', 'guide', { diameter })
      .motor('shaft', TURN)
    withPart(sketch, 'bar', 'rack', {}, [0, above ? 10 : -10, 0])
    if (above) {
      // its teeth point down
      const placed = sketch.document.bodies.find(({ id }) => id === 'bar')!.parts[0]
      Object.assign(placed.at!, { axis: [0, 0, -1], zero: [1, 0, 0] })
    }
    return sketch
  }

  it('goes the way of its side, by its pitch line', () => {
    expect(rack(false, '20 mm').solve().joint('guide', 60)[0]).toBeCloseTo(0.02 * Math.PI, 12)
    expect(rack(true, '20 mm').solve().joint('guide', 60)[0]).toBeCloseTo(-0.02 * Math.PI, 12)
    for (const above of [false, true]) expect(wheelSlip(rack(above, '20 mm').open())[0].sentence).toBeNull()
  })

  it('with the wrong pitch diameter slips by the difference', () => {
    for (const above of [false, true])
      expect(wheelSlip(rack(above, '22 mm').open())[0].speed).toBeCloseTo(0.001, 12)
  })
})
