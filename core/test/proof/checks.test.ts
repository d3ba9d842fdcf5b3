/** Checks against closed forms of a crank of 0.1 m that starts at 30 deg and turns once a second, over 2 s. */
import { describe, expect, it } from 'vitest'
import { evaluateChecks, openModel, runScenario } from '../../src'
import type { Check, CheckResult, MechanismDocument } from '../../src'
import { Sketch } from '../sketch'

const crank = (frameRate = 60) =>
  new Sketch(2, frameRate)
    .body('crank')
    .hinge('axle', 'ground', 'crank', [0, 0])
    .datum('tip', 'crank', [0.1 * Math.cos(Math.PI / 6), 0.05])
    .probe({ id: 'height', kind: 'datum-position', datum: 'tip', along: 'y' })
    .motor('axle', 2 * Math.PI)

function decide(document: MechanismDocument, ...checks: Omit<Check, 'id' | 'name'>[]): CheckResult[] {
  document.checks = checks.map((check, k) => ({ id: `check-${k}`, name: `Check ${k}`, ...check }))
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems.map(({ message }) => message).join())
  const run = runScenario(model.value, 'run')
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const { mobility } = model.value
  const [{ length }] = model.value.scenarios
  return evaluateChecks({ document, take: run.value.take(), length, mobility })
}

describe.each([7, 60])('at %d frames a second', (frameRate) => {
  it('a band has its margin and its worst place on the motion, and the stretches outside it', () => {
    const [within, beyond] = decide(
      crank(frameRate).document,
      { kind: 'band', probe: 'height', lower: '-105 mm', upper: '103 mm' },
      { kind: 'band', probe: 'height', upper: '80 mm' },
    )
    expect(within).toMatchObject({ state: 'met', stretches: [] })
    expect(within.margin).toBeCloseTo(0.003, 12)
    expect(within.time).toBeCloseTo(1 / 6, 8)
    expect(beyond.state).toBe('not-met')
    expect(beyond.margin).toBeCloseTo(-0.02, 12)
    const [up, down] = [Math.asin(0.8), Math.PI - Math.asin(0.8)].map(
      (angle) => (angle - Math.PI / 6) / (2 * Math.PI),
    )
    const digits = frameRate === 7 ? 3 : 8
    expect(beyond.stretches).toHaveLength(2)
    expect(beyond.stretches[0][0]).toBeCloseTo(up, digits)
    expect(beyond.stretches[0][1]).toBeCloseTo(down, digits)
    expect(beyond.stretches[1][0]).toBeCloseTo(1 + up, digits)
  })
})

it('a limit that is just reached is kept, and one that is a micrometre less is not', () => {
  const [kept, lost] = decide(
    crank().document,
    { kind: 'band', probe: 'height', upper: '100 mm' },
    { kind: 'band', probe: 'height', upper: '99.999 mm' },
  )
  expect([kept.state, lost.state]).toEqual(['met', 'not-met'])
})

it('a band holds over a stretch, at an instant, at every maximum, at the end', () => {
  const results = decide(
    crank().document,
    { kind: 'band', probe: 'height', upper: '60 mm', during: { from: '0.4 s', to: '0.9 s' } },
    { kind: 'band', probe: 'height', upper: '60 mm', during: { from: '0.4 s' } },
    { kind: 'band', probe: 'height', lower: '49.9 mm', upper: '50.1 mm', during: { at: '1 s' } },
    { kind: 'band', probe: 'height', lower: '99.99 mm', during: { event: 'maximum', of: 'height' } },
    { kind: 'band', probe: 'height', lower: '51 mm', during: { atEnd: true } },
  )
  expect(results.map(({ state }) => state)).toEqual(['met', 'not-met', 'met', 'met', 'not-met'])
})

