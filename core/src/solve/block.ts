/**
 * One block over time: Newton on as many rows as unknowns, then rates and accelerations from the same factors.
 * Source: Haug, Computer Aided Kinematics and Dynamics of Mechanical Systems, section 4.6.
 */
import { DenseSystem, SparseSystem } from '../maths/linear-system'
import type { LinearSystem } from '../maths/linear-system'
import { blockRows } from '../mechanism/block-rows'
import type { BlockRows } from '../mechanism/block-rows'
import { rowEntries } from '../mechanism/row-entries'
import { isLinearRow } from '../mechanism/row-table'
import type { Equations } from '../mechanism/equations'
import { rowThird, spreadThird } from '../mechanism/third-derivatives'
import type { MotionState } from '../mechanism/state'
import { basesOf } from './bases'
import type { Bridge } from './bridge'
import { Followed } from './followed'
import { Gains } from './gains'
import { rowGradient, unknownsOfRow } from './structure'
import type { BlockPlan } from './structure'
import type { MovedLinks } from './moving'
import {
  LARGEST_CORRECTION,
  LEAST_REGULARITY,
  NEAR_SINGULAR,
  NEGLIGIBLE_STEP,
  ROUNDING,
  SMALL_STEP,
  TIGHT,
  WEAK,
} from './tolerances'

const MOST_ITERATIONS = 12
/** Blocks with more rows are factored as sparse ones. */
const DENSE_ROWS = 40

export type BlockFailure = 'no-convergence' | 'singular'

export class Block {
  readonly rows: Int32Array
  /** Links whose coordinates this block finds. */
  readonly unknowns: Int32Array
  private readonly matrix: LinearSystem
  /** 1 for links that are not its unknowns. */
  private readonly others: Uint8Array
  private readonly vector: Float64Array
  /** How far each unknown goes for one radian or one size. */
  readonly scale: Float64Array
  private readonly evaluated: BlockRows
  /** Pivot ratio with the sign of the determinant, see maths/lu.ts. */
  private readonly ratio = new Float64Array(1)
  /** The matrix of a single row, and how large its entry was at first. */
  private readonly single: Float64Array | null
  private readonly leverage: number
  /** What its entry would be if the row looked at nothing but its unknown. */
  private readonly reach: number
  /** Links on which both ends of every row ride while the unknowns rest; null where other links move between. */
  private readonly bases: Int32Array | null
  /** How its unknowns follow other links, where its rows are sums of coordinates with constant factors. */
  readonly gains: Gains | null
  /** The most regular it has been. */
  private best = LEAST_REGULARITY
  /** Made when it is asked for first. */
  private followed: Followed | null = null

  constructor(
    plan: BlockPlan,
    private readonly equations: Equations,
    private readonly state: MotionState,
    private readonly links: MovedLinks,
  ) {
    const n = plan.rows.length
    this.rows = Int32Array.from(plan.rows)
    this.unknowns = Int32Array.from(plan.unknowns)
    this.vector = new Float64Array(n)
    this.scale = Float64Array.from(this.unknowns, (link) => equations.scale[link])
    const column = new Map(plan.unknowns.map((link, c) => [link, c]))
    const others = new Uint8Array(state.mechanism.links).fill(1)
    this.others = others
    for (const link of plan.unknowns) others[link] = 0
    const dense = n > DENSE_ROWS ? null : new DenseSystem(n)
    this.matrix = dense ?? this.sparse(plan, others, column)
    this.single = dense && n === 1 ? dense.values : null
    const gradientSize = (known: Uint8Array): number =>
      [...rowGradient(equations, state, plan.rows[0], known)].reduce((sum, [, v]) => sum + Math.abs(v), 0)
    this.leverage = n === 1 ? gradientSize(others) : 0
    this.reach = n === 1 ? gradientSize(new Uint8Array(state.mechanism.links)) : 1
    const place = (r: number, link: number) => this.matrix.place(r, column.get(link)!)
    this.evaluated = blockRows(equations, state, this.rows, rowEntries(equations, this.rows, others, place))
    this.bases = basesOf(equations, this.rows, others)
    this.gains = plan.rows.every((row) => isLinearRow(equations, row)) ? this.solveOnce() : null
  }

