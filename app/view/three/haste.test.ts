/** When a view is drawn plain while it moves. */
import { describe, expect, it } from 'vitest'
import { Haste } from './haste'

function after(...gaps: readonly number[]): boolean {
  const haste = new Haste()
  let now = 1000
  for (const gap of gaps) haste.note((now += gap))
  return haste.isNeeded
}
const many = (gap: number, count = 60) => Array.from({ length: count }, () => gap)

describe('haste', () => {
  it('is needed where thirty pictures a second are not kept', () => {
    expect(after(...many(45))).toBe(true)
    expect(after(...many(120, 13))).toBe(true)
  })

  it('is not needed at sixty or thirty a second, for single slow pictures, or between two motions', () => {
    expect(after(...many(17))).toBe(false)
    expect(after(...many(34))).toBe(false)
    expect(after(...many(0).flatMap(() => [17, 17, 60]))).toBe(false)
    expect(after(...many(600))).toBe(false)
    expect(after(...many(0).flatMap(() => [...many(50, 5), 900]))).toBe(false)
  })
})
