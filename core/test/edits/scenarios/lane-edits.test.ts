import { describe, expect, it } from 'vitest'
import { mirrorLane, openModel, repeatLane, reportModel, stretchLane } from '../../../src'
import type { Move, PlannedItem } from '../../../src'
import { Sketch } from '../../sketch'

const sketch = () =>
  new Sketch(10)
    .body('jaw')
    .slide('press', 'ground', 'jaw', [0, 0], [1, 0, 0])
    .drive({
      id: 'lane',
      kind: 'moves',
      joint: 'press',
      moves: [
        { id: 'a', start: '0.5 s', law: 'linear', duration: '10 %', to: 0.03 },
        {
          id: 'b',
          tie: { after: 'a', offset: '0.25 s' },
          law: 'limited',
          by: -0.01,
          speed: '20 mm/s',
          acceleration: 0.2,
        } as Move,
      ],
    })

function planned(s: Sketch): readonly PlannedItem[] {
  const opened = openModel(s.document)
  if (!opened.ok) throw new Error(opened.problems[0].message)
  return reportModel(opened.value, 'run').items
}
const times = (s: Sketch) =>
  planned(s).map(({ start, end, levels }) => [start, end, levels![1]].map((v) => Math.round(v * 1e6) / 1e6))

describe('a lane', () => {
  it('starts as it was written', () => {
    expect(times(sketch())).toEqual([
      [0.5, 1.5, 0.03],
      [1.75, 2.35, 0.02],
    ])
  })

  it('is repeated with its dwells', () => {
    const s = sketch()
    repeatLane(s.document, 'run', 'lane', 2, planned(s))
    expect(times(s).slice(2)).toEqual([
      [2.35, 3.35, 0.03],
      [3.6, 4.2, 0.02],
      [4.2, 5.2, 0.03],
      [5.45, 6.05, 0.02],
    ])
  })

  it('is stretched: twice as long, at half the speed', () => {
    const s = sketch()
    stretchLane(s.document, 'run', 'lane', 2, 10)
    expect(times(s)).toEqual([
      [1, 3, 0.03],
      [3.5, 4.7, 0.02],
    ])
  })

  it('is mirrored in time', () => {
    const s = sketch()
    mirrorLane(s.document, 'run', 'lane', planned(s))
    // up by 10 mm first, then down by 30 mm, in the same stretch of time
    expect(times(s)).toEqual([
      [0.5, 1.1, 0.01],
      [1.35, 2.35, -0.02],
    ])
  })
})
