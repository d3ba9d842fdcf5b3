import { describe, expect, it } from 'vitest'
import { differencesOf } from '~/inspector/scenario/compare-takes'
import type { Take } from '@ligamen/core'

/** A take of one slide and one turn, each a function of time. */
function takeOf(rate: number, length: number, slide: (t: number) => number, turn: (t: number) => number) {
  const frames = Math.round(rate * length) + 1
  const coordinates = new Float64Array(2 * frames)
  for (let k = 0; k < frames; k++) coordinates.set([slide(k / rate), turn(k / rate)], 2 * k)
  return {
    frames,
    interval: 1 / rate,
    coordinates,
    coordinateChannels: [
      { key: 'rail/s', name: 'Rail', dimension: 'length' },
      { key: 'swing/angle', name: 'Swing', dimension: 'angle' },
    ],
    probes: new Float64Array(0),
    probeChannels: [],
  } as unknown as Take
}

describe('two takes', () => {
  it('differ most where they do, whatever their frame rates', () => {
    const one = takeOf(
      50,
      2,
      (t) => 0.1 * t,
      (t) => t,
    )
    const other = takeOf(
      20,
      2,
      (t) => 0.1 * t,
      (t) => t * t,
    )
    const [first, second] = differencesOf(one, other)
    expect(first).toMatchObject({ name: 'Swing', at: 2 })
    expect(first!.most).toBeCloseTo(2, 12)
    expect(second!.most).toBeLessThan(1e-12)
  })

  it('are compared as far as both reach', () => {
    const [first] = differencesOf(
      takeOf(
        10,
        3,
        (t) => t,
        () => 0,
      ),
      takeOf(
        10,
        1,
        () => 0,
        () => 0,
      ),
    )
    expect(first).toMatchObject({ name: 'Rail', at: 1 })
  })
})