  /** Solves rows of constant factors for good. */
  private solveOnce(): Gains {
    const { equations, state, rows, unknowns, scale, matrix } = this
    const unscaled = (column: Float64Array) => {
      matrix.solve(column)
      return column.map((value, i) => scale[i] * value)
    }
    this.fillAndFactor()
    const mine = new Uint8Array(state.mechanism.links)
    for (const link of unknowns) mine[link] = 1
    const columns = new Map<number, Float64Array>()
    rows.forEach((row, r) => {
      for (const [link, value] of rowGradient(equations, state, row, mine)) {
        const column = columns.get(link) ?? new Float64Array(rows.length)
        column[r] = -value / equations.scale[link]
        columns.set(link, column)
      }
    })
    for (const [link, column] of columns) columns.set(link, unscaled(column))
    return new Gains(unknowns, unscaled(Float64Array.from(rows, (row) => -equations.offset(row))), columns)
  }

  /** Links that one of its unknowns is found from. */
  sourcesOf(link: number): readonly number[] {
    if (this.gains) return this.gains.sourcesOf(link)
    const nothingKnown = new Uint8Array(this.state.mechanism.links)
    return [...this.rows].flatMap((row) => unknownsOfRow(this.equations, row, nothingKnown))
  }

  /** A sparse system whose pivots suit the present position. */
  private sparse(plan: BlockPlan, others: Uint8Array, column: ReadonlyMap<number, number>): SparseSystem {
    const gradients = plan.rows.map((row) => [...rowGradient(this.equations, this.state, row, others)])
    return new SparseSystem(
      plan.rows.length,
      gradients.map((gradient) => gradient.map(([link]) => column.get(link)!)),
      gradients.map((gradient) => gradient.map(([, value]) => value)),
    )
  }

  /** The sign of the determinant: it changes only when the block passes a singular position. */
  get branch(): number {
    return Math.sign(this.single ? this.single[0] : this.ratio[0])
  }

  /** 0 at a singular position, with the sign of the determinant on both sides of it. */
  get regularity(): number {
    return this.single ? this.single[0] / this.reach : this.ratio[0]
  }

  /** How regular it is, compared with the best that was noted. */
  get quality(): number {
    return Math.abs(this.regularity) / this.best
  }

  /** Notes a position that counts. */
  note(): void {
    const size = Math.abs(this.regularity)
    if (size > this.best) this.best = size
  }

  /**
   * Pivot ratio: 1 for a well-conditioned block, near 0 for one that a poor choice or a dead point makes singular. A
   * single row has no ratio: it is compared with itself when it was chosen.
   */
  get strength(): number {
    const { single } = this
    if (this.gains) return 1
    if (!single) return Math.abs(this.ratio[0])
    return Math.abs(single[0]) < WEAK * this.leverage ? 0 : 1
  }

  /** Closes the block from the predicted coordinates; the factors belong to the closed position afterwards. */
  close(): BlockFailure | null {
    if (this.gains) return this.follow(this.gains)
    const { state, evaluated, rows, unknowns, vector, scale } = this
    const n = rows.length
    let corrected = 0
    let step = Infinity
    for (let iteration = 0; iteration < MOST_ITERATIONS; iteration++) {
      this.placeAndFactor()
      evaluated.residuals(vector)
      let largest = 0
      for (let r = 0; r < n; r++) {
        const size = Math.abs(vector[r])
        // a NaN must not pass for a small residual
        if (!(size <= largest)) largest = size
      }
      const settled = step < SMALL_STEP && largest < ROUNDING
      if (!settled) {
        if (!(Math.abs(this.regularity) > NEAR_SINGULAR)) return 'singular'
        this.matrix.solve(vector)
        step = 0
        for (let i = 0; i < n; i++) {
          const size = Math.abs(vector[i])
          if (!(size <= step)) step = size
        }
      }
      if (settled || (largest < TIGHT && step < NEGLIGIBLE_STEP)) {
        if (!(Math.abs(this.regularity) > NEAR_SINGULAR)) return 'singular'
        // near a singular position another branch is near, too
        if (corrected > LARGEST_CORRECTION * Math.min(1, this.quality)) return 'no-convergence'
        state.place(this.links.carried)
        return null
      }
      for (let i = 0; i < n; i++) state.q[unknowns[i]] += scale[i] * vector[i]
      corrected += step
      if (!(corrected < LARGEST_CORRECTION)) return 'no-convergence'
    }
    return 'no-convergence'
  }

