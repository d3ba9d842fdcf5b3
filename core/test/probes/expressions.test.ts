/** Probes made of other probes: values and derivatives by hand, and every way in which an expression is at fault. */
import { describe, expect, it } from 'vitest'
import { removalOf } from '../../src/edits/bodies/removal'
import { Sketch } from '../sketch'

const W = 2
const R = 0.1

/** An arm that turns at W rad/s, the height and the reach of its tip, and an expression of them. */
const arm = (expression: string, of: Record<string, string> = { y: 'height', x: 'reach' }) =>
  new Sketch(1)
    .body('arm')
    .hinge('shoulder', 'ground', 'arm', [0, 0])
    .datum('tip', 'arm', [R, 0])
    .motor('shoulder', W)
    .probe({ id: 'made', kind: 'expression', expression, of: entries(of) })
    .probe({ id: 'height', kind: 'datum-position', datum: 'tip', along: 'y' })
    .probe({ id: 'reach', kind: 'datum-position', datum: 'tip', along: 'x' })
    .probe({ id: 'turned', kind: 'joint-position', joint: 'shoulder' })
    .probe({ id: 'speed', kind: 'datum-velocity', datum: 'tip', along: 'x' })
const entries = (of: Record<string, string>) => Object.entries(of).map(([as, probe]) => ({ as, probe }))

describe('an expression of probes', () => {
  it.each<[string, string, (t: number) => [number, number, number]]>([
    [
      '2 * y - 12 mm',
      'length',
      (t) => [2 * R * Math.sin(W * t) - 0.012, 2 * R * W * Math.cos(W * t), -2 * R * W * W * Math.sin(W * t)],
    ],
    ['hypot(x, y)', 'length', () => [R, 0, 0]],
    ['atan2(y, x)', 'angle', (t) => [W * t, W, 0]],
    [
      'x / y',
      'number',
      (t) => {
        const [c, s] = [Math.cos(W * t), Math.sin(W * t)]
        return [c / s, -W / (s * s), (2 * W * W * c) / (s * s * s)]
      },
    ],
  ])('%s is %s', (expression, dimension, expected) => {
    const film = arm(expression).solve()
    expect(film.take.probeChannels[0]).toMatchObject({ key: 'made', dimension })
    for (const frame of [3, 20, 60])
      expected(film.time(frame)).forEach((want, k) =>
        expect(film.probe('made', frame)[k]).toBeCloseTo(want, 9),
      )
  })

  it('counts turns as its probes do, and has the derivatives that they have', () => {
    const turns = arm('a / 360 deg', { a: 'turned' }).solve()
    expect(turns.probe('made', 60)[0]).toBeCloseTo(W / (2 * Math.PI), 12)
    const speed = arm('3 * v', { v: 'speed' }).solve()
    const [value, rate, second] = speed.probe('made', 60)
    expect(value).toBeCloseTo(-3 * R * W * Math.sin(W), 12)
    expect(rate).toBeCloseTo(-3 * R * W * W * Math.cos(W), 12)
    expect(second).toBeCloseTo(3 * R * W ** 3 * Math.sin(W), 9)
  })

  it('where it is divided by zero has no value, and the rest goes on', () => {
    const film = arm('1 mm * x / y').solve()
    expect(Number.isFinite(film.probe('made', 0)[0])).toBe(false)
    expect(film.probe('made', 10)[0]).toBeCloseTo(0.001 / Math.tan((W * 10) / 60), 12)
  })

  it('is made of other expressions, each of which is read once however often it is named', () => {
    const sketch = arm('last + last', { last: 'double-15' })
    for (let k = 0; k < 16; k++)
      sketch.probe({
        id: `double-${k}`,
        kind: 'expression',
        expression: 'a + b',
        of: entries({ a: k === 0 ? 'turned' : `double-${k - 1}`, b: k === 0 ? 'turned' : `double-${k - 1}` }),
      })
    expect(sketch.solve().probe('made', 60)[0]).toBeCloseTo(2 ** 17 * W, 6)
  })

  it('is refused where it lies in too many others', () => {
    const sketch = arm('a', { a: 'next-0' })
    for (let k = 0; k < 30; k++)
      sketch.probe({
        id: `next-${k}`,
        kind: 'expression',
        expression: 'a',
        of: entries({ a: `next-${k + 1}` }),
      })
    sketch.probe({ id: 'next-30', kind: 'expression', expression: '1 mm' })
    expect(() => sketch.open()).toThrow('more than 20 expressions within each other')
  })

  it.each<[string, Record<string, string>, string]>([
    ['y +', { y: 'height' }, '“y +” cannot be read'],
    ['y + a', { y: 'height', a: 'turned' }, 'the first is a length, the second is an angle'],
    ['2 * z', { y: 'height' }, '“z” is neither y, pi nor a unit known here'],
    ['2 * z', {}, '“z” is neither names of probes, pi nor'],
    ['x * y', { y: 'height', x: 'reach' }, 'has a unit that has no name here'],
    ['2 * mm', { mm: 'height' }, '“mm” is a unit or a number; choose another name'],
    ['2 * a', { a: 'made' }, '“made” is made of itself'],
    ['hypot(x)', { x: 'reach' }, '“hypot” takes two'],
    ['', {}, 'expression'],
  ])('“%s” of %j is refused: %s', (expression, of, words) => {
    expect(() => arm(expression, of).open()).toThrow(words)
  })

  it('that names a probe which is not there is refused, and goes with a probe that is deleted', () => {
    expect(() => arm('2 * a', { a: 'gone' }).open()).toThrow('refers to the probe “gone”')
    const { document } = arm('2 * y')
    expect(JSON.stringify(removalOf(document, ['height']))).toContain('made')
  })
})
