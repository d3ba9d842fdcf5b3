import { expect, it } from 'vitest'
import { evaluateMotor } from '../../../src/motion/drivers/motor'

const at = (speed: number, runUp: number, time: number) => {
  const out = new Float64Array(3)
  evaluateMotor({ speed, runUp, runDown: 0, on: Infinity }, time, out)
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

it('comes to rest over its run-down, five turns in 10 s with a fifth of run-up and run-down', () => {
  // common practice: the ramps count half, so 5 turns take 8 s at full speed
  const speed = (5 * 2 * Math.PI) / 8
  const out = new Float64Array(3)
  const turns = (time: number) => {
    evaluateMotor({ speed, runUp: 2, runDown: 2, on: 10 }, time, out)
    return out[0] / (2 * Math.PI)
  }
  expect(turns(-1)).toBe(0)
  expect(turns(2)).toBeCloseTo(0.625, 14)
  expect(turns(5)).toBeCloseTo(2.5, 14)
  expect(turns(8)).toBeCloseTo(4.375, 14)
  expect(turns(9)).toBeCloseTo(5 - 0.625 / 4, 14)
  expect(turns(10)).toBeCloseTo(5, 14)
  expect(turns(12)).toBeCloseTo(5, 14)
  expect(Array.from(out.subarray(1))).toEqual([0, 0])
})
