/** The lanes of what is seen: what goes into one lane, and its course. */
import { describe, expect, it } from 'vitest'
import { timedCues } from '@ligamen/core'
import type { AnyCue } from '@ligamen/core'
import { seenLanes } from './lanes'

const LENGTH = 10
const lanesOf = (...cues: [number, number, object][]) => {
  const all = cues.map(([, , cue], k) => ({ id: `c${k}`, ...cue }) as AnyCue)
  const timesOf = (id: string) => {
    const [start, end] = cues[Number(id.slice(1))]!
    return { start, end }
  }
  return seenLanes(timedCues(all, timesOf, LENGTH), LENGTH, (id) => id.toUpperCase())
}
const valueAt = (course: readonly (readonly [number, number])[], time: number) =>
  course.findLast(([at]) => at <= time)![1]

describe('lanes of what is seen', () => {
  it('show what one set of bodies goes through along one line', () => {
    const fade = { kind: 'fade', bodies: ['frame'], opacity: 0.2 }
    const lanes = lanesOf(
      [1, 3, fade],
      [6, 7, { ...fade, opacity: 1 }],
      [2, 2, { kind: 'hide', bodies: ['jaw'] }],
    )
    expect(lanes.map(({ name, note }) => [name, note])).toEqual([
      ['FRAME', '2 cues'],
      ['JAW', 'JAW hidden'],
    ])
    const [{ course }] = lanes as [(typeof lanes)[0]]
    expect(valueAt(course!, 0)).toBe(1)
    expect(valueAt(course!, 3)).toBeCloseTo(0.2, 9)
    expect(valueAt(course!, 5.9)).toBeCloseTo(0.2, 9)
    expect(valueAt(course!, 10)).toBeCloseTo(1, 9)
    expect(valueAt(lanes[1]!.course!, 1.99)).toBe(1)
    expect(valueAt(lanes[1]!.course!, 2)).toBe(0)
  })

  it('have captions as blocks that end with the scenario', () => {
    const [captions] = lanesOf(
      [1, 3, { kind: 'caption', text: 'Seed' }],
      [9, 99, { kind: 'title', text: 'End' }],
    )
    expect(captions!.course).toBe(null)
    expect(captions!.blocks.map(({ start, end, words }) => [start, end, words])).toEqual([
      [1, 3, '“Seed”'],
      [9, 10, '“End”'],
    ])
  })

  it('have a gap where nothing is cut', () => {
    const [cut] = lanesOf([2, 4, { kind: 'cut', from: 0.1, to: 0 }], [6, 6, { kind: 'uncut' }])
    expect(cut!.name).toBe('Cutting plane')
    expect(valueAt(cut!.course!, 1)).toBeNaN()
    expect(valueAt(cut!.course!, 5)).toBe(0)
    expect(valueAt(cut!.course!, 2)).toBeGreaterThan(0)
    expect(valueAt(cut!.course!, 8)).toBeNaN()
  })
})
