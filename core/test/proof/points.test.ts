/** Thinned curves keep every extreme, and leave gaps where there is no value. */
import { describe, expect, it } from 'vitest'
import { pointsOver, pointsOverOther } from '../../src/proof/points'
import type { Column } from '../../src/proof/points'

const column = (values: readonly number[], interval = 0.01): Column => ({
  values: Float64Array.from(values),
  stride: 1,
  first: 0,
  frames: values.length,
  interval,
})
const noise = (n: number) => Array.from({ length: n }, (_, k) => Math.sin(k * 12.9898) * Math.cos(k * 0.001))

describe('pointsOver', () => {
  it('draws every frame where there is room', () => {
    const points = pointsOver(column([1, 2, 3]), [0, 1], 100, 0.001)
    expect(points).toEqual([
      { x: 0, y: 1000 },
      { x: 0.01, y: 2000 },
      { x: 0.02, y: 3000 },
    ])
  })

  it('loses no extreme of 100,000 frames, wherever it lies', () => {
    const values = noise(100_000)
    values[54_321] = 7
    values[54_322] = -9
    const points = pointsOver(column(values), [0, 1000], 300, 1)
    expect(points.length).toBeLessThanOrEqual(1200)
    expect(Math.max(...points.map(({ y }) => y))).toBe(7)
    expect(Math.min(...points.map(({ y }) => y))).toBe(-9)
    expect(points.every(({ x }, k) => k === 0 || x > points[k - 1].x)).toBe(true)
  })

  it('draws a stretch with a frame beyond either end', () => {
    const points = pointsOver(column(noise(1000)), [2.005, 3.005], 1000, 1)
    expect(points[0].x).toBeCloseTo(2, 12)
    expect(points[points.length - 1].x).toBeCloseTo(3.01, 12)
  })

  it('keeps a gap', () => {
    const values = noise(50_000)
    values[30_000] = Number.NaN
    expect(pointsOver(column(values), [0, 500], 100, 1).some(({ y }) => Number.isNaN(y))).toBe(true)
  })
})

it('one column over another ends where the motion ends', () => {
  const x = column(Array.from({ length: 10_001 }, (_, k) => k))
  const points = pointsOverOther(x, column(noise(10_001)), [1, 1], 100)
  expect(points.length).toBeLessThan(110)
  expect(points[points.length - 1].x).toBe(10_000)
})