it('what cannot be decided says why', () => {
  const results = decide(
    crank().document,
    { kind: 'band', probe: 'height', upper: '60 mm', during: { from: '0.9 s', to: '0.4 s' } },
    { kind: 'band', probe: 'height', upper: '60 mm', during: { at: '5 s' } },
    { kind: 'band', probe: 'height', upper: '60 mm', during: { event: 'passing', of: 'height' } },
    { kind: 'band', probe: 'height', upper: '60 deg' },
    { kind: 'band', probe: 'height', lower: '60 mm', upper: '50 mm' },
    { kind: 'statistic', probe: 'height', statistic: 'mean', upper: 1, during: { at: '1 s' } },
    { kind: 'reach', probe: 'height', value: '3 s' },
  )
  expect(results.map(({ state }) => state)).toEqual(Array(7).fill('undecided'))
  expect(results.map(({ found }) => found).join('\n')).toMatchInlineSnapshot(`
    "The stretch is empty: it ends before it starts.
    5 s lies beyond the end of the scenario at 2.000 s.
    There is no passing in this run.
    Its limits do not fit what is measured, which is in mm.
    The lower limit lies above the upper one.
    This needs a stretch, not an instant.
    The value does not fit what is measured."
  `)
})

it('derivatives are checked as values are', () => {
  const fastest = 0.1 * 2 * Math.PI
  const [speed, acceleration] = decide(
    crank().document,
    { kind: 'band', probe: 'height', derivative: 1, upper: '0.6 m/s' },
    { kind: 'band', probe: 'height', derivative: 2, lower: '-4 m/s^2' },
  )
  expect(speed.margin).toBeCloseTo(0.6 - fastest, 8)
  expect(speed.dimension).toBe('speed')
  expect(acceleration.margin).toBeCloseTo(4 - 0.4 * Math.PI ** 2, 7)
})

it('statistics: mean, RMS, range, period', () => {
  const results = decide(
    crank().document,
    { kind: 'statistic', probe: 'height', statistic: 'mean', upper: 0 },
    { kind: 'statistic', probe: 'height', statistic: 'rms', upper: 0 },
    { kind: 'statistic', probe: 'height', statistic: 'range', upper: 0 },
    { kind: 'statistic', probe: 'height', statistic: 'period', upper: 0 },
    { kind: 'statistic', probe: 'height', statistic: 'maximum', upper: 0, during: { to: '0.1 s' } },
  )
  const values = results.map(({ margin }) => -margin!)
  expect(values[0]).toBeCloseTo(0, 12)
  expect(values[1]).toBeCloseTo(0.1 / Math.SQRT2, 11)
  expect(values[2]).toBeCloseTo(0.2, 12)
  expect(values[3]).toBeCloseTo(1, 8)
  expect(values[4]).toBeCloseTo(0.1 * Math.sin(Math.PI / 6 + 0.2 * Math.PI), 12)
})

it('a value is reached before a time, in a direction', () => {
  const [rising, falling, late, never] = decide(
    crank().document,
    { kind: 'reach', probe: 'height', value: 0, direction: 'rising', before: '1 s' },
    { kind: 'reach', probe: 'height', value: 0, direction: 'falling', before: '1 s' },
    { kind: 'reach', probe: 'height', value: 0, before: '0.2 s' },
    { kind: 'reach', probe: 'height', value: '101 mm' },
  )
  expect(rising.time).toBeCloseTo(11 / 12, 9)
  expect(falling.time).toBeCloseTo(5 / 12, 9)
  expect(falling.margin).toBeCloseTo(7 / 12, 9)
  expect([rising, falling, late, never].map(({ state }) => state)).toEqual([
    'met',
    'met',
    'not-met',
    'not-met',
  ])
  expect(never.found).toMatch(/^comes to 100.00 mm at [01].167 s$/)
})

describe('limits', () => {
  const swinging = (upper: string) => {
    const sketch = new Sketch(2)
      .body('arm')
      .join('revolute', 'axle', 'ground', 'arm', [0, 0], {}, { freedoms: [{ name: 'angle', upper }] })
      .drive({ id: 'sine', kind: 'sine', joint: 'axle', amplitude: '20 deg', frequency: '1 Hz' } as never)
    return decide(sketch.document, { kind: 'limits' }, { kind: 'completes' })
  }
  it('that are kept have their distance', () => {
    const [kept, whole] = swinging('25 deg')
    expect([kept.state, whole.state]).toEqual(['met', 'met'])
    expect((kept.margin! * 180) / Math.PI).toBeCloseTo(5, 6)
  })
  it('that are reached end the motion, and both checks say so', () => {
    const [lost, cut] = swinging('15 deg')
    expect([lost.state, cut.state]).toEqual(['not-met', 'not-met'])
    expect(lost.found).toContain('reaches its upper limit')
    expect(cut.stretches[0][1]).toBe(2)
  })
})

