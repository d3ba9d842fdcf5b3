/** Cues of the picture: what each kind needs, and that every kind can be made and named. */
import { describe, expect, it } from 'vitest'
import { cueType } from '@ligamen/core'
import type { AnyCue } from '@ligamen/core'
import { isPictureCue, laneKey, missingFor, newPictureCue, PICTURE_KINDS } from './picture-cues'

const all = { bodies: ['a', 'b'], joints: ['j'], datums: ['d', 'e'], probes: ['p'] }
const none = { bodies: [], joints: [], datums: [], probes: [] }

describe('cues of the picture', () => {
  it.each(PICTURE_KINDS.map(({ value }) => value))('%s can be made, named and put into a lane', (kind) => {
    expect(missingFor(kind, all)).toBe(null)
    const cue = { id: 'c', ...newPictureCue(kind, all, '1 s')! } as AnyCue
    expect(isPictureCue(cue)).toBe(true)
    expect(cue).toMatchObject({ kind, start: '1 s' })
    expect(cueType(kind).words(cue, (id) => `<${id}>`)).not.toBe('')
    expect(laneKey(cue)).not.toBe('')
    expect(missingFor(kind, none) === null).toBe(newPictureCue(kind, none, '1 s') !== null)
  })

  it('a dimension needs two datums', () => {
    expect(missingFor('dimension', { ...all, datums: ['d'] })).toContain('two datums')
  })

  it('what changes how things hold is not among them', () => {
    expect(PICTURE_KINDS.map(({ value }) => value)).not.toContain('take')
  })
})
