/** Third derivatives of the functions of conditions, against a fine difference of the exact second ones. */
import { describe, expect, it } from 'vitest'
import { acos, asin, atan2, hypot, MOST_PARTS, unwound } from '../../src/maths/scalar-functions'
import type { ScalarFunction } from '../../src/maths/scalar-functions'

/** Cubics in t: value and three derivatives of each part. */
const COURSES = [
  [0.31, 0.2, -0.35, 0.15],
  [-0.42, 0.5, 0.21, -0.3],
  [0.27, -0.4, 0.1, 0.45],
]
function partsAt(n: number, t: number): Float64Array {
  return Float64Array.from(
    COURSES.slice(0, n).flatMap(([c0, c1, c2, c3]) => [
      c0 + t * (c1 + t * (c2 + t * c3)),
      c1 + t * (2 * c2 + 3 * t * c3),
      2 * c2 + 6 * t * c3,
      6 * c3,
    ]),
  )
}

/** From gradient and curvature. */
function second(of: ScalarFunction, n: number, t: number): number {
  const parts = partsAt(n, t)
  const values = Float64Array.from({ length: n }, (_, k) => parts[4 * k])
  const [gradient, curvature] = [new Float64Array(MOST_PARTS), new Float64Array(MOST_PARTS * MOST_PARTS)]
  of.derive(values, n, gradient, curvature)
  let sum = 0
  for (let k = 0; k < n; k++) {
    sum += gradient[k] * parts[4 * k + 2]
    for (let m = 0; m < n; m++) sum += curvature[MOST_PARTS * k + m] * parts[4 * k + 1] * parts[4 * m + 1]
  }
  return sum
}

describe.each<[string, ScalarFunction, number]>([
  ['atan2', atan2, 2],
  ['distance in a plane', hypot, 2],
  ['distance', hypot, 3],
  ['asin', asin, 1],
  ['acos', acos, 1],
  ['cord that leaves counter-clockwise', unwound(0.2, 1, [1, 0]), 2],
  ['cord that leaves clockwise', unwound(0.2, -1, [0, 1]), 2],
])('%s', (_, of, n) => {
  it.each([-0.3, 0, 0.4])('at %d s', (t) => {
    const h = 1e-3
    const at = (k: number) => second(of, n, t + k * h)
    const differenced = (8 * (at(1) - at(-1)) - (at(2) - at(-2))) / (12 * h)
    expect(of.third(partsAt(n, t), n)).toBeCloseTo(differenced, 7)
  })
})
