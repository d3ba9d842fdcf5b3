import { expect, it } from 'vitest'
import { largest, smallest } from '../../src/maths/extremes'

it('are found among more numbers than a call takes', () => {
  const many = Float64Array.from({ length: 300_000 }, (_, k) => Math.sin(k))
  many[123_456] = 7
  many[200_001] = -7
  expect([largest(many), smallest(many)]).toEqual([7, -7])
  expect([largest([]), smallest([])]).toEqual([-Infinity, Infinity])
})
