/** When moves and cues start, and what cues are called. */
import { describe, expect, it } from 'vitest'
import type { AnyCue, Timed } from '@ligamen/core'
import { liftedBeam } from '~/testing/documents'
import { CUE_KINDS, cueWords, newCue } from './cues'
import { choiceOf, choose, isSameStart, startChoices } from '~/timing/starts'
import type { Start } from '~/timing/starts'

const document = liftedBeam(
  [{ id: 'up', to: '90 deg' }, { to: '0 deg' }],
  [{ id: 'seen', kind: 'hide', bodies: ['beam'], start: '1 s' }],
)

describe('when something starts', () => {
  it('is chosen among its turn, a time, other entries, and values that joints and probes pass', () => {
    const titles = (key: string) =>
      startChoices(document, document.scenarios[0]!, key).map(({ title }) => title)
    const up = titles('up')
    expect(up.slice(0, 2)).toEqual(['after the previous move', 'at a time'])
    expect(up).toContain('when Crank shaft passes')
    expect(up).toContain('when Beam tip height passes')
    expect(up.some((title) => title.startsWith('after '))).toBe(true)
    const cue = titles('seen')
    expect(cue[0]).toBe('at a time')
    // neither is tied to itself, and what has no id cannot be tied to
    const { length } = up.slice(2).filter((title) => /^(after|with) /.test(title))
    expect(length).toBe(2)
    expect(cue.filter((title) => /^(after|with) /.test(title))).toHaveLength(2)
  })

  it.each<[Start, Timed]>([
    [{ way: 'at' }, { start: '1 s' }],
    [{ way: 'after', id: 'up' }, { tie: { after: 'up' } }],
    [{ way: 'with', id: 'up' }, { tie: { with: 'up' } }],
    [{ way: 'joint', id: 'crank-shaft' }, { tie: { when: { joint: 'crank-shaft', value: '10 deg' } } }],
    [
      { way: 'probe', id: 'beam-tip-height' },
      { tie: { when: { probe: 'beam-tip-height', value: '10 deg' } } },
    ],
    [{ way: 'turn' }, {}],
  ])('is read as it was chosen: %j', (start, expected) => {
    const timed: Timed = { start: '9 s', tie: { after: 'seen' } }
    choose(timed, start, '1 s', '10 deg')
    expect(timed).toEqual(expected)
    expect(choiceOf(timed, true)).toEqual(start)
  })

  it('is at a time where there is no turn', () => {
    expect(choiceOf({}, false)).toEqual({ way: 'at' })
  })

  it('keeps the offset from one entry to another', () => {
    const timed: Timed = { tie: { after: 'up', offset: '0.2 s' } }
    choose(timed, { way: 'with', id: 'seen' }, '1 s', '')
    expect(timed).toEqual({ tie: { with: 'seen', offset: '0.2 s' } })
    choose(timed, { way: 'at' }, '1 s', '')
    expect(timed).toEqual({ start: '1 s' })
  })

  it('is the same only when way and entry are', () => {
    expect(isSameStart({ way: 'at' }, { way: 'at' })).toBe(true)
    expect(isSameStart({ way: 'after', id: 'a' }, { way: 'after', id: 'a' })).toBe(true)
    expect(isSameStart({ way: 'after', id: 'a' }, { way: 'after', id: 'b' })).toBe(false)
    expect(isSameStart({ way: 'after', id: 'a' }, { way: 'with', id: 'a' })).toBe(false)
  })
})

describe('cues', () => {
  it('are made for what there is, or not at all', () => {
    for (const { value } of CUE_KINDS) {
      const cue = newCue(value, ['crank', 'frame'], ['crank-pin'], '1 s')
      expect([value, cue]).toMatchObject([value, { kind: value, start: '1 s' }])
      expect([value, newCue(value, [], [], '1 s')]).toEqual([value, null])
    }
  })

  it('have words that name what they change', () => {
    for (const { value } of CUE_KINDS) {
      const cue = { id: 'c', ...newCue(value, ['crank', 'frame'], ['crank-pin'], '1 s') } as AnyCue
      const words = cueWords(cue, (id) => `<${id}>`)
      expect([value, words]).toEqual([value, expect.stringMatching(/<crank>|<crank-pin>/)])
    }
  })
})
