import { describe, expect, it } from 'vitest'
import { action } from './action'
import { keysFault, withChoices } from './key-choices'

const nothing = () => undefined
const actions = [
  action('play', 'Play', 'Space', nothing),
  action('top', 'From above', 'V T', nothing),
  action('undo', 'Undo', 'Ctrl+Z', nothing),
]

describe('chosen keys', () => {
  it('replace the usual ones, or take them away', () => {
    const keys = withChoices(actions, { play: 'P', top: '' }).map((one) => one.keys)
    expect(keys).toEqual(['P', undefined, 'Ctrl+Z'])
  })

  it('are refused where they belong to another action, or would hide it', () => {
    expect(keysFault(actions, 'play', 'V T')).toContain('From above')
    expect(keysFault(actions, 'play', 'V')).toContain('V T')
    expect(keysFault(actions, 'top', 'Space X')).toContain('Play')
    expect(keysFault(actions, 'play', 'V U')).toBe('')
    expect(keysFault(actions, 'play', 'Space')).toBe('')
    expect(keysFault(actions, 'undo', 'U')).not.toBe('')
  })
})
