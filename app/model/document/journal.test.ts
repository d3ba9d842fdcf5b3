import { describe, expect, it } from 'vitest'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { journalFile, leftBehind } from './journal'
import { isEntry } from './journal-entry'

const entry = (at: number, revision = 1) => ({ revision, document: walkingBeam, at })

describe('the journal', () => {
  const kept = [
    ['beam one', entry(10)],
    ['beam two', entry(30)],
    ['beam three', { revision: 1, document: { ...walkingBeam, version: 9 }, at: 99 }],
    ['jaw four', entry(90)],
    [7, entry(91)],
  ] as const

  it('finds what pages that are gone have left, the newest first, what cannot be read last', () => {
    const found = leftBehind(kept, new Set(['four']))
    expect(found.map(({ mechanism, key, entry }) => [mechanism, key, entry?.at])).toEqual([
      ['beam', 'beam two', 30],
      ['beam', 'beam one', 10],
      ['beam', 'beam three', undefined],
    ])
  })

  it('leaves what open pages are still writing', () => {
    expect(leftBehind(kept, new Set(['one', 'two', 'three', 'four']))).toEqual([])
  })

  it('takes no entry for edits that is cut off, of another version, or something else', () => {
    expect(isEntry(entry(1))).toBe(true)
    for (const broken of [
      undefined,
      'text',
      { revision: 1, at: 1 },
      { ...entry(1), revision: '1' },
      { ...entry(1), at: undefined },
      { ...entry(1), document: { ...walkingBeam, bodies: undefined } },
      { ...entry(1), document: { ...walkingBeam, version: 2 } },
    ])
      expect(isEntry(broken)).toBe(false)
  })

  it('is handed over as the document, or as whatever there is', () => {
    const of = (content: unknown) =>
      journalFile({ mechanism: 'beam', key: 'beam one', entry: isEntry(content) ? content : null, content })
    expect(JSON.parse(of(entry(1)).text)).toEqual(JSON.parse(JSON.stringify(walkingBeam)))
    expect(of({ document: { name: 'A/B: 1' } })).toMatchObject({ name: 'A_B_ 1.json' })
    expect(of('cut off')).toEqual({ name: 'beam.json', text: '"cut off"' })
    expect(of(undefined)).toEqual({ name: 'beam.json', text: '' })
  })
})
