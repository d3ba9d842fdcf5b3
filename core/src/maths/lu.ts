/**
 * Dense LU factorisation with partial pivoting, in place, for the small square systems of a block.
 * Source: Golub & Van Loan, Matrix Computations, algorithm 3.4.1.
 */

/**
 * Factors the n x n row-major matrix `a` in place; `pivots[k]` is the row swapped with row k.
 * Writes the ratio of the smallest to the largest pivot with the sign of the determinant into `ratio[0]` (a number that
 * was returned would be made anew for every call): near zero means that the matrix is near singular, a change of sign
 * that a singular position lies between.
 */
export function factor(a: Float64Array, n: number, pivots: Int32Array, ratio?: Float64Array): void {
  if (n === 2) {
    factorTwo(a, pivots, ratio)
    return
  }
  let smallest = Infinity
  let largest = 0
  let sign = 1
  for (let k = 0; k < n; k++) {
    let p = k
    let best = Math.abs(a[k * n + k])
    for (let i = k + 1; i < n; i++) {
      const v = Math.abs(a[i * n + k])
      if (v > best) {
        best = v
        p = i
      }
    }
    pivots[k] = p
    if (best > largest) largest = best
    if (best < smallest) smallest = best
    if (best === 0) {
      if (ratio) ratio[0] = 0
      return
    }
    if (p !== k) {
      sign = -sign
      for (let j = 0; j < n; j++) {
        const v = a[k * n + j]
        a[k * n + j] = a[p * n + j]
        a[p * n + j] = v
      }
    }
    const pivot = a[k * n + k]
    if (pivot < 0) sign = -sign
    for (let i = k + 1; i < n; i++) {
      const m = (a[i * n + k] /= pivot)
      if (m !== 0) for (let j = k + 1; j < n; j++) a[i * n + j] -= m * a[k * n + j]
    }
  }
  if (ratio) ratio[0] = n === 0 ? 1 : (sign * smallest) / largest
}

/** The same for two rows, as every loop of a planar linkage has them. */
function factorTwo(a: Float64Array, pivots: Int32Array, ratio?: Float64Array): void {
  const swaps = Math.abs(a[2]) > Math.abs(a[0])
  pivots[0] = swaps ? 1 : 0
  pivots[1] = 1
  const pivot = swaps ? a[2] : a[0]
  const right = swaps ? a[3] : a[1]
  if (pivot === 0) {
    if (ratio) ratio[0] = 0
    return
  }
  const multiple = (swaps ? a[0] : a[2]) / pivot
  const last = (swaps ? a[1] : a[3]) - multiple * right
  a[0] = pivot
  a[1] = right
  a[2] = multiple
  a[3] = last
  if (!ratio) return
  const quotient = last / pivot
  ratio[0] = (swaps ? -1 : 1) * (Math.abs(quotient) > 1 ? 1 / quotient : quotient)
}

/** Solves A x = b with the factors of `factor`; `b` becomes x. */
export function solveFactored(a: Float64Array, n: number, pivots: Int32Array, b: Float64Array): void {
  if (n === 2) {
    const swaps = pivots[0] === 1
    const first = swaps ? b[1] : b[0]
    const second = ((swaps ? b[0] : b[1]) - a[2] * first) / a[3]
    b[0] = (first - a[1] * second) / a[0]
    b[1] = second
    return
  }
  for (let k = 0; k < n; k++) {
    const p = pivots[k]
    if (p !== k) {
      const v = b[k]
      b[k] = b[p]
      b[p] = v
    }
  }
  for (let i = 1; i < n; i++) {
    let v = b[i]
    for (let j = 0; j < i; j++) v -= a[i * n + j] * b[j]
    b[i] = v
  }
  for (let i = n - 1; i >= 0; i--) {
    let v = b[i]
    for (let j = i + 1; j < n; j++) v -= a[i * n + j] * b[j]
    b[i] = v / a[i * n + i]
  }
}

/** Solves A^T x = b with the factors of `factor`; `b` becomes x. */
export function solveTransposed(a: Float64Array, n: number, pivots: Int32Array, b: Float64Array): void {
  for (let i = 0; i < n; i++) {
    let v = b[i]
    for (let j = 0; j < i; j++) v -= a[j * n + i] * b[j]
    b[i] = v / a[i * n + i]
  }
  for (let i = n - 1; i >= 0; i--) {
    let v = b[i]
    for (let j = i + 1; j < n; j++) v -= a[j * n + i] * b[j]
    b[i] = v
  }
  for (let k = n - 1; k >= 0; k--) {
    const p = pivots[k]
    if (p !== k) {
      const v = b[k]
      b[k] = b[p]
      b[p] = v
    }
  }
}
