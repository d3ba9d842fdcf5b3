/** Functions of time written as expressions: exact derivatives, dimensions, and what is told of those that cannot be read. */
import { describe, expect, it } from 'vitest'
import type { Dimension } from '../../src'
import { timeExpression } from '../../src/units/time-expression'

function jet(text: string, t: number, dimension: Dimension = 'length'): number[] {
  const read = timeExpression(text, dimension)
  if (!read.ok) throw new Error(read.problems[0]!.message)
  const out = new Float64Array(3)
  read.value(t, out)
  return [...out]
}
const W = Math.PI

describe('a function of time', () => {
  // value, rate and acceleration by the rules of the calculus textbook, by hand
  it.each<[string, number, [number, number, number]]>([
    ['20 mm', 0.3, [0.02, 0, 0]],
    ['50 mm/s * t', 0.4, [0.02, 0.05, 0]],
    ['2 m/s^2 * t^2 / 2', 0.5, [0.25, 1, 2]],
    ['10 mm * sin(180 deg/s * t)', 0.5, [0.01, 0, -0.01 * W * W]],
    ['10 mm * sin(pi * t)', 0.5, [0.01, 0, -0.01 * W * W]],
    ['10 mm * cos(0.5 * 2 * pi * t)', 0.5, [0, -0.01 * W, 0]],
    ['10 mm * (1 - exp(-t/0.2 s))', 0, [0, 0.05, -0.25]],
    ['-t * 1 m / (1 s + t)', 1, [-0.5, -0.25, 0.25]],
    ['30 mm * atan(t / 1 s) / 1 rad', 1, [(0.03 * W) / 4, 0.015, -0.015]],
    ['sqrt(t * 4 m^2 / 1 s)', 1, [2, 1, -0.5]],
    ['10 mm * (t / 1 s)^3', 2, [0.08, 0.12, 0.12]],
    ['10 mm * log(t / 1 s)', 2, [0.01 * Math.log(2), 0.005, -0.0025]],
    ['5 mm + 0.2 cm * t / 1 s', 1, [0.007, 0.002, 0]],
  ])('%s', (text, t, wanted) => {
    jet(text, t).forEach((value, k) => expect(value).toBeCloseTo(wanted[k]!, 12))
  })

  it('is an angle where the joint turns', () => {
    expect(jet('30 deg/s * t', 2, 'angle')[0]).toBeCloseTo(W / 3, 12)
    expect(jet('20 deg * sin(2*pi*t)', 0.25, 'angle')[0]).toBeCloseTo(W / 9, 12)
    expect(jet('asin(t / 2 s)', 1, 'angle')[0]).toBeCloseTo(W / 6, 12)
  })

  it('has the derivatives that small differences have', () => {
    const text = '10 mm * tan(0.3 * sin(2*pi*t)) * acos(t / 3 s) / 1 rad + 1 mm * exp(-t) ^ 2'
    const h = 1e-4
    const [before, now, after] = [0.7 - h, 0.7, 0.7 + h].map((t) => jet(text, t))
    expect(now![1]).toBeCloseTo((after![0]! - before![0]!) / (2 * h), 6)
    expect(now![2]).toBeCloseTo((after![1]! - before![1]!) / (2 * h), 5)
  })

  it('is refused where it is too long', () => {
    const read = timeExpression(`10 mm ${'+ 1 mm'.repeat(60)}`, 'length')
    expect(read.ok || read.problems[0]!.message).toContain('longer than 300 characters')
  })

  it.each<[string, string]>([
    ['', 'Nothing is written here'],
    ['   ', 'Nothing is written here'],
    ['10 mm * sin(', 'cannot be read'],
    ['10 mm * x', '“x” is neither t, pi nor a unit'],
    ['10 * t', 'is a time, not a length; multiply by 40 mm'],
    ['10 deg', 'is an angle, not a length'],
    ['7', 'is a number without a unit'],
    ['10 mm + t', 'has to be of one kind: the first is a length, the second is a time'],
    ['10 mm * sin(5 mm)', 'sin takes an angle; what stands in its brackets is a length'],
    ['10 mm * abs(t)', '“abs” is not a function known here'],
    ['10 mm * 2^(t/1 s)', 'An exponent has to be a fixed number'],
    ['10 mm * sin(1, 2)', '“sin” takes one number'],
    ['[1, 2] * 10 mm', 'can’t stand here'],
    ['t = 5', 'can’t stand here'],
  ])('is refused: %s', (text, words) => {
    const read = timeExpression(text, 'length')
    expect(read.ok || read.problems[0]!.message).toContain(words)
  })
})
