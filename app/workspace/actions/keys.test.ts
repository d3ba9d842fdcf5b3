import { describe, expect, it } from 'vitest'
import { keysOf } from './keys'

describe('keys', () => {
  const key = (name: string, held: Partial<KeyboardEvent> = {}) =>
    keysOf({ key: name, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...held })

  it('are named as people write them', () => {
    expect(key(' ')).toBe('Space')
    expect(key('k', { ctrlKey: true })).toBe('Ctrl+K')
    expect(key('z', { metaKey: true, shiftKey: true })).toBe('Ctrl+Shift+Z')
    expect(key('y', { ctrlKey: true })).toBe('Ctrl+Shift+Z')
    expect(key('Backspace')).toBe('Delete')
    expect(key('Home')).toBe('Home')
  })
})
