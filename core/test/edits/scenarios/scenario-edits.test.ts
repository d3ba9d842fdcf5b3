import { describe, expect, it } from 'vitest'
import {
  addCue,
  addDriver,
  addMove,
  addScenario,
  openModel,
  removeFromScenario,
  reportModel,
} from '../../../src'
import type { MechanismDocument } from '../../../src'
import { Sketch } from '../../sketch'

function chain(): MechanismDocument {
  const { document } = new Sketch(6)
    .body('jaw', 'arm')
    .slide('press', 'ground', 'jaw', [0, 0], [1, 0, 0])
    .hinge('swing', 'ground', 'arm', [0, 0.2])
  const move = { law: 'linear', duration: '1 s' }
  const press = addDriver(document, 'run', 'Press moves', { kind: 'moves', joint: 'press', moves: [] })
  const first = addMove(document, 'run', press, 0, () => ({ ...move, to: '10 mm' }))
  addMove(document, 'run', press, null, () => ({ ...move, to: 0 }))
  const swing = addDriver(document, 'run', 'Swing moves', { kind: 'moves', joint: 'swing', moves: [] })
  addMove(document, 'run', swing, 0, () => ({ ...move, to: 1, tie: { after: first, offset: '0.5 s' } }))
  addCue(document, 'run', { kind: 'hide', bodies: ['arm'], tie: { with: first } })
  return document
}

const starts = (document: MechanismDocument, scenario = 'run') => {
  const opened = openModel(document)
  if (!opened.ok) throw new Error(opened.problems[0].message)
  return reportModel(opened.value, scenario).items.map(({ key, start }) => [key, start])
}

describe('edits of a scenario', () => {
  it('make ids of their own', () => {
    expect(starts(chain())).toEqual([
      ['press-moves-move', 0],
      ['press-moves-move-2', 1],
      ['swing-moves-move', 1.5],
      ['cue-hide', 0],
    ])
  })

  it('leave what was tied to a move where it was when that goes', () => {
    const document = chain()
    const opened = openModel(document)
    if (!opened.ok) throw new Error('should open')
    removeFromScenario(document, 'run', ['press-moves-move'], reportModel(opened.value, 'run').items)
    expect(starts(document)).toEqual([
      ['press-moves-move-2', 1],
      ['swing-moves-move', 1.5],
      ['cue-hide', 0],
    ])
  })

  it('take a driver with its moves', () => {
    const document = chain()
    removeFromScenario(document, 'run', ['press-moves'], [])
    expect(document.scenarios[0].drivers.map(({ id }) => id)).toEqual(['swing-moves'])
    expect(starts(document).map(([key]) => key)).toEqual(['swing-moves-move', 'cue-hide'])
  })

  it('copy a scenario with its ties', () => {
    const document = chain()
    const id = addScenario(document, 'Slower', 'run')
    const copied = starts(document, id)
    expect(copied.map(([, start]) => start)).toEqual([0, 1, 1.5, 0])
    expect(new Set([...copied, ...starts(document)].map(([key]) => key)).size).toBe(8)
  })
})