it('what holds so far is not decided when the motion stops', () => {
  const sketch = new Sketch(2)
    .body('arm')
    .join('revolute', 'axle', 'ground', 'arm', [0, 0], {}, { freedoms: [{ name: 'angle', upper: '90 deg' }] })
    .probe({ id: 'angle', kind: 'joint-position', joint: 'axle' })
    .motor('axle', Math.PI)
  const [open, lost, later] = decide(
    sketch.document,
    { kind: 'band', probe: 'angle', upper: '200 deg' },
    { kind: 'band', probe: 'angle', upper: '45 deg' },
    { kind: 'band', probe: 'angle', upper: '45 deg', during: { from: '1.5 s' } },
  )
  expect([open.state, lost.state, later.state]).toEqual(['undecided', 'not-met', 'undecided'])
  expect(open.found).toContain('but the motion stops at 0.500 s')
  expect(later.found).toContain('It is not reached')
})

it('joints keep their speed and acceleration', () => {
  const sketch = new Sketch(2)
    .body('arm')
    .hinge('axle', 'ground', 'arm', [0, 0])
    .drive({ id: 'sine', kind: 'sine', joint: 'axle', amplitude: 1, frequency: 1 } as never)
  const [kept, lost] = decide(
    sketch.document,
    { kind: 'joint-rates', joint: 'axle', speed: 6.3, acceleration: 40 },
    { kind: 'joint-rates', joint: 'axle', speed: 6.3, acceleration: 39 },
  )
  expect([kept.state, lost.state]).toEqual(['met', 'not-met'])
  expect(kept.margin).toBeCloseTo(6.3 - 2 * Math.PI, 6)
  expect(lost.margin).toBeCloseTo(39 - 4 * Math.PI ** 2, 4)
})

describe('the jerk of a joint', () => {
  const lift = (frameRate: number, move: object) =>
    new Sketch(2, frameRate)
      .body('sledge')
      .slide('rail', 'ground', 'sledge', [0, 0], [1, 0, 0])
      .drive({ id: 'lane', kind: 'moves', joint: 'rail', moves: [move] } as never)

  it.each([7, 24, 60])('is that of the law at its jumps, at %d frames a second', (frameRate) => {
    // VDI 2143: the cycloidal law has its peak jerk, 4 pi^2 h / T^3, at both ends
    const move = { law: 'cycloidal', to: '50 mm', start: 1 / 3, duration: 0.7 }
    const peak = (4 * Math.PI ** 2 * 0.05) / 0.7 ** 3
    const [kept, lost] = decide(
      lift(frameRate, move).document,
      { kind: 'joint-rates', joint: 'rail', jerk: peak * 1.0001 },
      { kind: 'joint-rates', joint: 'rail', acceleration: 1, jerk: peak * 0.9999 },
    )
    expect([kept.state, lost.state]).toEqual(['met', 'not-met'])
    expect(kept.margin! / peak).toBeCloseTo(1e-4, 7)
    expect(lost.margin! / peak).toBeCloseTo(-1e-4, 7)
    expect(lost.time).toBeGreaterThan(0.33)
  })

  it('is kept within what a limited move was given', () => {
    const move = { law: 'limited', to: 0.67, start: 0.21, speed: 0.8, acceleration: 3, jerk: 40 }
    const [kept, lost] = decide(
      lift(24, move).document,
      { kind: 'joint-rates', joint: 'rail', jerk: 40 },
      { kind: 'joint-rates', joint: 'rail', jerk: 39.9 },
    )
    expect([kept.state, lost.state]).toEqual(['met', 'not-met'])
    expect(kept.found).toContain('m/s³')
  })
})

