import { describe, expect, it } from 'vitest'
import { dimensions, formatQuantity, isBareNumber, parseQuantity, sizeOfUnit } from '../../src'
import type { Dimension } from '../../src'
import { usualUnits } from '../../src/units/quantity'

const si = (text: string | number, dimension: Dimension) => {
  const read = parseQuantity(text, dimension)
  return read.ok ? read.value : read.problems[0].code
}

describe('quantities are read as people write them', () => {
  it.each<[string | number, Dimension, number]>([
    ['40 mm', 'length', 0.04],
    ['40mm', 'length', 0.04],
    ['3/8 in', 'length', (3 / 8) * 0.0254],
    ['2*pi*20 mm', 'length', 2 * Math.PI * 0.02],
    ['1.5 turns', 'angle', 3 * Math.PI],
    ['128.4°', 'angle', (128.4 * Math.PI) / 180],
    ['−41.2 deg', 'angle', (-41.2 * Math.PI) / 180],
    ['70 rpm', 'angularSpeed', (70 * 2 * Math.PI) / 60],
    ['0.2 m/s', 'speed', 0.2],
    ['1 in + 2 mm', 'length', 0.0274],
    ['60', 'angularSpeed', 2 * Math.PI],
    ['0', 'length', 0],
    [0, 'length', 0],
    [0.25, 'length', 0.25],
    ['60 Hz', 'frequency', 60],
    ['3,5 mm', 'length', 0.0035],
    ['0,125 m', 'length', 0.125],
    ['12,75', 'length', 0.01275],
    ['1,2345 m + 1,5 mm', 'length', 1.236],
    ['sqrt(3)*20 mm', 'length', Math.sqrt(3) * 0.02],
    ['sqrt(9 mm^2)', 'length', 0.003],
    ['40 mm * sin(30 deg)', 'length', 0.02],
    ['abs(-3 mm)', 'length', 0.003],
    ['asin(0.5)', 'angle', Math.PI / 6],
    ['atan(1) + 1 deg', 'angle', (46 * Math.PI) / 180],
    ['1e3 mm', 'length', 1],
    ['1e-2', 'length', 1e-5],
  ])('%s as %s', (text, dimension, expected) => {
    expect(si(text, dimension)).toBeCloseTo(expected, 14)
  })

  it.each<[string | number, Dimension, string]>([
    ['', 'length', 'quantity-empty'],
    ['fast', 'speed', 'quantity-not-a-number'],
    ['40 banana', 'length', 'quantity-unknown-unit'],
    ['40 mm', 'angle', 'quantity-wrong-dimension'],
    ['3 kg', 'length', 'quantity-wrong-dimension'],
    ['1/0 mm', 'length', 'quantity-not-finite'],
    [Number.NaN, 'length', 'quantity-not-finite'],
    [Infinity, 'time', 'quantity-not-finite'],
    ['mm', 'length', 'quantity-not-a-number'],
    ['f(x) = 3', 'length', 'quantity-not-a-number'],
    ['[1, 2] mm', 'length', 'quantity-not-a-number'],
    ['"a" mm', 'length', 'quantity-not-a-number'],
    ['1'.repeat(200), 'length', 'quantity-not-a-number'],
    ['1,000 mm', 'length', 'quantity-not-a-number'],
    ['1.000,5 mm', 'length', 'quantity-not-a-number'],
    ['1,2,3', 'length', 'quantity-not-a-number'],
    ['sin(30)*40 mm', 'length', 'quantity-not-a-number'],
    ['sqrt(9 mm)', 'length', 'quantity-wrong-dimension'],
    ['exp(1) mm', 'length', 'quantity-not-a-number'],
    ['asin(3)', 'angle', 'quantity-not-finite'],
  ])('refuses %s as %s', (text, dimension, code) => {
    expect(si(text, dimension)).toBe(code)
  })

  it('says what would be right', () => {
    const read = parseQuantity('40 mm', 'angularSpeed')
    expect(read.ok ? '' : read.problems[0].message).toBe(
      '“40 mm” is a length, not an angular speed. Write an angular speed such as 60 rpm.',
    )
  })

  it('says how to write what can be read in two ways, and reads a large number as one', () => {
    const message = (text: string) => {
      const read = parseQuantity(text, 'length')
      return read.ok ? '' : read.problems[0].message
    }
    expect(message('1,000 mm')).toContain('write 1.000 or 1000')
    expect(message('sin(30)*40 mm')).toContain('an angle with its unit')
    expect(si('1e99', 'length')).toBeCloseTo(1e96, -90)
  })

  it('tells a bare number from one with a unit', () => {
    expect(isBareNumber('2*20')).toBe(true)
    expect(isBareNumber('2*20 mm')).toBe(false)
  })

  it('prints in the chosen unit, without a negative zero', () => {
    expect(formatQuantity(-0.719, 'deg', 1)).toBe('−41.2°')
    expect(formatQuantity(0.0125, 'mm', 2)).toBe('12.50 mm')
    expect(formatQuantity(-1e-9, 'mm', 1)).toBe('0.0 mm')
  })
})

describe('usual units', () => {
  it.each(usualUnits)('%s is what mathjs says', (unit) => {
    // written as a product, so that it goes through mathjs and not through the table
    const known = sizeOfUnit(unit)
    const dimension = Object.keys(dimensions).find(
      (d) => parseQuantity(`1 ${unit}`, d as Dimension).ok,
    ) as Dimension
    const read = parseQuantity(`2 * 0.5 ${unit}`, dimension)
    expect(read.ok && Math.abs(read.value / known - 1)).toBeLessThan(1e-15)
  })
})
