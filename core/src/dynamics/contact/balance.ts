/**
 * Forces that keep meetings closed, and those that stick from sliding: a linear system for what pushes and what sticks, friction of what
 * slides in proportion to its normal force. Where it is not unique, all share evenly: the system is made a little soft, and the softness is
 * taken out again in a few rounds.
 * Source: Golub & Van Loan, Matrix Computations, section 6.1.4 (ridge regression); Parikh & Boyd, Proximal Algorithms, section 4.1
 * (iterative refinement as a proximal method).
 */
import { factor, solveFactored } from '../../maths/lu'
import type { Meeting } from './meeting'
import type { ContactResponse } from './response'
import { HARDENING_ROUNDS, SOFTNESS } from './tolerances'

export class ContactBalance {
  /** Unknown directions. */
  private unknowns = new Int32Array(0)
  private matrix = new Float64Array(0)
  private factors = new Float64Array(0)
  private pivots = new Int32Array(0)
  private solution = new Float64Array(0)
  private left = new Float64Array(0)

  /**
   * @param right what the forces have to take away, by direction
   * @param forces by direction, written
   * @param rubs whether what slides has friction; else only its gap is kept
   */
  solve(
    response: ContactResponse,
    meetings: readonly Meeting[],
    right: Float64Array,
    forces: Float64Array,
    rubs = true,
  ): void {
    const size = this.choose(response, meetings)
    const { w, n, scale } = response
    const { unknowns, matrix, factors, pivots, solution, left } = this
    for (let r = 0; r < size; r++)
      for (let c = 0; c < size; c++) {
        const column = unknowns[c]
        const meeting = column >> 1
        const isNormal = (column & 1) === 0
        const value = isNormal
          ? response.toPress(
              unknowns[r],
              meeting,
              rubs && meetings[meeting].way !== 0 ? meetings[meeting].rubs : 0,
            )
          : w[n * unknowns[r] + column]
        matrix[size * r + c] = value
        factors[size * r + c] = value + (r === c ? SOFTNESS : 0)
      }
    factor(factors, size, pivots)
    solution.fill(0, 0, size)
    for (let round = 0; round < HARDENING_ROUNDS; round++) {
      for (let r = 0; r < size; r++) {
        let rest = -right[unknowns[r]] * scale[unknowns[r]]
        for (let c = 0; c < size; c++) rest -= matrix[size * r + c] * solution[c]
        left[r] = rest
      }
      solveFactored(factors, size, pivots, left)
      for (let r = 0; r < size; r++) solution[r] += left[r]
    }
    forces.fill(0, 0, n)
    for (let r = 0; r < size; r++) forces[unknowns[r]] = solution[r] * scale[unknowns[r]]
    if (rubs)
      for (let k = 0; k < meetings.length; k++)
        if (meetings[k].way !== 0) forces[2 * k + 1] = meetings[k].rubs * forces[2 * k]
  }

  private choose({ n, scale }: ContactResponse, meetings: readonly Meeting[]): number {
    if (this.unknowns.length < n) {
      this.unknowns = new Int32Array(n)
      this.pivots = new Int32Array(n)
      this.matrix = new Float64Array(n * n)
      this.factors = new Float64Array(n * n)
      this.solution = new Float64Array(n)
      this.left = new Float64Array(n)
    }
    let size = 0
    for (let k = 0; k < meetings.length; k++) {
      if (scale[2 * k] > 0) this.unknowns[size++] = 2 * k
      if (meetings[k].way === 0 && meetings[k].coefficient > 0 && scale[2 * k + 1] > 0)
        this.unknowns[size++] = 2 * k + 1
    }
    return size
  }
}
