/**
 * Motion programmes over another position: rise, dwell and return by a law over the turn of a master, again and again.
 * Source: VDI 2143 (motion programmes); laws as in motion-laws.test.ts.
 */
import { describe, expect, it } from 'vitest'
import { motionLaw, openModel } from '../../src'
import { validateDocument } from '../../src/document/checks/validate'
import type { MotionProgramme } from '../../src/mechanism/relations/programme'
import { Sketch } from '../sketch'

const TURN = 2 * Math.PI
const STEPS = [
  { over: '120 deg', to: '12 mm', law: 'cycloidal' },
  { over: '60 deg' },
  { over: '90 deg', to: '0 mm', law: 'modified-sine' },
  { over: '90 deg' },
]

function machine(fields: Partial<MotionProgramme> = {}, speed = TURN): Sketch {
  return new Sketch(3, 120)
    .body('shaft', 'tamper')
    .hinge('camshaft', 'ground', 'shaft', [0, 0])
    .slide('guide', 'ground', 'tamper', [0.1, 0], [0, 1, 0])
    .relate({
      id: 'stroke',
      name: 'Stroke',
      kind: 'programme',
      a: { joint: 'camshaft' },
      b: { joint: 'guide' },
      begins: '0 deg',
      level: '0 mm',
      steps: STEPS,
      ...fields,
    })
    .motor('camshaft', speed)
}

/** The stroke with two derivatives by time at a speed of one turn a second. */
function closed(angle: number, speed = TURN): [number, number, number] {
  const at = (((angle % TURN) + TURN) % TURN) / TURN
  const jet = new Float64Array(4)
  const piece = (
    kind: string,
    from: number,
    share: number,
    rise: number,
    base: number,
  ): [number, number, number] => {
    motionLaw(kind)!.evaluate((at - from) / share, jet)
    const rate = speed / TURN / share
    return [base + rise * jet[0]!, rise * jet[1]! * rate, rise * jet[2]! * rate ** 2]
  }
  if (at < 1 / 3) return piece('cycloidal', 0, 1 / 3, 0.012, 0)
  if (at < 1 / 2) return [0.012, 0, 0]
  if (at < 3 / 4) return piece('modified-sine', 1 / 2, 1 / 4, -0.012, 0.012)
  return [0, 0, 0]
}

function expectStroke(sketch: Sketch, wanted: (t: number) => [number, number, number]) {
  const film = sketch.solve()
  for (let frame = 1; frame < 360; frame++) {
    const found = film.joint('guide', frame)
    wanted(film.time(frame)).forEach((value, k) =>
      expect(Math.abs(found[k]! - value)).toBeLessThan([1e-11, 1e-9, 1e-6][k]!),
    )
  }
}

describe('a motion programme', () => {
  it('follows its laws over three turns', () => {
    expectStroke(machine(), (t) => closed(TURN * t))
  })

  it('runs backwards when its master does', () => {
    expectStroke(machine({}, -TURN), (t) => closed(-TURN * t, -TURN))
  })

  it('begins where it is told, and the other way round when it is reversed', () => {
    expectStroke(machine({ begins: '-30 deg' }), (t) => closed(TURN * t + TURN / 12))
    expectStroke(machine({ reversed: true }), (t) => closed(-TURN * t, -TURN))
  })

  it('once, stays before and after', () => {
    const film = machine({ begins: '90 deg', once: true, steps: STEPS.slice(0, 2) }).solve()
    for (const value of film.joint('guide', 20)) expect(value).toBeCloseTo(0, 12)
    expect(film.joint('guide', 300)[0]).toBeCloseTo(0.012, 12)
  })

  it('that ends elsewhere moves on with every round', () => {
    const film = machine({ steps: [{ over: '180 deg', to: '5 mm' }, { over: '180 deg' }] }).solve()
    expect(film.joint('guide', 90)[0]).toBeCloseTo(0.005, 12)
    expect(film.joint('guide', 210)[0]).toBeCloseTo(0.01, 12)
    expect(film.joint('guide', 359)[0]).toBeCloseTo(0.015, 12)
  })

  it.each([
    [{ steps: [] }, 'a programme needs a step; add one.', '/relations/0/steps'],
    [{ steps: [{ over: '0 deg' }] }, 'step 1 goes over 0 deg', '/relations/0/steps/0/over'],
    [{ steps: [{ over: '10 mm' }] }, 'is a length', '/relations/0/steps/0/over'],
    [{ steps: [{ over: '9 deg', to: '9 deg' }] }, 'is an angle', '/relations/0/steps/0/to'],
    [{ steps: [{ over: '9 deg', law: 'quick' }] }, '“quick” is not a motion law', '/relations/0/steps/0/law'],
    [{ begins: '1 mm' }, 'is a length', '/relations/0/begins'],
    [{ level: '1 deg' }, 'is an angle', '/relations/0/level'],
  ])('is refused with %j', (fields, words, pointer) => {
    const { document } = machine(fields as Partial<MotionProgramme>)
    expect(validateDocument(document).ok).toBe(true)
    const opened = openModel(document)
    expect(opened.ok || opened.problems[0]).toMatchObject({
      pointer,
      message: expect.stringContaining(words) as string,
    })
  })
})
