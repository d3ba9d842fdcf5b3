import { describe, expect, it } from 'vitest'
import { action } from './action'
import { continuations, press } from './sequence'

const nothing = () => undefined
const actions = [
  action('play', 'Play', 'Space', nothing),
  action('top', 'From above', 'V T', nothing),
  action('front', 'From the front', 'V F', nothing),
  action('lost', 'Zoom to what is selected', 'V S', nothing, false),
  action('plain', 'Without keys', undefined, nothing),
]

describe('keys one after the other', () => {
  it('mean an action by one key, or by the second of two', () => {
    expect(press(actions, null, 'Space').action?.id).toBe('play')
    expect(press(actions, null, 'V')).toEqual({ action: null, pending: 'V' })
    expect(press(actions, 'V', 'T').action?.id).toBe('top')
  })

  it('begin anew where the second key means nothing', () => {
    expect(press(actions, 'V', 'Space').action?.id).toBe('play')
    expect(press(actions, 'V', 'V')).toEqual({ action: null, pending: 'V' })
    expect(press(actions, 'V', 'Q')).toEqual({ action: null, pending: null })
  })

  it('leave out what cannot be done now', () => {
    expect(press(actions, 'V', 'S')).toEqual({ action: null, pending: null })
    expect(continuations(actions, 'V')).toEqual([
      { key: 'T', name: 'From above' },
      { key: 'F', name: 'From the front' },
    ])
  })
})
