/**
 * Linear complementarity: finds z >= 0 with w = M z + q >= 0 and z w = 0, by Lemke's method with lexicographic choice of the row
 * that leaves, so that ties lead nowhere in circles.
 * Source: Cottle, Pang & Stone, The Linear Complementarity Problem, section 4.4 (algorithm 4.4.5) and 4.9 (degeneracy).
 */

/** A pivot below this is none, for matrices whose entries are about 1 [-]. */
const LEAST_PIVOT = 1e-11
/** Ratios nearer to each other than this are one [-]. */
const TIE = 1e-12
/** Pivots by unknown after which it is given up. */
const MOST_PIVOTS = 20

/**
 * @param matrix n x n by rows
 * @param q of n entries
 * @returns z; null where the method ends on a ray: there may be no solution
 */
export function solveComplementarity(matrix: Float64Array, q: Float64Array, n: number): Float64Array | null {
  const z = new Float64Array(n)
  const first = lowest(q)
  if (first < 0 || q[first] >= 0) return z
  const tableau = new Tableau(matrix, q, n)
  // variables: w is 0 .. n - 1, z is n .. 2 n - 1, the artificial one 2 n
  let entering = tableau.enterArtificial(first)
  for (let k = 0; k < MOST_PIVOTS * n + 10; k++) {
    const row = tableau.leavingRow(entering)
    if (row < 0) return null
    const left = tableau.basis[row]
    tableau.pivot(row, entering)
    if (left === 2 * n) {
      tableau.basis.forEach((variable, r) => {
        if (variable >= n) z[variable - n] = Math.max(0, tableau.right(r))
      })
      return z
    }
    entering = left < n ? left + n : left - n
  }
  return null
}

function lowest(q: Float64Array): number {
  let found = -1
  for (let k = 0; k < q.length; k++) if (found < 0 || q[k] < q[found]) found = k
  return found
}

/** The rows w - M z - d z0 = q, with what is basic in them. */
class Tableau {
  readonly basis: Int32Array
  private readonly width: number
  private readonly entries: Float64Array

  constructor(
    matrix: Float64Array,
    q: Float64Array,
    private readonly n: number,
  ) {
    this.width = 2 * n + 2
    const { width } = this
    this.entries = new Float64Array(n * width)
    this.basis = Int32Array.from({ length: n }, (_, row) => row)
    for (let row = 0; row < n; row++) {
      this.entries[row * width + row] = 1
      for (let k = 0; k < n; k++) this.entries[row * width + n + k] = -matrix[n * row + k]
      this.entries[row * width + 2 * n] = -1
      this.entries[row * width + 2 * n + 1] = q[row]
    }
  }

  right(row: number): number {
    return this.entries[row * this.width + this.width - 1]
  }

  /** Brings in the artificial variable where it is needed most. Returns what enters next. */
  enterArtificial(row: number): number {
    this.pivot(row, 2 * this.n)
    return this.n + row
  }

  pivot(row: number, column: number): void {
    const { n, width, entries, basis } = this
    const base = row * width
    const pivot = entries[base + column]
    for (let k = 0; k < width; k++) entries[base + k] /= pivot
    entries[base + column] = 1
    for (let r = 0; r < n; r++) {
      if (r === row) continue
      const by = entries[r * width + column]
      if (by === 0) continue
      for (let k = 0; k < width; k++) entries[r * width + k] -= by * entries[base + k]
      entries[r * width + column] = 0
    }
    basis[row] = column
  }

  /** The row whose variable is the first to become zero as another one grows; -1 for none. */
  leavingRow(column: number): number {
    const { n, width, entries, basis } = this
    let found = -1
    for (let row = 0; row < n; row++) {
      if (!(entries[row * width + column] > LEAST_PIVOT)) continue
      if (found < 0 || this.leavesBefore(row, found, column)) found = row
    }
    if (found < 0) return -1
    // of ties with it, the artificial variable ends it all
    const ratio = this.right(found) / entries[found * width + column]
    for (let row = 0; row < n; row++)
      if (
        basis[row] === 2 * n &&
        entries[row * width + column] > LEAST_PIVOT &&
        this.right(row) / entries[row * width + column] <= ratio + TIE * (1 + Math.abs(ratio))
      )
        return row
    return found
  }

  private leavesBefore(row: number, other: number, column: number): boolean {
    const { n, width, entries } = this
    const [a, b] = [row * width, other * width]
    const [pa, pb] = [entries[a + column], entries[b + column]]
    const compare = (k: number): number => {
      const [x, y] = [entries[a + k] / pa, entries[b + k] / pb]
      return Math.abs(x - y) <= TIE * (1 + Math.abs(x) + Math.abs(y)) ? 0 : x - y
    }
    let less = compare(width - 1)
    for (let k = 0; less === 0 && k < n; k++) less = compare(k)
    return less < 0
  }
}
