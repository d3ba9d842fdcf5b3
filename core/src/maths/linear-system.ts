/**
 * Square linear systems that are factored again and again with other numbers at the same places. Small ones are dense
 * (lu.ts), large ones sparse: pivots and fill are settled once, then a factorisation touches nothing but its entries.
 *
 * Source: Duff, Erisman & Reid, Direct Methods for Sparse Matrices, chapters 3 and 10 (static pattern, row by row).
 */
import { eliminate } from './elimination'
import { factor, solveFactored, solveTransposed } from './lu'
import { LEAST_PIVOT } from './tolerances'

export interface LinearSystem {
  /** The numbers, to be written anew before `factor`; places without an entry stay zero. */
  readonly values: Float64Array
  /** Where the entry of a row and a column is in `values`. */
  place(row: number, column: number): number
  /** Factors in place; writes the pivot ratio with the sign of the determinant, see lu.ts. */
  factor(ratio: Float64Array): void
  /** Solves A x = b, or its transpose, with the factors; `b` becomes x. */
  solve(b: Float64Array): void
  solveTransposed(b: Float64Array): void
}

export class DenseSystem implements LinearSystem {
  readonly values: Float64Array
  private readonly pivots: Int32Array

  constructor(private readonly n: number) {
    this.values = new Float64Array(n * n)
    this.pivots = new Int32Array(n)
  }

  place(row: number, column: number): number {
    return row * this.n + column
  }

  factor(ratio: Float64Array): void {
    factor(this.values, this.n, this.pivots, ratio)
  }

  solve(b: Float64Array): void {
    solveFactored(this.values, this.n, this.pivots, b)
  }

  solveTransposed(b: Float64Array): void {
    solveTransposed(this.values, this.n, this.pivots, b)
  }
}

export class SparseSystem implements LinearSystem {
  readonly values: Float64Array
  /** Row and column of every pivot, in order. */
  private readonly rows: Int32Array
  private readonly columns: Int32Array
  /** Entries row by row in pivot order: where each row starts, where its diagonal is, the pivot of each column. */
  private readonly starts: Int32Array
  private readonly diagonal: Int32Array
  private readonly entryColumn: Int32Array
  private readonly places = new Map<number, number>()
  /** +1 or -1: the parity of the pivot order. */
  private readonly parity: number
  private readonly work: Float64Array

  /**
   * @param pattern columns of the entries of every row
   * @param sample numbers at these places, by which the pivots are chosen
   */
  constructor(
    private readonly n: number,
    pattern: readonly (readonly number[])[],
    sample: readonly (readonly number[])[],
  ) {
    const order = eliminate(
      pattern.map((columns, r) => ({ columns, values: sample[r] })),
      n,
    )
    const missing = <T>(taken: Int32Array, all: T[], of: (k: number) => T): T[] => {
      const known = new Set(taken)
      return [
        ...all,
        ...Array.from({ length: n }, (_, k) => k)
          .filter((k) => !known.has(k))
          .map(of),
      ]
    }
    // a sample that is singular still has an order
    this.rows = Int32Array.from(missing(order.rows, [...order.rows], (k) => k))
    this.columns = Int32Array.from(missing(order.columns, [...order.columns], (k) => k))
    const pivotOf = new Int32Array(n)
    this.columns.forEach((c, k) => {
      pivotOf[c] = k
    })
    const filled = fill(
      Array.from(this.rows, (r) => pattern[r].map((c) => pivotOf[c])),
      n,
    )
    this.starts = new Int32Array(n + 1)
    this.diagonal = new Int32Array(n)
    const entries: number[] = []
    filled.forEach((row, i) => {
      for (const k of row) {
        if (k === i) this.diagonal[i] = entries.length
        this.places.set(this.rows[i] * n + this.columns[k], entries.length)
        entries.push(k)
      }
      this.starts[i + 1] = entries.length
    })
    this.entryColumn = Int32Array.from(entries)
    this.values = new Float64Array(entries.length)
    this.parity = parityOf(this.rows) * parityOf(this.columns)
    this.work = new Float64Array(n)
  }

