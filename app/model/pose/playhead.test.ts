import { describe, expect, it } from 'vitest'
import { betweenFrames, elapsed, marked } from './playhead'

const at = (time: number, direction: 1 | -1 = 1) => ({ time, direction, playing: true })
const stops = { loop: false, thereAndBack: false }
const startsOver = { loop: true, thereAndBack: false }
const turnsRound = { loop: true, thereAndBack: true }

describe('the playhead', () => {
  it('goes on within its range', () => {
    expect(elapsed(at(0.5), 0.25, [0, 2], stops)).toEqual(at(0.75))
    expect(elapsed(at(0.5, -1), 0.25, [0, 2], turnsRound)).toEqual(at(0.25, -1))
  })

  it('stops at the end, starts over by what is left, or turns round', () => {
    expect(elapsed(at(1.9), 0.2, [0, 2], stops)).toEqual({ time: 2, direction: 1, playing: false })
    expect(elapsed(at(1.9), 0.25, [1, 2], startsOver).time).toBeCloseTo(1.15, 12)
    expect(elapsed(at(1.9), 0.2, [0, 2], turnsRound)).toEqual(at(2, -1))
    expect(elapsed(at(0.1, -1), 0.2, [0, 2], turnsRound)).toEqual(at(0))
  })

  it('stays where the range is a single instant', () => {
    expect(elapsed(at(1), 0.2, [1, 1], startsOver).time).toBe(1)
  })

  it('goes over a whole range more than once in a long stretch', () => {
    expect(elapsed(at(0), 5.5, [0, 2], startsOver).time).toBeCloseTo(1.5, 12)
  })
})

describe('marks', () => {
  it('keep the other one where it lies on the right side', () => {
    expect(marked('start', 0.5, [0, 2], 2, 0.1)).toEqual([0.5, 2])
    expect(marked('end', 1.5, [0.5, 2], 2, 0.1)).toEqual([0.5, 1.5])
    expect(marked('start', 1.8, [0.5, 1.5], 2, 0.1)).toEqual([1.8, 2])
    expect(marked('end', 0.3, [0.5, 1.5], 2, 0.1)).toEqual([0, 0.3])
  })

  it('are none where nothing lies between them', () => {
    expect(marked('end', 0, [0, 2], 2, 0.1)).toBeNull()
    expect(marked('start', 2, [0, 2], 2, 0.1)).toBeNull()
  })
})

describe('between two frames', () => {
  it.each([
    [0, 0, 0],
    [0.25, 2, 0.5],
    [0.3, 3, 0],
    // the last frame has no next one
    [2, 20, 0],
    [2.04, 20, 0],
  ])('at %s s it is frame %i and a share of %s', (time, first, share) => {
    const found = betweenFrames(time, 0.1, 20)
    expect(found.first).toBe(first)
    expect(found.share).toBeCloseTo(share, 9)
  })
})
