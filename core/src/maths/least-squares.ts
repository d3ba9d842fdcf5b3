/**
 * Damped least squares of a sparse matrix by conjugate gradients on the normal equations, without forming them.
 * Source: Björck, Numerical Methods for Least Squares Problems, section 7.4 (CGLS).
 */
import { ENOUGH } from './tolerances'

/** One row: columns with their values. */
export type Entries = readonly (readonly [number, number])[]

/** Returns x that minimises |A x + b|^2 + damping |x|^2. */
export function conjugateGradients(
  rows: readonly Entries[],
  n: number,
  b: Float64Array,
  damping: number,
): Float64Array {
  const x = new Float64Array(n)
  const rest = Float64Array.from(b, (value) => -value)
  const gradient = new Float64Array(n)
  const product = new Float64Array(rows.length)
  const transposed = () => {
    for (let i = 0; i < n; i++) gradient[i] = -damping * x[i]
    rows.forEach((row, r) => {
      for (const [i, value] of row) gradient[i] += value * rest[r]
    })
  }
  transposed()
  const direction = gradient.slice()
  let squared = dot(gradient, gradient)
  const enough = squared * ENOUGH
  for (let iteration = 0; iteration < 2 * n && squared > enough; iteration++) {
    rows.forEach((row, r) => {
      product[r] = 0
      for (const [i, value] of row) product[r] += value * direction[i]
    })
    const step = squared / (dot(product, product) + damping * dot(direction, direction))
    for (let i = 0; i < n; i++) x[i] += step * direction[i]
    for (let r = 0; r < rest.length; r++) rest[r] -= step * product[r]
    transposed()
    const next = dot(gradient, gradient)
    for (let i = 0; i < n; i++) direction[i] = gradient[i] + (next / squared) * direction[i]
    squared = next
  }
  return x
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i]
  return sum
}
