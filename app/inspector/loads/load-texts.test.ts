import { describe, expect, it } from 'vitest'
import { numbersOf } from '../../fields/numbers'
import { pairsOf, pairsText } from './load-texts'

describe('texts of loads', () => {
  it('say directions and tables, and read them back', () => {
    expect(numbersOf([0, -0.5, 1].join(', '))).toEqual([0, -0.5, 1])
    expect(numbersOf('0 0;-1')).toEqual([0, 0, -1])
    const pairs: [string, string][] = [
      ['-10 deg', '0.1 N m'],
      ['0 deg', '0 N m'],
    ]
    expect(pairsOf(pairsText(pairs))).toEqual(pairs)
    expect(pairsOf('0 mm: 1 N\n5 mm : -1 N\n')).toEqual([
      ['0 mm', '1 N'],
      ['5 mm', '-1 N'],
    ])
  })

  it('keep what is no number or no pair, so that it is refused and not lost', () => {
    expect(numbersOf('0, up, 1')).toEqual([0, 'up', 1])
    expect(pairsOf('0 mm')).toEqual([['0 mm']])
  })
})
