import { describe, expect, it } from 'vitest'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { NO_EDITS, recorded, undone } from './edit-history'
import { editsOf, newestOf } from './kept-edits'

const edit = (name: string) => ({ name, forward: [], backward: [] })

describe('kept edits', () => {
  it('belong to the document that they led to, and to no other', () => {
    const history = recorded(NO_EDITS, edit('Rename'))
    const kept = { document: walkingBeam, history }
    expect(editsOf(kept, structuredClone(walkingBeam))).toBe(history)
    expect(editsOf(kept, { ...walkingBeam, name: 'Another' })).toBe(NO_EDITS)
    expect(editsOf(undefined, walkingBeam)).toBe(NO_EDITS)
  })

  it('are the newest hundred, and what can be redone stays so', () => {
    let history = NO_EDITS
    for (let k = 0; k < 130; k++) history = recorded(history, edit(`Edit ${k}`))
    const kept = newestOf(undone(history))
    expect([kept.edits.length, kept.done]).toEqual([100, 99])
    expect(kept.edits[kept.done - 1]!.name).toBe('Edit 128')
  })
})
