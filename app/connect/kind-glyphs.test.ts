import { describe, expect, it } from 'vitest'
import { jointKinds, MATE_KINDS } from '@ligamen/core'
import { kindGlyphs } from './kind-glyphs'

describe('pictures of kinds', () => {
  it('are there for every joint and mate, and no two are the same', () => {
    const wanted = [...jointKinds, ...MATE_KINDS]
    expect(wanted.filter((kind) => !kindGlyphs[kind])).toEqual([])
    const drawn = wanted.map((kind) => kindGlyphs[kind]!.lines)
    expect(new Set(drawn).size).toBe(wanted.length)
  })
})
