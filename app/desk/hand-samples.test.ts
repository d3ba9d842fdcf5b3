import { describe, expect, it } from 'vitest'
import type { Channel } from '@ligamen/core'
import { HandSamples } from './hand-samples'

const row = (...values: number[]) => Float64Array.from(values)

describe('samples of a recording', () => {
  it('begin with where the mechanism was', () => {
    const samples = new HandSamples(row(1, 2))
    expect(samples.times).toEqual([0])
    expect(samples.of(1)).toEqual([2])
  })

  it('take every change of a motion that goes on', () => {
    const samples = new HandSamples(row(0))
    samples.add(0.1, row(1))
    samples.add(0.2, row(2))
    expect(samples.times).toEqual([0, 0.1, 0.2])
    expect(samples.of(0)).toEqual([0, 1, 2])
  })

  it('keep a pause as a rest that ends just before the next motion', () => {
    const samples = new HandSamples(row(0))
    samples.add(0.1, row(1))
    samples.add(2.1, row(2))
    expect(samples.times[2]).toBeCloseTo(2.1 - 1 / 60, 12)
    expect(samples.of(0)).toEqual([0, 1, 1, 2])
  })

  it('take a slow motion as a motion, not as a rest', () => {
    const samples = new HandSamples(row(0))
    samples.add(0.24, row(1))
    samples.add(0.48, row(2))
    expect(samples.of(0)).toEqual([0, 1, 2])
  })

  it('let the newest of two changes at once stand alone', () => {
    const samples = new HandSamples(row(0))
    samples.add(0.1, row(1))
    samples.add(0.1005, row(2))
    expect(samples.times).toEqual([0, 0.1])
    expect(samples.of(0)).toEqual([0, 2])
  })

  it('read 0 for a channel that came later', () => {
    expect(new HandSamples(row(5)).of(1)).toEqual([0])
  })

  it('give the positions of joints on the desk first', () => {
    const samples = new HandSamples(row(1, 2))
    samples.add(0.1, row(3, 4))
    const channel = (joint: string, dimension: string) =>
      ({ key: joint, name: joint, dimension, coordinate: { joint, freedom: 'free' } }) as Channel
    const channels = [channel('shaft', 'angle'), channel('slide', 'length')]
    expect(samples.positions(channels, new Set(['slide']))).toEqual([
      { joint: 'slide', freedom: 'free', dimension: 'length', values: [2, 4] },
      { joint: 'shaft', freedom: 'free', dimension: 'angle', values: [1, 3] },
    ])
  })
})
