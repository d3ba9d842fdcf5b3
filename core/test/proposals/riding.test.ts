/** Riding on: a follower is set onto its cam in one step, wherever it starts, and runs as the cam's programme says. */
import { describe, expect, it } from 'vitest'
import { rideOn, shapeOf } from '../../src'
import type { Model } from '../../src'
import { Sketch } from '../sketch'

const TURN = 2 * Math.PI

/** A cam and a roller beside it, which slides along x. @param start of the roller's centre [m] */
function camAndRoller(start: number): Sketch {
  return new Sketch(1, 20)
    .body('shaft', 'follower')
    .hinge('drive', 'ground', 'shaft', [0, 0])
    .motor('drive', TURN)
    .part('cam', 'cam', 'shaft', [0, 0])
    .part('roller', 'cylinder', 'follower', [start, 0], { diameter: '12 mm', length: '8 mm' })
    .slide('slide', 'ground', 'follower', [start, 0, 0], [1, 0, 0])
}

function ridden(sketch: Sketch, rider = 'follower', carrier = 'shaft'): Sketch {
  const model = sketch.open()
  const answer = rideOn(model, model.home, rider, carrier)
  if (!answer.ok) throw new Error(answer.problems[0]!.code)
  Object.assign(sketch.document, answer.value)
  return sketch
}

/** The lift of the cam and its slope, by the angle at which it is looked at [m, m/rad]. */
function liftOf({ mechanism }: Model, angle: number): readonly [number, number] {
  const transmission = shapeOf(mechanism.geometry.parts.get('cam')!).transmission()
  if (transmission?.kind !== 'cam') throw new Error('no cam')
  const [lift, slope] = transmission.lift(angle)
  return [lift, slope]
}

describe('riding on', () => {
  it.each([0.033, 0.05, 0.029])(
    'sets a roller that starts at %d m onto the cam, and it stays there',
    (start) => {
      const sketch = ridden(camAndRoller(start))
      const model = sketch.open()
      expect(sketch.document.contacts).toMatchObject([
        { a: 'shaft', b: 'follower', name: 'follower on shaft' },
      ])
      const film = sketch.solve()
      for (let frame = 0; frame < film.take.frames; frame++) {
        const [position] = film.joint('slide', frame)
        const centre = 0.025 + 0.006 + liftOf(model, -TURN * film.time(frame))[0]
        expect(Math.abs(start + position - centre)).toBeLessThan(1e-8)
      }
    },
  )

  it.each([
    ['a lever', -0.04, -0.06],
    ['a lever on the other side of the cam', 0.04, 0.06],
  ])('takes the way of %s for a roller on a pin of its own', (_, start, pivot) => {
    const sketch = ridden(
      new Sketch(1, 20)
        .body('shaft', 'lever', 'roller')
        .hinge('drive', 'ground', 'shaft', [0, 0])
        .motor('drive', TURN)
        .part('cam', 'cam', 'shaft', [0, 0])
        .hinge('pivot', 'ground', 'lever', [pivot, 0.05])
        .hinge('pin', 'lever', 'roller', [start, 0])
        .part('wheel', 'cylinder', 'roller', [start, 0], { diameter: '12 mm', length: '8 mm' }),
      'roller',
    )
    sketch.probe({
      id: 'pressure',
      kind: 'contact-pressure-angle',
      contact: sketch.document.contacts![0]!.id,
    })
    const rests = sketch.document.joints.map(({ id, freedoms }) => [id, freedoms?.[0]?.rest !== undefined])
    expect(Object.fromEntries(rests)).toEqual({ drive: false, pivot: true, pin: false })
    const model = sketch.open()
    const film = sketch.solve()
    for (let frame = 0; frame < film.take.frames; frame++) {
      // the centre of the roller lies on the pitch curve of the cam
      const [turned] = film.joint('pivot', frame)
      const [cos, sin] = [Math.cos(turned), Math.sin(turned)]
      const cx = pivot + cos * (start - pivot) + sin * 0.05
      const cy = 0.05 + sin * (start - pivot) - cos * 0.05
      const around = Math.atan2(cy, cx) - TURN * film.time(frame)
      const [lift, slope] = liftOf(model, around)
      expect(Math.abs(Math.hypot(cx, cy) - 0.031 - lift)).toBeLessThan(1e-8)
      // Norton, Design of Machinery, section 8.6: from the normal of that curve to the way of the centre about the pivot
      const out = Math.atan2(cy, cx)
      const normal = out - Math.atan2(slope, 0.031 + lift)
      const way = Math.atan2(cy - 0.05, cx - pivot) + Math.PI / 2
      expect(film.probe('pressure', frame)[0]).toBeCloseTo(Math.acos(Math.abs(Math.cos(normal - way))), 7)
    }
  })

  it('takes the way of what carries a roller that is bound to it', () => {
    const slid = camAndRoller(0.04).body('wheel')
    const [part] = slid.document.bodies.find(({ id }) => id === 'follower')!.parts.splice(0)
    slid.document.bodies.find(({ id }) => id === 'wheel')!.parts.push(part!)
    slid.document.groups = [{ id: 'stem', name: 'Stem', kind: 'rigid', members: ['wheel', 'follower'] }]
    const { document } = ridden(slid, 'wheel')
    expect(document.joints.find(({ id }) => id === 'slide')!.freedoms?.[0]?.rest).toBeDefined()
  })

  it('leaves alone what moves the cam itself, on a carriage with its follower', () => {
    const sketch = camAndRoller(0.04).body('carriage')
    sketch.slide('along', 'ground', 'carriage', [0, 0, 0], [1, 0, 0])
    for (const id of ['drive-from', 'slide-from'])
      sketch.document.datums.find((datum) => datum.id === id)!.body = 'carriage'
    const { document } = ridden(sketch)
    expect(document.joints.map(({ freedoms }) => freedoms?.[0]?.rest !== undefined)).toEqual([
      false,
      true,
      false,
    ])
  })

  it('again changes the rest position alone, and makes no second contact', () => {
    const once = ridden(camAndRoller(0.04))
    const twice = ridden(once)
    expect(twice.document.contacts).toHaveLength(1)
  })

  it('is refused to what pushes, unless a scenario leaves it free', () => {
    const swapped = camAndRoller(0.04)
    expect(() => ridden(swapped, 'shaft', 'follower')).toThrow('ride-driven')
    swapped.document.scenarios.push({ id: 'by-hand', name: 'By hand', length: 1, frameRate: 20, drivers: [] })
    // it could be pushed there, were it not on its base circle
    expect(() => ridden(swapped, 'shaft', 'follower')).toThrow('ride-beside')
  })

  it('says what is missing: a way to go, or outlines that could meet', () => {
    const loose = camAndRoller(0.04)
    loose.document.joints = loose.document.joints.filter(({ id }) => id !== 'slide')
    expect(() => ridden(loose)).toThrow('ride-no-way')
    const high = camAndRoller(0.04)
    high.document.bodies.find(({ id }) => id === 'follower')!.parts[0]!.at!.position = [0.04, 0, 0.1]
    expect(() => ridden(high)).toThrow('ride-no-outline')
    expect(() => ridden(camAndRoller(0.4))).toThrow('ride-no-outline')
    expect(() => ridden(camAndRoller(0.04), 'ground', 'shaft')).toThrow('ride-grounded')
    const past = camAndRoller(0.04)
    past.document.datums
      .filter(({ id }) => id.startsWith('slide'))
      .forEach((datum) => Object.assign(datum.at!, { axis: [0, 0, 1] }))
    expect(() => ridden(past)).toThrow('ride-beside')
  })
})
