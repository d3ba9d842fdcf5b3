/**
 * Linear complementarity: finds z >= 0 with w = M z + q >= 0 and z w = 0, by Lemke's method. Its covering vector has no two entries
 * alike, so that rows which are alike in M and q, as those of contacts side by side, do not tie.
 * Source: Cottle, Pang & Stone, The Linear Complementarity Problem, section 4.4 (algorithm 4.4.5) and 4.9 (degeneracy).
 */

/** A pivot below this is none, for matrices whose entries are about 1 [-]. */
const LEAST_PIVOT = 1e-12
/** Ratios nearer to each other than this are one [-]. */
const TIE = 1e-9
/** Share of its first value at which the artificial variable is gone [-]. */
const GONE = 1e-13
/** Multiples of the golden ratio are spread evenly (Knuth, The Art of Computer Programming, section 6.4). */
const GOLDEN = (Math.sqrt(5) - 1) / 2
/** Pivots by unknown after which it is given up. */
const MOST_PIVOTS = 20

/**
 * @param matrix n x n by rows
 * @param q of n entries
 * @returns z; null where the method ends on a ray: there may be no solution
 */
export function solveComplementarity(matrix: Float64Array, q: Float64Array, n: number): Float64Array | null {
  const z = new Float64Array(n)
  const cover = Float64Array.from({ length: n }, (_, row) => 1 + (((row + 1) * GOLDEN) % 1))
  let first = -1
  for (let row = 0; row < n; row++)
    if (q[row] < 0 && (first < 0 || q[row] / cover[row] < q[first] / cover[first])) first = row
  if (first < 0) return z
  const tableau = new Tableau(matrix, q, cover, n)
  // variables: w is 0 .. n - 1, z is n .. 2 n - 1, the artificial one 2 n
  let entering = tableau.enterArtificial(first)
  const gone = GONE * tableau.artificial
  for (let k = 0; k < MOST_PIVOTS * n + 10 && tableau.artificial > gone; k++) {
    const row = tableau.leavingRow(entering)
    if (row < 0) return null
    const left = tableau.basis[row]
    tableau.pivot(row, entering)
    entering = left < n ? left + n : left - n
  }
  if (tableau.artificial > gone) return null
  tableau.basis.forEach((variable, r) => {
    if (variable >= n && variable < 2 * n) z[variable - n] = Math.max(0, tableau.right(r))
  })
  return z
}

/** The rows w - M z - d z0 = q, with what is basic in them. */
class Tableau {
  readonly basis: Int32Array
  private readonly width: number
  private readonly entries: Float64Array

  constructor(
    matrix: Float64Array,
    q: Float64Array,
    cover: Float64Array,
    private readonly n: number,
  ) {
    this.width = 2 * n + 2
    const { width } = this
    this.entries = new Float64Array(n * width)
    this.basis = Int32Array.from({ length: n }, (_, row) => row)
    for (let row = 0; row < n; row++) {
      this.entries[row * width + row] = 1
      for (let k = 0; k < n; k++) this.entries[row * width + n + k] = -matrix[n * row + k]
      this.entries[row * width + 2 * n] = -cover[row]
      this.entries[row * width + 2 * n + 1] = q[row]
    }
  }

  /** Value of the artificial variable; 0 once it has left. */
  get artificial(): number {
    const row = this.basis.indexOf(2 * this.n)
    return row < 0 ? 0 : this.right(row)
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
    let least = Infinity
    for (let row = 0; row < n; row++) {
      const pivot = entries[row * width + column]
      if (!(pivot > LEAST_PIVOT)) continue
      const ratio = this.right(row) / pivot
      // of ties with it, the artificial variable ends it all
      if (
        found < 0 ||
        ratio < least - TIE * least ||
        (basis[row] === 2 * n && ratio <= least + TIE * least)
      ) {
        found = row
        least = ratio
      }
    }
    return found
  }
}
