import fc from 'fast-check'
import { Matrix, SingularValueDecomposition } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { factor, solveFactored } from '../../src/maths/lu'
import { columnRank } from '../../src/maths/rank'

const entry = fc.integer({ min: -64, max: 64 }).map((v) => v / 64)

function ratioOf(a: Float64Array, n: number, pivots: Int32Array): number {
  const ratio = new Float64Array(1)
  factor(a, n, pivots, ratio)
  return ratio[0]
}

describe('rank by column-pivoted QR', () => {
  it('equals the rank by singular values for products of thin random matrices', () => {
    const thin = fc
      .tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 7 }), fc.integer({ min: 0, max: 4 }))
      .chain(([m, n, r]) =>
        fc.tuple(
          fc.constant([m, n, r] as const),
          fc.array(entry, { minLength: m * r, maxLength: m * r }),
          fc.array(entry, { minLength: r * n, maxLength: r * n }),
        ),
      )
    fc.assert(
      fc.property(thin, ([[m, n, r], left, right]) => {
        const matrix = new Float64Array(m * n)
        for (let i = 0; i < m; i++) {
          for (let j = 0; j < n; j++) {
            for (let k = 0; k < r; k++) matrix[i * n + j] += left[i * r + k] * right[k * n + j]
          }
        }
        const rows = Array.from({ length: m }, (_, i) => Array.from(matrix.subarray(i * n, i * n + n)))
        const values = new SingularValueDecomposition(new Matrix(rows), { autoTranspose: true }).diagonal
        const largest = Math.max(...values)
        // leave out matrices that are neither clearly singular nor clearly regular
        fc.pre(values.every((v) => v > 1e-6 * largest || v < 1e-12 * largest || largest === 0))
        expect(columnRank(matrix, m, n).rank).toBe(values.filter((v) => v > 1e-6 * largest).length)
      }),
      { seed: 1, numRuns: 300 },
    )
  })

  it('puts columns that span the space first', () => {
    // columns: a, 2a, b
    const { rank, order } = columnRank(Float64Array.of(1, 2, 0, 1, 2, 1), 2, 3)
    expect(rank).toBe(2)
    expect([...order.slice(0, 2)].sort()).toEqual([1, 2])
  })
})

describe('LU', () => {
  it('solves a system whose first pivot is zero, and gives the sign of the determinant', () => {
    const a = Float64Array.of(0, 2, 1, 1, 1, 0, 2, 0, 3)
    const x = Float64Array.of(1, -2, 3)
    const b = Float64Array.from(
      { length: 3 },
      (_, i) => a[3 * i] * x[0] + a[3 * i + 1] * x[1] + a[3 * i + 2] * x[2],
    )
    const pivots = new Int32Array(3)
    const ratio = ratioOf(a, 3, pivots)
    expect(Math.sign(ratio)).toBe(-1)
    solveFactored(a, 3, pivots, b)
    b.forEach((value, i) => expect(value).toBeCloseTo(x[i], 13))
  })

  it('reports a singular matrix by a ratio of zero', () => {
    expect(Math.abs(ratioOf(Float64Array.of(1, 2, 2, 4), 2, new Int32Array(2)))).toBeLessThan(1e-15)
  })
})
