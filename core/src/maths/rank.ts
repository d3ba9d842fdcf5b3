/**
 * Numerical rank and a well-conditioned choice of columns, by Householder QR with column pivoting.
 * Source: Golub & Van Loan, Matrix Computations, algorithm 5.4.1.
 */
import { CLEARLY_LARGER, RANK, RANK_ROUNDING } from './tolerances'
export interface ColumnRank {
  readonly rank: number
  /** All column indices; the first `rank` of them span the column space. */
  readonly order: Int32Array
}

/**
 * @param matrix row-major rows x columns, left as it is
 */
export function columnRank(matrix: Float64Array, rows: number, columns: number): ColumnRank {
  const a = matrix.slice()
  const order = Int32Array.from({ length: columns }, (_, j) => j)
  let largest = 0
  let rank = 0
  for (; rank < Math.min(rows, columns); rank++) {
    const k = rank
    let pivot = k
    let best = -1
    for (let j = k; j < columns; j++) {
      let s = 0
      for (let i = k; i < rows; i++) s += a[i * columns + j] ** 2
      if (s > best * (1 + CLEARLY_LARGER)) {
        best = s
        pivot = j
      }
    }
    const length = Math.sqrt(best)
    largest = Math.max(largest, length)
    if (length <= Math.max(RANK * largest, RANK_ROUNDING)) break
    if (pivot !== k) {
      for (let i = 0; i < rows; i++) {
        const v = a[i * columns + k]
        a[i * columns + k] = a[i * columns + pivot]
        a[i * columns + pivot] = v
      }
      const v = order[k]
      order[k] = order[pivot]
      order[pivot] = v
    }
    reflect(a, rows, columns, k, length)
  }
  return { rank, order }
}

/** Householder reflection that clears column k below row k, applied to the columns right of it. */
function reflect(a: Float64Array, rows: number, columns: number, k: number, length: number): void {
  const alpha = a[k * columns + k] > 0 ? -length : length
  const head = a[k * columns + k] - alpha
  let squared = head * head
  for (let i = k + 1; i < rows; i++) squared += a[i * columns + k] ** 2
  if (squared === 0) return
  for (let j = k + 1; j < columns; j++) {
    let s = head * a[k * columns + j]
    for (let i = k + 1; i < rows; i++) s += a[i * columns + k] * a[i * columns + j]
    const f = (2 * s) / squared
    a[k * columns + j] -= f * head
    for (let i = k + 1; i < rows; i++) a[i * columns + j] -= f * a[i * columns + k]
  }
  a[k * columns + k] = alpha
  for (let i = k + 1; i < rows; i++) a[i * columns + k] = 0
}
