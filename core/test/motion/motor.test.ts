import { expect, it } from 'vitest'
import { motor } from '../../src/motion/motor'

const at = (speed: number, runUp: number, time: number) => {
  const out = new Float64Array(3)
  motor(speed, runUp, time, out)
  return Array.from(out)
}

it('gains speed evenly, then runs steadily half a run-up behind', () => {
  expect(at(6, 0.4, 0)).toEqual([0, 0, 6 / 0.4])
  expect(at(6, 0.4, 0.2)).toEqual([expect.closeTo(0.3, 14), expect.closeTo(3, 14), 6 / 0.4])
  expect(at(6, 0.4, 0.4)).toEqual([expect.closeTo(1.2, 14), 6, 0])
  expect(at(6, 0.4, 2.4)).toEqual([expect.closeTo(6 * 2.2, 13), 6, 0])
})

it('runs at once without a run-up, and backwards with a negative speed', () => {
  expect(at(-2, 0, 0)).toEqual([-0, -2, 0])
  expect(at(-2, 0, 1.5)).toEqual([-3, -2, 0])
})
