/** What the measuring rule says of two places. */
import { describe, expect, it } from 'vitest'
import { frameOfTurns } from '@ligamen/core'
import { between } from './rule'

const said = (a: Float64Array, b: Float64Array) =>
  Object.fromEntries(between(a, b).map(({ name, value }) => [name, value]))

describe('between two places', () => {
  it('is their distance, by component, along and beside the first axis, and the angle of the axes', () => {
    const first = frameOfTurns([0.01, 0, 0], [0, 0, 0])
    const second = frameOfTurns([0.04, 0.04, -0.012], [Math.PI / 6, 0, 0])
    expect(said(first, second)).toEqual({
      Distance: '51.420 mm',
      'Along x': '30.000 mm',
      'Along y': '40.000 mm',
      'Along z': '−12.000 mm',
      'Along the first axis': '−12.000 mm',
      'Beside the first axis': '50.000 mm',
      'Between the axes': '30.000°',
    })
  })

  it('takes axes that point against each other for parallel', () => {
    const first = frameOfTurns([0, 0, 0], [0, 0, 0])
    expect(said(first, frameOfTurns([0, 0, 0], [Math.PI, 0, 0]))).toMatchObject({
      Distance: '0.000 mm',
      'Between the axes': '0.000°',
    })
  })
})