  private follow(gains: Gains): BlockFailure | null {
    const { state } = this
    if (!(Math.abs(this.regularity) > NEAR_SINGULAR)) return 'singular'
    gains.place(state.q)
    state.place(this.links.moved)
    state.place(this.links.carried)
    return null
  }

  /** Puts the block where a bridge has it. */
  placeOn(bridge: Bridge): void {
    const { state, unknowns, equations } = this
    const { moved, carried, pairs } = this.links
    bridge.place(unknowns, state.q)
    state.place(moved)
    equations.placePairs(state, pairs)
    state.place(carried)
  }

  /** Rates and accelerations that a bridge has, and those of what the block carries. */
  moveOn(bridge: Bridge): void {
    const { state, unknowns } = this
    bridge.rates(unknowns, state.rate)
    bridge.accelerations(unknowns, state.acceleration)
    state.spreadMotion(this.links.movedForLater)
    state.spreadMotion(this.links.carriedForLater)
  }

  /** Solves with the present factors; the right side, by rows, becomes scaled unknowns. */
  solve(vector: Float64Array): void {
    this.matrix.solve(vector)
  }

  /** Solves the transpose; scaled unknowns become rows. */
  solveTransposed(vector: Float64Array): void {
    this.matrix.solveTransposed(vector)
  }

  /** Writes the scaled rates that its rows demand of the unknowns while these rest; what moves them has its rates. */
  demandedRates(out: Float64Array): void {
    const { state, evaluated, unknowns, bases } = this
    if (bases) {
      evaluated.rates(out, bases)
      return
    }
    for (let i = 0; i < unknowns.length; i++) state.rate[unknowns[i]] = 0
    state.spreadRates(this.links.moved)
    evaluated.rates(out, null)
  }

  /** Its scaled matrix at the present position, row by row, not factored. */
  scaledMatrix(): Float64Array {
    const { equations, state, rows, unknowns, others } = this
    const column = new Map([...unknowns].map((link, c) => [link, c]))
    const matrix = new Float64Array(rows.length * unknowns.length)
    rows.forEach((row, r) => {
      for (const [link, value] of rowGradient(equations, state, row, others))
        matrix[r * unknowns.length + column.get(link)!] = value
    })
    return matrix
  }

  /** Writes the second derivatives of its rows into `out` when the unknowns have these rates and no accelerations. */
  secondDerivatives(rates: Float64Array, out: Float64Array): void {
    const { state, evaluated, rows, unknowns, links } = this
    for (let i = 0; i < unknowns.length; i++) {
      state.rate[unknowns[i]] = rates[i]
      state.acceleration[unknowns[i]] = 0
    }
    state.spreadMotion(links.moved)
    evaluated.accelerations(out)
    for (let r = 0; r < rows.length; r++) out[r] = -out[r]
  }

  /** Largest residual of its rows at the present coordinates, which must be placed. */
  get gap(): number {
    this.evaluated.residuals(this.vector)
    return Math.max(...this.vector.map(Math.abs))
  }

  /** Places what the block moves and factors its matrix at the present coordinates. */
  placeAndFactor(): void {
    const { state, equations } = this
    state.place(this.links.moved)
    equations.placePairs(state, this.links.pairs)
    if (!this.gains) this.fillAndFactor()
  }

  private fillAndFactor(): void {
    const { evaluated, matrix } = this
    const { values } = matrix
    // a loop is faster than a call for the few entries of most blocks
    for (let k = 0; k < values.length; k++) values[k] = 0
    evaluated.gradients(values)
    matrix.factor(this.ratio)
  }

