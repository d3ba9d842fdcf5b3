/** Linear complementarity: conditions hold, for matrices of contacts side by side too; where there is no solution it says so. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { solveComplementarity } from '../../src/maths/complementarity'
import '../property-seed'

/** Largest violation of z >= 0, w >= 0 and z w = 0. */
function violation(matrix: Float64Array, q: Float64Array, z: Float64Array): number {
  const n = q.length
  return z.reduce((most, value, r) => {
    let w = q[r]!
    for (let c = 0; c < n; c++) w += matrix[n * r + c]! * z[c]!
    return Math.max(most, -value, -w, Math.abs(value * w))
  }, 0)
}

describe('complementarity', () => {
  it('needs nothing where nothing is negative', () => {
    expect(solveComplementarity(Float64Array.of(1), Float64Array.of(2), 1)).toEqual(Float64Array.of(0))
  })

  it('holds two bodies on top of each other', () => {
    // Cottle, Pang & Stone, example 1.2: M = [2 1; 1 2], q = [-5 -6]
    const z = solveComplementarity(Float64Array.of(2, 1, 1, 2), Float64Array.of(-5, -6), 2)!
    expect(z[0]).toBeCloseTo(4 / 3, 12)
    expect(z[1]).toBeCloseTo(7 / 3, 12)
  })

  it('finds none where a push pulls', () => {
    expect(solveComplementarity(Float64Array.of(-1), Float64Array.of(-1), 1)).toBeNull()
  })

  it('is solved for products of random matrices, also with rows that are alike', () => {
    const entry = fc.double({ min: -1, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.array(entry, { minLength: 36, maxLength: 36 }),
        fc.array(entry, { minLength: 6, maxLength: 6 }),
        fc.boolean(),
        (n, entries, right, isDoubled) => {
          const rows = Array.from({ length: n }, (_, k) => {
            const from = isDoubled ? k >> 1 : k
            return [...entries.slice(6 * from, 6 * from + 5), right[from]!] as const
          })
          const matrix = Float64Array.from(
            rows.flatMap((a, i) =>
              rows.map((b, j) => [0, 1, 2, 3, 4].reduce((s, k) => s + a[k]! * b[k]!, i === j ? 1e-3 : 0)),
            ),
          )
          const q = Float64Array.from(rows, (row) => row[5])
          const z = solveComplementarity(matrix, q, n)
          expect(z).not.toBeNull()
          const size = 1 + Math.max(...z!)
          expect(violation(matrix, q, z!)).toBeLessThan(1e-9 * size * size)
        },
      ),
    )
  })
})
