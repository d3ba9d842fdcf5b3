import { describe, expect, it } from 'vitest'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { leftBehind } from './journal'

describe('the journal', () => {
  const entry = (at: number, revision = 1) => ({ revision, document: walkingBeam, at })
  const kept = [
    ['beam one', entry(10)],
    ['beam two', entry(30)],
    ['beam three', entry(20)],
    ['jaw four', entry(90)],
  ] as const

  it('finds the newest of what pages that are gone have left of a mechanism', () => {
    expect(leftBehind(kept, 'beam', new Set())?.[0]).toBe('beam two')
    expect(leftBehind(kept, 'beam', new Set(['two']))?.[0]).toBe('beam three')
  })

  it('leaves what open pages are still writing, and other mechanisms', () => {
    expect(leftBehind(kept, 'beam', new Set(['one', 'two', 'three']))).toBeUndefined()
    expect(leftBehind(kept, 'be', new Set())).toBeUndefined()
  })
})
