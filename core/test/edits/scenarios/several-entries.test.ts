import { describe, expect, it } from 'vitest'
import { copyEntries, openModel, pasteEntries, reportModel, shiftEntries } from '../../../src'
import type { Move, PlannedItem } from '../../../src'
import { Sketch } from '../../sketch'

const sketch = () => {
  const made = new Sketch(10)
    .body('jaw', 'ram', 'packet')
    .slide('press', 'ground', 'jaw', [0, 0], [1, 0, 0])
    .slide('push', 'ground', 'ram', [0, 1], [1, 0, 0])
    .drive({
      id: 'lane',
      kind: 'moves',
      joint: 'press',
      moves: [
        { id: 'a', start: '1 s', law: 'linear', duration: '1 s', to: 0.03 },
        { id: 'b', law: 'linear', duration: '1 s', to: 0.01 },
        { id: 'c', tie: { after: 'b', offset: '0.5 s' }, law: 'linear', duration: '1 s', to: 0 },
      ] as Move[],
    })
    .drive({ id: 'other', kind: 'moves', joint: 'push', moves: [] })
  made.document.scenarios[0].cues = [{ id: 'gone', kind: 'hide', bodies: ['packet'], tie: { with: 'c' } }]
  return made
}
function planned({ document }: Sketch): readonly PlannedItem[] {
  const opened = openModel(document)
  if (!opened.ok) throw new Error(opened.problems[0].message)
  const report = reportModel(opened.value, 'run')
  expect(report.problem).toBeNull()
  return report.items
}
const starts = (s: Sketch) => Object.fromEntries(planned(s).map(({ key, start }) => [key, start]))

describe('several entries', () => {
  it('are shifted together, each once', () => {
    const s = sketch()
    shiftEntries(s.document, 'run', ['b', 'c', 'gone'], 0.25, planned(s))
    expect(starts(s)).toEqual({ a: 1, b: 2.25, c: 3.75, gone: 3.75 })
    shiftEntries(s.document, 'run', ['c'], -0.25, planned(s))
    expect(starts(s)).toEqual({ a: 1, b: 2.25, c: 3.5, gone: 3.5 })
  })

  it('are copied into another lane with their distances and their cues', () => {
    const s = sketch()
    const copied = copyEntries(s.document, 'run', ['b', 'c', 'gone'], planned(s))
    const made = pasteEntries(s.document, 'run', copied, 'other', 5, planned(s))
    expect(made).toEqual(['other-move', 'other-move-2', 'gone-2'])
    expect(starts(s)).toMatchObject({
      'other-move': 5,
      'other-move-2': 6.5,
      'gone-2': 6.5,
      a: 1,
      b: 2,
      c: 3.5,
    })
    // one start shifts all of them
    const [first] = (s.document.scenarios[0].drivers[1] as { moves: Move[] }).moves
    first.start = '6 s'
    expect(starts(s)).toMatchObject({ 'other-move': 6, 'other-move-2': 7.5, 'gone-2': 7.5 })
  })

  it('stand in the order of their times in the lane they come from', () => {
    const s = sketch()
    const copied = copyEntries(s.document, 'run', ['a'], planned(s))
    pasteEntries(s.document, 'run', copied, null, 5, planned(s))
    const { moves } = s.document.scenarios[0].drivers[0] as { moves: Move[] }
    expect(moves.map(({ id }) => id)).toEqual(['a', 'b', 'c', 'lane-move'])
    expect(starts(s)).toMatchObject({ 'lane-move': 5 })
  })
})
