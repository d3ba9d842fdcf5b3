/** Frames as three lengths and three turns, and back. */
import { describe, expect, it } from 'vitest'
import { frameOfTurns, turnsOf } from '../../src'

const quarter = Math.PI / 2

describe('turns of a frame', () => {
  it.each([
    [0, 0, 0],
    [0.3, -0.4, 2.9],
    [-3, 1.5, -1],
    [1.2, 0, 0],
  ] as const)('come back: %f, %f, %f', (x, y, z) => {
    const turns = turnsOf(frameOfTurns([0.1, 0.2, 0.3], [x, y, z]))
    expect(turns[0]).toBeCloseTo(x, 12)
    expect(turns[1]).toBeCloseTo(y, 12)
    expect(turns[2]).toBeCloseTo(z, 12)
  })

  it('are about x first: z of a frame that is turned about x and y leans as the textbook has it', () => {
    // R = Rx(30 deg) Ry(90 deg): its z axis is (1, 0, 0), its x axis Rx(30 deg) (0, 0, -1) = (0, 1/2, -sqrt(3)/2)
    const frame = frameOfTurns([0, 0, 0], [Math.PI / 6, quarter, 0])
    expect([...frame.subarray(6, 9)].map((v) => Math.round(v * 1e9) / 1e9 + 0)).toEqual([1, 0, 0])
    expect(frame[1]).toBeCloseTo(0.5, 12)
    expect(frame[2]).toBeCloseTo(-Math.sqrt(3) / 2, 12)
  })

  it.each([quarter, -quarter])('with a quarter turn about y (%f) give the same frame again', (y) => {
    const frame = frameOfTurns([0, 0, 0], [0.7, y, 0.4])
    const again = frameOfTurns([0, 0, 0], turnsOf(frame))
    for (let k = 0; k < 9; k++) expect(again[k]).toBeCloseTo(frame[k]!, 9)
  })
})
