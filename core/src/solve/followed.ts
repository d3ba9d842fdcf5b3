/** The links on the paths of some rows that these rows do not determine, and how a gradient is handed on to them. */
import { unknownsOfTerm } from '../mechanism/row-table'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'

export class Followed {
  /** First entry of every term, and one more; links, where they go, and their scaled signs. */
  private readonly first: Int32Array
  private readonly links: Int32Array
  private readonly places: Int32Array
  private readonly signs: Float64Array
  private readonly scratch: Float64Array

  /** @param unknowns links that the rows determine */
  constructor(
    private readonly equations: Equations,
    private readonly rows: Int32Array,
    unknowns: Int32Array,
  ) {
    const mine = new Uint8Array(equations.mechanism.links)
    for (const link of unknowns) mine[link] = 1
    const first = [0]
    const entries: [number, number][] = []
    for (const row of rows) {
      for (let t = equations.firstTerm[row]; t < equations.firstTerm[row + 1]; t++) {
        for (const [link, sign] of unknownsOfTerm(equations, t, mine))
          entries.push([link, sign * equations.scale[link]])
        first.push(entries.length)
      }
    }
    this.first = Int32Array.from(first)
    this.links = Int32Array.from(entries, ([link]) => link)
    this.places = Int32Array.from(entries.keys())
    this.signs = Float64Array.from(entries, ([, sign]) => sign)
    this.scratch = new Float64Array(entries.length)
  }

  /** Takes from the gradient by scaled links what each row, times its multiplier, changes with them. */
  handOn(state: MotionState, multipliers: Float64Array, gradient: Float64Array): void {
    const { equations, rows, first, links, places, signs, scratch } = this
    let e = 0
    for (let r = 0; r < rows.length; r++) {
      const row = rows[r]
      for (let t = equations.firstTerm[row]; t < equations.firstTerm[row + 1]; t++, e++) {
        const end = first[e + 1]
        for (let n = first[e]; n < end; n++) scratch[n] = 0
        equations.gradient(state, row, t, links, places, signs, first[e], end, scratch)
        for (let n = first[e]; n < end; n++) gradient[links[n]] -= multipliers[r] * scratch[n]
      }
    }
  }
}
