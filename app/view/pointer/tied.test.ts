import { describe, expect, it } from 'vitest'
import type { ModelReport } from '@ligamen/core'
import { floatingWith } from './tied'

describe('what hangs together', () => {
  const report = (states: Record<string, string>) =>
    ({
      joints: [
        { id: 'one', from: 'base', to: 'arm' },
        { id: 'two', from: 'hand', to: 'tool' },
      ],
      states,
    }) as unknown as ModelReport
  const still = new Set(['base'])

  it('is found by joints that are not suspended', () => {
    const joined = report({ one: 'parked', two: 'parked' })
    expect(floatingWith(joined, still, 'arm')).toBeNull()
    expect([...(floatingWith(joined, still, 'hand') ?? [])]).toEqual(['hand', 'tool'])
    const cut = report({ one: 'suspended', two: 'suspended' })
    expect([...(floatingWith(cut, still, 'arm') ?? [])]).toEqual(['arm'])
  })

  it('is found by rigid groups, too: a member goes with all of them, and stays where one of them is held', () => {
    const cut = report({ one: 'suspended', two: 'parked' })
    expect([...(floatingWith(cut, still, 'arm', [['arm', 'hand']]) ?? [])].sort()).toEqual([
      'arm',
      'hand',
      'tool',
    ])
    expect(floatingWith(cut, still, 'tool', [['base', 'hand']])).toBeNull()
  })
})
