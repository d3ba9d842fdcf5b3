import { expect, it } from 'vitest'
import { display } from './display'

it('values are shown in the unit of what they measure', () => {
  expect(display(Math.PI, 'angle', 0)).toBe('180.0°')
  expect(display(-0.0125, 'length', 0)).toBe('−12.50 mm')
  expect(display(0.5, 'length', 1, 1)).toBe('500.00 mm/s')
  expect(display(2 * Math.PI, 'angle', 2)).toBe('360°/s²')
  expect(display(0.25, 'speed', 0)).toBe('250.0 mm/s')
  expect(display(0.25, 'speed', 1)).toBe('250 mm/s²')
  expect(display(1.5, 'number', 0)).toBe('1.500')
  expect(display(1.5, 'number', 2)).toBe('1.500 1/s2')
  expect(display(NaN, 'acceleration', 1)).toBe('none')
})
