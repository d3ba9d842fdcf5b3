import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DenseSystem, SparseSystem } from '../../src/maths/linear-system'

/** Sparse square matrices with a strong diagonal somewhere off the main one, so that rows must be exchanged. */
const matrices = fc.integer({ min: 1, max: 60 }).chain((n) =>
  fc.record({
    n: fc.constant(n),
    shift: fc.nat(n - 1),
    others: fc.array(
      fc.tuple(fc.nat(n - 1), fc.nat(n - 1), fc.double({ min: -0.3, max: 0.3, noNaN: true })),
      {
        maxLength: 3 * n,
      },
    ),
    b: fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: n, maxLength: n }),
  }),
)

describe('a sparse system', () => {
  it('solves as the dense one does, forwards and transposed, again with other numbers', () => {
    fc.assert(
      fc.property(matrices, ({ n, shift, others, b }) => {
        const rows = Array.from({ length: n }, (_, r) => new Map([[(r + shift) % n, 2 + (r % 3)]]))
        for (const [r, c, v] of others) rows[r].set(c, (rows[r].get(c) ?? 0) + v)
        const pattern = rows.map((row) => [...row.keys()])
        const sparse = new SparseSystem(
          n,
          pattern,
          rows.map((row) => [...row.values()]),
        )
        const dense = new DenseSystem(n)
        for (const scale of [1, -1.7]) {
          sparse.values.fill(0)
          dense.values.fill(0)
          rows.forEach((row, r) => {
            for (const [c, v] of row) {
              const value = scale * v + (c === (r + shift) % n ? 0.1 : 0)
              sparse.values[sparse.place(r, c)] = value
              dense.values[dense.place(r, c)] = value
            }
          })
          const ratios = [new Float64Array(1), new Float64Array(1)]
          sparse.factor(ratios[0])
          dense.factor(ratios[1])
          expect(Math.sign(ratios[0][0])).toBe(Math.sign(ratios[1][0]))
          const solved = [sparse, dense].map((system) => {
            const x = Float64Array.from(b)
            const y = Float64Array.from(b)
            system.solve(x)
            system.solveTransposed(y)
            return [...x, ...y]
          })
          solved[0].forEach((v, k) => expect(v).toBeCloseTo(solved[1][k], 8))
        }
      }),
      { numRuns: 60 },
    )
  })
})