it('mobility and redundancy', () => {
  const sketch = new Sketch(1)
    .body('crank')
    .hinge('axle', 'ground', 'crank', [0, 0])
    .hinge('second', 'ground', 'crank', [0, 0])
  const results = decide(
    sketch.document,
    { kind: 'mobility', count: 1 },
    { kind: 'mobility', count: 0 },
    { kind: 'redundancy' },
    { kind: 'redundancy', accepted: ['axle', 'second'] },
  )
  expect(results.map(({ state }) => state)).toEqual(['met', 'not-met', 'not-met', 'met'])
})

it('a reference curve agrees within a tolerance', () => {
  const { document } = crank()
  const points = Array.from({ length: 40 }, (_, k): [number, number] => {
    const time = 0.013 + k * 0.05
    return [time, 0.1 * Math.sin(Math.PI / 6 + 2 * Math.PI * time) + (k === 20 ? 0.002 : 0)]
  })
  document.references = [{ id: 'film', name: 'Film', probe: 'height', points }]
  const [close, far] = decide(
    document,
    { kind: 'agrees', reference: 'film', tolerance: '2.1 mm' },
    { kind: 'agrees', reference: 'film', tolerance: '1.9 mm' },
  )
  expect([close.state, far.state]).toEqual(['met', 'not-met'])
  expect(far.time).toBeCloseTo(1.013, 12)
  expect(far.margin).toBeCloseTo(-0.0001, 10)
})

it('a check that is muted keeps what was found, and does not count', () => {
  const [muted] = decide(crank().document, { kind: 'mobility', count: 3, muted: 'is being redrawn' })
  expect(muted).toMatchObject({ state: 'muted', muted: 'is being redrawn', found: 'it is 1' })
})

it('says what each demands', () => {
  const results = decide(
    crank().document,
    { kind: 'band', probe: 'height', lower: '18 mm', upper: '96 mm' },
    { kind: 'band', probe: 'height', upper: '1 m/s', derivative: 1, during: { from: '1 s', to: '2 s' } },
    { kind: 'reach', probe: 'height', value: '9 mm', direction: 'falling', before: '1.2 s' },
    { kind: 'joint-rates', joint: 'axle', speed: '70 rpm' },
  )
  expect(results.map(({ sentence }) => sentence)).toEqual([
    'height stays between 18 mm and 96 mm during the whole run',
    'the rate of height stays below 1 m/s from 1 s to 2 s',
    'height reaches 9 mm, falling, before 1.2 s',
    'axle keeps below a speed of 70 rpm',
  ])
})

it('a check without what it needs, or with what it has no use for, is refused at its place', () => {
  const { document } = crank()
  document.checks = [
    { id: 'a', name: 'A', kind: 'band', probe: 'height' },
    { id: 'b', name: 'B', kind: 'mobility', count: 1, probe: 'height' },
  ]
  const opened = openModel(document)
  expect(opened.ok ? [] : opened.problems.map(({ code, pointer }) => [code, pointer])).toEqual([
    ['check-incomplete', '/checks/0'],
    ['check-field', '/checks/1/probe'],
  ])
})

describe.each([7, 24, 60])('at %d frames a second', (frameRate) => {
  it.each([0.21, 1 / 3, 0.1 + 0.2, 0.65083333333333, 0.7 / 0.9])(
    'speeds and accelerations that jump between frames are read on both sides, from %d s on',
    (start) => {
      const sketch = new Sketch(2, frameRate)
        .body('sledge')
        .slide('rail', 'ground', 'sledge', [0, 0], [1, 0, 0])
        .probe({ id: 'way', kind: 'joint-position', joint: 'rail' })
        .drive({
          id: 'lane',
          kind: 'moves',
          joint: 'rail',
          // two ramps and a steady stretch, of which no end is a frame
          moves: [{ law: 'limited', to: 0.67, start, speed: 0.8, acceleration: 3 }],
        } as never)
      const results = decide(
        sketch.document,
        { kind: 'band', probe: 'way', derivative: 1, upper: 0.8 },
        { kind: 'band', probe: 'way', derivative: 2, lower: -3, upper: 3 },
        { kind: 'joint-rates', joint: 'rail', speed: 0.8, acceleration: 3 },
      )
      expect(results.map(({ state }) => state)).toEqual(['met', 'met', 'met'])
      for (const { margin } of results) expect(Math.abs(margin!)).toBeLessThan(1e-8)
    },
  )
})
