import { describe, expect, it } from 'vitest'
import { opacitiesAt } from '~/model/screen/fading'

describe('what is seen at a time', () => {
  const cues = [
    { bodies: ['cover'], opacity: 0.25, start: 1, end: 2 },
    { bodies: ['cover', 'lid'], opacity: 0, start: 3, end: 3 },
    { bodies: ['cover'], opacity: 1, start: 4, end: 4.5 },
  ]
  const at = (time: number, body = 'cover') => opacitiesAt(cues, time).get(body)

  it('fades evenly, and at once where a cue takes no time', () => {
    expect(at(0.9)).toBeUndefined()
    expect(at(1)).toBe(1)
    expect(at(1 + 4 / 9)).toBeCloseTo(2 / 3, 12)
    expect(at(2.5)).toBeCloseTo(0.25, 12)
    expect(at(3)).toBe(0)
    expect(at(3, 'lid')).toBe(0)
    expect(at(4.25)).toBeCloseTo(0.5, 12)
    expect(at(9)).toBe(1)
  })
})
