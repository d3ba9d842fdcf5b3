/** Values at times: ends at rest, free and at a given rate, and rates at points between. */
import { describe, expect, it } from 'vitest'
import type { AnyDriver } from '../../../src'
import { Sketch } from '../../sketch'

const table = (driver: object, frameRate = 50) =>
  new Sketch(3, frameRate)
    .body('table')
    .slide('lift', 'ground', 'table', [0, 0], [0, 0, 1])
    .drive({ id: 'v', kind: 'values', joint: 'lift', ...driver } as AnyDriver)
    .solve()

describe.each([1, 10, 60])('values at times, at %d frames a second', (frameRate) => {
  it('are from rest to rest when nothing else is said', () => {
    const film = table(
      {
        values: [
          [0, 0],
          [1, 0.1],
          [3, 0.2],
        ],
      },
      frameRate,
    )
    const last = film.take.frames - 1
    expect(film.joint('lift', 0).slice(1)).toEqual([0, 0])
    expect(film.joint('lift', last)[1]).toBeCloseTo(0, 12)
    expect(film.joint('lift', frameRate)[0]).toBeCloseTo(0.1, 12)
  })

  it('with free ends follow values on a straight line exactly', () => {
    const line = table(
      {
        values: [
          [0, 0],
          [1, 0.1],
          [3, 0.3],
        ],
        atStart: 'free',
        atEnd: 'free',
      },
      frameRate,
    )
    for (let frame = 0; frame < line.take.frames - 1; frame++) {
      expect(line.joint('lift', frame)[0]).toBeCloseTo(0.1 * line.time(frame), 12)
      expect(line.joint('lift', frame)[1]).toBeCloseTo(0.1, 11)
    }
  })

  it('have the rates that are given, at ends and between', () => {
    const film = table(
      {
        values: [
          [0, 0, '50 mm/s'],
          [1, 0.1, '20 mm/s'],
          [3, 0.2, '-10 mm/s'],
        ],
      },
      frameRate,
    )
    expect(film.joint('lift', 0)[1]).toBeCloseTo(0.05, 12)
    expect(film.joint('lift', frameRate)[1]).toBeCloseTo(0.02, 12)
  })

  it('may be free at one end only', () => {
    const film = table(
      {
        values: [
          [0, 0],
          [1, 0.1],
          [2, 0.2],
          [3, 0.3],
        ],
        atEnd: 'free',
      },
      50 * frameRate,
    )
    expect(film.joint('lift', 0)[1]).toBe(0)
    expect(film.joint('lift', film.take.frames - 2)[1]).toBeGreaterThan(0.05)
  })
})

it('a rate that is no speed is refused at its place', () => {
  const sketch = new Sketch(3)
    .body('table')
    .slide('lift', 'ground', 'table', [0, 0], [0, 0, 1])
    .drive({
      id: 'v',
      kind: 'values',
      joint: 'lift',
      values: [
        [0, 0, '3 deg'],
        [1, 0.1],
      ],
    } as AnyDriver)
  expect(() => sketch.attempt()).toThrow(/driver-values/)
})
