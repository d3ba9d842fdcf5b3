/** The links on the paths of some rows that these rows do not determine, and how a gradient is handed on to them. */
import { rowEntries } from '../mechanism/row-entries'
import type { RowEntries } from '../mechanism/row-entries'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'

export class Followed {
  private readonly entries: RowEntries
  private readonly scratch: Float64Array

  /** @param unknowns links that the rows determine */
  constructor(
    private readonly equations: Equations,
    private readonly rows: Int32Array,
    unknowns: Int32Array,
  ) {
    const mine = new Uint8Array(equations.mechanism.links)
    for (const link of unknowns) mine[link] = 1
    this.entries = rowEntries(equations, rows, mine)
    this.scratch = new Float64Array(this.entries.links.length)
  }

  /** Takes from the gradient by scaled links what each row, times its multiplier, changes with them. */
  handOn(state: MotionState, multipliers: Float64Array, gradient: Float64Array): void {
    const { equations, rows, entries, scratch } = this
    const { first, links } = entries
    for (let n = 0; n < scratch.length; n++) scratch[n] = 0
    equations.gradients(state, rows, entries, scratch)
    let term = 0
    let n = 0
    for (let r = 0; r < rows.length; r++) {
      term += equations.firstTerm[rows[r] + 1] - equations.firstTerm[rows[r]]
      for (; n < first[term]; n++) gradient[links[n]] -= multipliers[r] * scratch[n]
    }
  }
}
