/**
 * Solves small symmetric positive definite systems in place, by their factors L D L^T.
 * Source: Golub & Van Loan, Matrix Computations, section 4.1.
 */

/** A pivot below this share of the entry that it began as counts as none. */
const NEGLIGIBLE = 1e-13

/**
 * Factors a matrix in place.
 * @param matrix n x n by rows, of which the lower triangle counts
 * @returns the row whose pivot is none, or -1
 */
export function factorDefinite(matrix: Float64Array, n: number): number {
  for (let j = 0; j < n; j++) {
    const own = matrix[n * j + j]
    let pivot = own
    for (let k = 0; k < j; k++) pivot -= matrix[n * j + k] ** 2 * matrix[n * k + k]
    if (!(pivot > NEGLIGIBLE * own)) return j
    matrix[n * j + j] = pivot
    for (let i = j + 1; i < n; i++) {
      let sum = matrix[n * i + j]
      for (let k = 0; k < j; k++) sum -= matrix[n * i + k] * matrix[n * j + k] * matrix[n * k + k]
      matrix[n * i + j] = sum / pivot
    }
  }
  return -1
}

/** Solves with the factors; `right` becomes the solution. */
export function solveDefinite(factors: Float64Array, right: Float64Array, n: number): void {
  for (let i = 0; i < n; i++) for (let k = 0; k < i; k++) right[i] -= factors[n * i + k] * right[k]
  for (let i = 0; i < n; i++) right[i] /= factors[n * i + i]
  for (let i = n - 1; i >= 0; i--) for (let k = i + 1; k < n; k++) right[i] -= factors[n * k + i] * right[k]
}
