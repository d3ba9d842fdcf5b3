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

function liftOf({ mechanism }: Model, angle: number): number {
  const transmission = shapeOf(mechanism.geometry.parts.get('cam')!).transmission()
  return transmission?.kind === 'cam' ? transmission.lift(angle)[0] : Number.NaN
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
        const centre = 0.025 + 0.006 + liftOf(model, -TURN * film.time(frame))
        expect(Math.abs(start + position - centre)).toBeLessThan(1e-8)
      }
    },
  )

  it('again changes the rest position alone, and makes no second contact', () => {
    const once = ridden(camAndRoller(0.04))
    const twice = ridden(once)
    expect(twice.document.contacts).toHaveLength(1)
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