  /** Rates of the unknowns and twists of what they carry; the rest must have its rates. */
  solveRates(): void {
    const { state, unknowns, vector, scale } = this
    if (this.gains) this.gains.follow(state.rate)
    else {
      this.demandedRates(vector)
      this.matrix.solve(vector)
      for (let i = 0; i < unknowns.length; i++) state.rate[unknowns[i]] = scale[i] * vector[i]
    }
    state.spreadRates(this.links.moved)
    state.spreadRates(this.links.carried)
  }

  /** Rates and accelerations of the unknowns, and those of what they carry as far as later blocks look at it. */
  solveMotion(): void {
    const { state, unknowns, vector, scale, links } = this
    if (this.gains) {
      this.gains.follow(state.rate)
      this.gains.follow(state.acceleration)
      state.spreadMotion(links.movedForLater)
    } else {
      this.demandedRates(vector)
      this.matrix.solve(vector)
      for (let i = 0; i < unknowns.length; i++) state.rate[unknowns[i]] = scale[i] * vector[i]
      this.restAccelerations()
      state.spreadMotion(links.moved)
      this.findAccelerations()
    }
    state.spreadMotion(links.carriedForLater)
  }

  /** Accelerations of the unknowns from rates and twists that are there, and those of what later blocks look at. */
  solveAccelerations(): void {
    const { state, links } = this
    if (this.gains) {
      this.gains.follow(state.acceleration)
      state.spreadAccelerations(links.movedForLater)
    } else {
      this.restAccelerations()
      state.spreadAccelerations(links.moved)
      this.findAccelerations()
    }
    state.spreadAccelerations(links.carriedForLater)
  }

  private restAccelerations(): void {
    const { state, unknowns } = this
    for (let i = 0; i < unknowns.length; i++) state.acceleration[unknowns[i]] = 0
  }

  private findAccelerations(): void {
    const { state, evaluated, unknowns, vector, scale } = this
    evaluated.accelerations(vector)
    this.matrix.solve(vector)
    for (let i = 0; i < unknowns.length; i++) state.acceleration[unknowns[i]] = scale[i] * vector[i]
    state.spreadAccelerations(this.links.movedForLater)
  }

  /** Third derivatives of the unknowns, and what follows for links. @param targets those of the rows' targets */
  solveThird(targets: Float64Array): void {
    const { state, equations, rows, unknowns, vector, scale, links } = this
    if (this.gains) this.gains.follow(state.third)
    else {
      for (let i = 0; i < unknowns.length; i++) state.third[unknowns[i]] = 0
      spreadThird(state, links.moved)
      for (let r = 0; r < rows.length; r++) {
        const target = equations.rows[rows[r]].weight * targets[rows[r]]
        vector[r] = target - rowThird(equations, state, rows[r])
      }
      this.matrix.solve(vector)
      for (let i = 0; i < unknowns.length; i++) state.third[unknowns[i]] = scale[i] * vector[i]
    }
    spreadThird(state, links.moved)
    spreadThird(state, links.carried)
  }

  /** Third derivatives that nobody knows. */
  leaveThird(): void {
    const { state, unknowns, links } = this
    for (let i = 0; i < unknowns.length; i++) state.third[unknowns[i]] = Number.NaN
    spreadThird(state, links.moved)
    spreadThird(state, links.carried)
  }

  /** Hands the gradient of its unknowns on to what they follow, see System.pullBack. */
  pullBack(gradient: Float64Array, multipliers: Float64Array | null): void {
    const { unknowns, vector, matrix, rows, equations, state } = this
    let any = false
    for (let i = 0; i < unknowns.length; i++) {
      vector[i] = gradient[unknowns[i]]
      any ||= vector[i] !== 0
      gradient[unknowns[i]] = 0
    }
    if (!any) return
    matrix.solveTransposed(vector)
    if (multipliers) for (let r = 0; r < rows.length; r++) multipliers[rows[r]] = vector[r]
    this.followed ??= new Followed(equations, rows, unknowns)
    this.followed.handOn(state, vector, gradient)
  }
}
