/**
 * One block over time: Newton on a well-conditioned choice of its rows and unknowns, then rates and accelerations
 * from the same factors. Rows beyond the rank are only checked; unknowns beyond the rank stay parked where they are.
 */
import { factor, solveFactored } from '../maths/lu'
import { columnRank } from '../maths/rank'
import { CLOSED } from './assemble'
import { columnsOf, placeBlock } from './blocks'
import type { Block } from './blocks'
import type { ClosureRows, Row } from './closures'
import type { MotionState } from './state'

const MOST_ITERATIONS = 12
/** A Newton step smaller than this leaves an error of its square. */
const SMALL_STEP = 1e-8
/** Corrections beyond the prediction that are larger than this (in rad or sizes) ask for a shorter time step. */
const LARGEST_CORRECTION = 0.2
/** A pivot ratio below this asks for another choice of rows. */
const POOR_CHOICE = 1e-3
/** A pivot ratio below this counts as a singular position. */
const NEAR_SINGULAR = 1e-6

export type BlockFailure = 'no-convergence' | 'singular' | 'contradiction'

export class BlockSolver {
  private chosen: readonly Row[] = []
  /** Links whose coordinates this block finds. */
  private dependent: Int32Array = new Int32Array(0)
  private columns: Int32Array
  private matrix = new Float64Array(0)
  private pivots = new Int32Array(0)
  private vector = new Float64Array(0)
  /** Pivot ratio with the sign of the determinant, see maths/lu.ts. */
  private ratio = 0

  constructor(
    readonly block: Block,
    private readonly rows: ClosureRows,
    private readonly state: MotionState,
  ) {
    this.columns = columnsOf(state.mechanism, this.dependent)
  }

  /** Links that could move but that nothing determines. */
  get parked(): number[] {
    return [...this.block.unknowns].filter((link) => this.columns[link] < 0)
  }

  /** The sign of the determinant: it changes only when the loop passes a singular position. */
  get branch(): number {
    return Math.sign(this.ratio)
  }

  /** True when the choice of rows has become a poor one, though the block may well be regular. */
  get weak(): boolean {
    return Math.abs(this.ratio) < POOR_CHOICE
  }

  /** Chooses the unknowns to find, then independent rows to find them by, at the present position. */
  choose(): void {
    const { block, state } = this
    const n = block.unknowns.length
    const jacobian = this.jacobianOf(block.unknowns)
    const { rank, order } = columnRank(jacobian, block.rows.length, n)
    this.dependent = order
      .slice(0, rank)
      .sort()
      .map((i) => block.unknowns[i])
    this.columns = columnsOf(state.mechanism, this.dependent)
    this.matrix = new Float64Array(rank * rank)
    this.pivots = new Int32Array(rank)
    this.vector = new Float64Array(rank)
    this.chooseRows()
  }

  /** Chooses the rows anew, for the same unknowns. */
  chooseRows(): void {
    const m = this.block.rows.length
    const n = this.dependent.length
    const jacobian = this.jacobianOf(this.dependent)
    const transposed = new Float64Array(n * m)
    for (let r = 0; r < m; r++) for (let i = 0; i < n; i++) transposed[i * m + r] = jacobian[r * n + i]
    const { order } = columnRank(transposed, n, m)
    this.chosen = Array.from(order.slice(0, n).sort(), (r) => this.block.rows[r])
    this.factorHere()
  }

  private jacobianOf(links: Int32Array): Float64Array {
    const { block, rows, state } = this
    placeBlock(block, rows, state)
    const columns = columnsOf(state.mechanism, links)
    const jacobian = new Float64Array(block.rows.length * links.length)
    block.rows.forEach((row, r) =>
      rows.jacobian(state, row, columns, jacobian, r * links.length, links.length),
    )
    return jacobian
  }

  /** Closes the block from the predicted coordinates; the factors belong to the closed position afterwards. */
  close(): BlockFailure | null {
    const { state, rows, chosen, dependent, vector } = this
    const n = dependent.length
    let corrected = 0
    for (let iteration = 0; iteration < MOST_ITERATIONS; iteration++) {
      placeBlock(this.block, rows, state)
      this.factorHere()
      if (this.ratio === 0) return 'singular'
      for (let r = 0; r < n; r++) vector[r] = -rows.residual(chosen[r])
      solveFactored(this.matrix, n, this.pivots, vector)
      let step = 0
      for (let i = 0; i < n; i++) {
        const size = Math.abs(vector[i])
        // a NaN must not pass for a small step
        if (!(size <= step)) step = size
        state.q[dependent[i]] += rows.scale[dependent[i]] * vector[i]
      }
      corrected += step
      if (!(corrected < LARGEST_CORRECTION)) return 'no-convergence'
      if (step < SMALL_STEP) return this.finish()
    }
    return 'no-convergence'
  }

  private finish(): BlockFailure | null {
    placeBlock(this.block, this.rows, this.state)
    this.factorHere()
    for (const row of this.block.rows) {
      if (!(Math.abs(this.rows.residual(row)) < CLOSED)) return 'contradiction'
    }
    return Math.abs(this.ratio) < NEAR_SINGULAR ? 'singular' : null
  }

  /** Rates of the dependent links from the known ones. */
  solveRates(): void {
    const { rows, chosen, dependent, vector, state } = this
    for (let r = 0; r < chosen.length; r++) vector[r] = -rows.rateFromOthers(state, chosen[r], this.columns)
    solveFactored(this.matrix, chosen.length, this.pivots, vector)
    for (let i = 0; i < dependent.length; i++) {
      state.rate[dependent[i]] = rows.scale[dependent[i]] * vector[i]
    }
  }

  /** Sets the dependent accelerations to zero, so that the links' accelerations become those of the rest. */
  clearAccelerations(): void {
    for (const link of this.dependent) this.state.acceleration[link] = 0
  }

  /** Accelerations of the dependent links; the links must carry the accelerations of the rest. */
  solveAccelerations(): void {
    const { rows, chosen, dependent, vector, state } = this
    for (let r = 0; r < chosen.length; r++) {
      const { closure, condition, weight } = chosen[r]
      vector[r] = -weight * rows.acceleration(state, closure, condition)
    }
    solveFactored(this.matrix, chosen.length, this.pivots, vector)
    for (let i = 0; i < dependent.length; i++) {
      state.acceleration[dependent[i]] = rows.scale[dependent[i]] * vector[i]
    }
  }

  private factorHere(): void {
    const n = this.dependent.length
    for (let r = 0; r < n; r++) {
      this.rows.jacobian(this.state, this.chosen[r], this.columns, this.matrix, r * n, n)
    }
    this.ratio = factor(this.matrix, n, this.pivots)
  }
}