  place(row: number, column: number): number {
    return this.places.get(row * this.n + column)!
  }

  factor(ratio: Float64Array): void {
    const { n, values, starts, diagonal, entryColumn, work } = this
    let smallest = Infinity
    let largest = 0
    let sign = this.parity
    ratio[0] = 0
    for (let i = 0; i < n; i++) {
      for (let e = starts[i]; e < starts[i + 1]; e++) work[entryColumn[e]] = values[e]
      for (let e = starts[i]; e < diagonal[i]; e++) {
        const k = entryColumn[e]
        const m = work[k] / values[diagonal[k]]
        work[k] = m
        if (m !== 0)
          for (let u = diagonal[k] + 1; u < starts[k + 1]; u++) work[entryColumn[u]] -= m * values[u]
      }
      for (let e = starts[i]; e < starts[i + 1]; e++) values[e] = work[entryColumn[e]]
      const pivot = values[diagonal[i]]
      const size = Math.abs(pivot)
      if (size < LEAST_PIVOT) return
      if (pivot < 0) sign = -sign
      if (size < smallest) smallest = size
      if (size > largest) largest = size
    }
    ratio[0] = n === 0 ? 1 : (sign * smallest) / largest
  }

  solve(b: Float64Array): void {
    const { n, values, starts, diagonal, entryColumn, work, rows, columns } = this
    for (let i = 0; i < n; i++) {
      let v = b[rows[i]]
      for (let e = starts[i]; e < diagonal[i]; e++) v -= values[e] * work[entryColumn[e]]
      work[i] = v
    }
    for (let i = n - 1; i >= 0; i--) {
      let v = work[i]
      for (let e = diagonal[i] + 1; e < starts[i + 1]; e++) v -= values[e] * work[entryColumn[e]]
      work[i] = v / values[diagonal[i]]
    }
    for (let i = 0; i < n; i++) b[columns[i]] = work[i]
  }

  solveTransposed(b: Float64Array): void {
    const { n, values, starts, diagonal, entryColumn, work, rows, columns } = this
    for (let i = 0; i < n; i++) work[i] = b[columns[i]]
    for (let i = 0; i < n; i++) {
      work[i] /= values[diagonal[i]]
      for (let e = diagonal[i] + 1; e < starts[i + 1]; e++) work[entryColumn[e]] -= values[e] * work[i]
    }
    for (let i = n - 1; i >= 0; i--) {
      for (let e = starts[i]; e < diagonal[i]; e++) work[entryColumn[e]] -= values[e] * work[i]
    }
    for (let i = 0; i < n; i++) b[rows[i]] = work[i]
  }
}

/** Columns of every row, in order, with what elimination fills in and the diagonal. */
function fill(rows: readonly (readonly number[])[], n: number): number[][] {
  const filled: number[][] = []
  for (let i = 0; i < n; i++) {
    const row = new Set([...rows[i], i])
    const waiting = [...row].filter((k) => k < i).sort((a, b) => a - b)
    for (let w = 0; w < waiting.length; w++) {
      for (const k of filled[waiting[w]]) {
        if (k <= waiting[w] || row.has(k)) continue
        row.add(k)
        if (k >= i) continue
        // new ones below the diagonal are eliminated in their turn
        let at = w + 1
        while (at < waiting.length && waiting[at] < k) at++
        waiting.splice(at, 0, k)
      }
    }
    filled.push([...row].sort((a, b) => a - b))
  }
  return filled
}

function parityOf(order: Int32Array): number {
  const seen = new Uint8Array(order.length)
  let sign = 1
  for (let start = 0; start < order.length; start++) {
    let length = 0
    for (let k = start; !seen[k]; k = order[k]) {
      seen[k] = 1
      length++
    }
    if (length > 0 && length % 2 === 0) sign = -sign
  }
  return sign
}
