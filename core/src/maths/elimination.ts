/**
 * Sparse Gaussian elimination that reveals the rank: pivots by least fill among entries that are large enough in their
 * column, rows that vanish are redundant, columns without a pivot are free. Near-linear for chains and ladders.
 *
 * Source: Duff, Erisman & Reid, Direct Methods for Sparse Matrices, chapters 7 and 10 (Markowitz, threshold pivoting).
 */
import { PIVOT, THRESHOLD } from './tolerances'

/** One row: columns and values. */
export interface SparseRow {
  readonly columns: readonly number[]
  readonly values: readonly number[]
}

export interface Elimination {
  /** Row and column of every pivot, in order. */
  readonly rows: Int32Array
  readonly columns: Int32Array
  /** The pivot rows as they were when they were used: entries of this and later pivots' columns and of free ones. */
  readonly upper: readonly ReadonlyMap<number, number>[]
  /** Rows that the others say already. */
  readonly redundant: readonly number[]
  readonly free: readonly number[]
}

/** Rows of equal length that are looked at before one is taken. */
const LOOKED_AT = 6

export function eliminate(source: readonly SparseRow[], columns: number): Elimination {
  const rows = source.map(scaled)
  const users = Array.from({ length: columns }, () => new Set<number>())
  const byLength: Set<number>[] = []
  const file = (r: number) => (byLength[rows[r].size] ??= new Set()).add(r)
  rows.forEach((row, r) => {
    for (const column of row.keys()) users[column].add(r)
    file(r)
  })

  const pivotRows: number[] = []
  const pivotColumns: number[] = []
  const upper: Map<number, number>[] = []
  for (let pivot = nextPivot(rows, users, byLength); pivot; pivot = nextPivot(rows, users, byLength)) {
    const { row, column } = pivot
    const line = rows[row]
    byLength[line.size].delete(row)
    for (const c of line.keys()) users[c].delete(row)
    pivotRows.push(row)
    pivotColumns.push(column)
    upper.push(line)
    for (const r of users[column]) {
      byLength[rows[r].size].delete(r)
      subtract(rows[r], line, rows[r].get(column)! / line.get(column)!, column, users, r)
      file(r)
    }
    users[column].clear()
  }
  const taken = new Set(pivotRows)
  const pivoted = new Set(pivotColumns)
  return {
    rows: Int32Array.from(pivotRows),
    columns: Int32Array.from(pivotColumns),
    upper,
    redundant: source.map((_, r) => r).filter((r) => !taken.has(r)),
    free: users.map((_, c) => c).filter((c) => !pivoted.has(c)),
  }
}

/** A row divided by its largest entry. */
function scaled({ columns, values }: SparseRow): Map<number, number> {
  let largest = 0
  for (const value of values) largest = Math.max(largest, Math.abs(value))
  const row = new Map<number, number>()
  if (largest < PIVOT) return row
  columns.forEach((column, k) => {
    const value = values[k] / largest
    if (Math.abs(value) > PIVOT) row.set(column, (row.get(column) ?? 0) + value)
  })
  return row
}

function nextPivot(
  rows: readonly Map<number, number>[],
  users: readonly Set<number>[],
  byLength: readonly Set<number>[],
): { row: number; column: number } | null {
  let best: { row: number; column: number } | null = null
  let least = Infinity
  for (let length = 1; length < byLength.length; length++) {
    let looked = 0
    for (const row of byLength[length] ?? []) {
      for (const [column, value] of rows[row]) {
        const fill = (length - 1) * (users[column].size - 1)
        if (fill >= least) continue
        let largest = 0
        for (const r of users[column]) largest = Math.max(largest, Math.abs(rows[r].get(column)!))
        if (Math.abs(value) < THRESHOLD * largest) continue
        best = { row, column }
        least = fill
      }
      if (least === 0) return best
      if (best && ++looked >= LOOKED_AT) return best
    }
    if (best && least <= (length - 1) ** 2) return best
  }
  return best
}

/** row -= factor * line, whose entry at `pivot` becomes exactly zero. */
function subtract(
  row: Map<number, number>,
  line: ReadonlyMap<number, number>,
  factor: number,
  pivot: number,
  users: readonly Set<number>[],
  r: number,
): void {
  row.delete(pivot)
  for (const [column, value] of line) {
    if (column === pivot) continue
    const before = row.get(column)
    const after = (before ?? 0) - factor * value
    if (Math.abs(after) > PIVOT) {
      row.set(column, after)
      if (before === undefined) users[column].add(r)
    } else if (before !== undefined) {
      row.delete(column)
      users[column].delete(r)
    }
  }
}
