/**
 * Cams of the kit with their followers: the exact motion programme, also of several cams on one shaft.
 * Source: Norton, Design of Machinery, chapter 8; VDI 2143, polynomial 3-4-5.
 */
import { describe, expect, it } from 'vitest'
import { wheelSlip } from '../../src/analysis/slip'
import { motionLaw } from '../../src'
import { kitPart } from '../shapes/kit'
import { Sketch } from '../sketch'
import type { Point } from '../sketch'

const TURN = 2 * Math.PI
const [BASE, ROLLER, LIFT] = [0.025, 0.006, 0.012]
const [RISE, DWELL, FALL] = [TURN / 3, TURN / 6, TURN / 3]

/** Lift with two derivatives by the angle on the cam: the programme of the kit's cam, written once more. */
function programme(angle: number): [number, number, number] {
  const at = ((angle % TURN) + TURN) % TURN
  const jet = new Float64Array(4)
  const law = motionLaw('polynomial-3-4-5')!
  if (at < RISE) {
    law.evaluate(at / RISE, jet)
    return [LIFT * jet[0], (LIFT * jet[1]) / RISE, (LIFT * jet[2]) / RISE ** 2]
  }
  if (at < RISE + DWELL) return [LIFT, 0, 0]
  if (at < RISE + DWELL + FALL) {
    law.evaluate((at - RISE - DWELL) / FALL, jet)
    return [LIFT * (1 - jet[0]), (-LIFT * jet[1]) / FALL, (-LIFT * jet[2]) / FALL ** 2]
  }
  return [0, 0, 0]
}

const ROLLER_OF_12 = { diameter: '12 mm', rim: '1 mm', hub: '6 mm', bore: '2 mm' }
const PHASES = [0, TURN / 3, (2 * TURN) / 3]

/** Three cams at 120 degrees on one shaft, each with a roller follower; the rollers start anywhere. */
function threeCams(frameRate: number, axis: 1 | -1 = 1, slide: 1 | -1 = 1): Sketch {
  const sketch = new Sketch(2, frameRate)
    .body('shaft')
    .join('revolute', 'drive', 'ground', 'shaft', [0, 0, 0], { axis: [0, 0, axis] })
    .motor('drive', axis * TURN)
  const { parts, bodies } = sketch.document
  const part = (id: string, kind: string, dimensions: object, body: string, position: Point, zero: Point) => {
    parts.push({ ...kitPart(kind, dimensions as never), id, name: id })
    bodies
      .find((one) => one.id === body)!
      .parts.push({ id: `${id}-placed`, part: id, at: { position: [...position], zero: [...zero] } })
  }
  PHASES.forEach((phase, k) => {
    const height = 0.03 * k
    const zero: Point = [Math.cos(phase), Math.sin(phase), 0]
    part(`cam${k}`, 'cam', {}, 'shaft', [0, 0, height], zero)
    sketch.body(`follower${k}`)
    part(`roller${k}`, 'wheel', ROLLER_OF_12, `follower${k}`, [0.05 + 0.01 * k, 0, height], [1, 0, 0])
    sketch
      .join('prismatic', `slide${k}`, 'ground', `follower${k}`, [0.1, 0, height], { axis: [slide, 0, 0] })
      .relate({
        id: `c${k}`,
        name: `Cam ${k}`,
        kind: 'cam',
        a: { joint: 'drive' },
        b: { joint: `slide${k}` },
        cam: `cam${k}-placed`,
      })
  })
  return sketch
}

describe.each([7, 60])('three cams at 120 degrees, at %d frames a second', (frameRate) => {
  it('each lift their follower by their own phase, exactly', () => {
    for (const axis of [1, -1] as const)
      for (const slide of [1, -1] as const) {
        const film = threeCams(frameRate, axis, slide).solve()
        PHASES.forEach((phase, k) => {
          for (let frame = 0; frame < film.take.frames; frame++) {
            // the cam turns about +z, so that the follower at angle 0 meets ever smaller angles of the programme
            const turned = TURN * film.time(frame)
            const [s, v, a] = programme(-phase - turned)
            const [position, rate, acceleration] = film.joint(`slide${k}`, frame).map((x) => slide * x)
            // the roller started 50 mm and more from the axis
            expect(0.05 + 0.01 * k + position).toBeCloseTo(BASE + ROLLER + s, 11)
            expect(rate).toBeCloseTo(-v * TURN, 9)
            // at the corners of the programme its acceleration is what comes after; one sees either side of it
            if (Math.abs(a) > 1e-6) expect(acceleration).toBeCloseTo(a * TURN * TURN, 6)
          }
        })
      }
  })
})

describe('a cam', () => {
  it('whose follower has nothing over it keeps its distance, and says so', () => {
    const sketch = threeCams(10)
    sketch.document.bodies.find(({ id }) => id === 'follower1')!.parts = []
    const { sentence } = wheelSlip(sketch.open()).find(({ relation }) => relation === 'c1')!
    expect(sentence).toContain('nothing over its cam')
  })

  it('that is on another body is refused at its place', () => {
    const sketch = threeCams(10)
    Object.assign(sketch.document.relations![0], { cam: 'roller1-placed' })
    expect(() => sketch.open()).toThrow('relation-cam')
  })
})
