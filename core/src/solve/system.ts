/**
 * A mechanism with some coordinates known, ready to be solved: its blocks in an order in which each depends on those
 * before it, and the links that each of them places.
 */
import { Block } from './block'
import type { BlockFailure } from './block'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'
import { choose, components, triangular, unknownsOfRow } from './structure'
import type { Choice, Component } from './structure'
import { POOR_ROWS, POOR_UNKNOWNS, CLOSED } from './tolerances'

export interface SystemFailure {
  readonly reason: BlockFailure | 'branch' | 'contradiction'
  /** The row that contradicts, or any row of the block that failed. */
  readonly row: number
}

const NONE: readonly number[] = []

export class System {
  private readonly components: readonly Component[]
  private readonly choices: Choice[]
  private blocks: readonly Block[] = []
  private branches = new Int8Array(0)
  private spare = new Int32Array(0)
  private spareResiduals = new Float64Array(0)
  /** Pairs that no block places. */
  private sparePairs = new Int32Array(0)
  /** Links that move with no block. */
  private first = new Int32Array(0)
  private anyParked = false
  /** Links whose coordinates the rows determine. */
  determined = new Int32Array(0)

  constructor(
    readonly equations: Equations,
    readonly state: MotionState,
    private readonly known: Uint8Array,
  ) {
    this.placeAll()
    this.components = components(equations, known)
    this.choices = this.components.map((component) => choose(equations, state, component, known))
    this.build()
  }

  /** Links that could move but that nothing determines. */
  get parked(): number[] {
    const inside = new Set(this.components.flatMap(({ unknowns }) => unknowns))
    const outside = [...this.state.all].filter((link) => !inside.has(link) && !this.known[link])
    return [...outside, ...this.choices.flatMap(({ parked }) => parked)]
  }

  /** Rows that share unknowns with a row. */
  rowsAround(row: number): readonly number[] {
    return this.components.find(({ rows }) => rows.includes(row))?.rows ?? [row]
  }

  /** Every link and pair at the present coordinates, whether the rows hold or not. */
  placeAll(): void {
    const { state, equations } = this
    state.place(state.all)
    equations.placeEveryPair(state)
  }

  /** Closes all rows from the predicted coordinates; every link and pair is placed afterwards. */
  close(): SystemFailure | null {
    const { state, blocks, branches, equations, spare } = this
    state.place(this.first)
    for (let b = 0; b < blocks.length; b++) {
      const block = blocks[b]
      const reason = block.close()
      if (reason) return { reason, row: block.rows[0] }
      if (block.branch !== branches[b]) return { reason: 'branch', row: block.rows[0] }
    }
    equations.placePairs(state, this.sparePairs)
    equations.residuals(state, spare, this.spareResiduals)
    for (let n = 0; n < spare.length; n++) {
      if (!(Math.abs(this.spareResiduals[n]) < CLOSED)) {
        return { reason: 'contradiction', row: spare[n] }
      }
    }
    return null
  }

  /** Rates and accelerations of everything at the closed position. */
  differentiate(): void {
    const { state, blocks, first } = this
    state.spreadMotion(first)
    for (let b = 0; b < blocks.length; b++) {
      blocks[b].solveRates()
      blocks[b].solveAccelerations()
    }
  }

  /** Rates of the determined links from those of the others, at the closed position. */
  solveRates(): void {
    this.state.spreadRates(this.first)
    for (let b = 0; b < this.blocks.length; b++) this.blocks[b].solveRates()
  }

  /**
   * Turns a gradient by all scaled coordinates into one by those that nothing determines: what the determined ones
   * contribute goes to what they follow. Entries of determined links are used up.
   */
  pullBack(gradient: Float64Array): void {
    for (let b = this.blocks.length - 1; b >= 0; b--) this.blocks[b].pullBack(gradient)
  }

  /**
   * Chooses rows anew where the present choice has become poor; the unknowns to find stay the same, unless some are
   * parked in their stead that the rows determine better.
   * @returns links that are parked from now on
   */
  renewChoices(): readonly number[] {
    let least = Infinity
    for (let b = 0; b < this.blocks.length; b++) least = Math.min(least, this.blocks[b].strength)
    if (least > (this.anyParked ? POOR_UNKNOWNS : POOR_ROWS)) return NONE
    const below = (limit: number) =>
      new Set(this.blocks.filter(({ strength }) => strength < limit).flatMap(({ rows }) => [...rows]))
    const poor = [below(POOR_ROWS), below(POOR_UNKNOWNS)]
    return this.choose(({ rows, parked }) => rows.some((row) => poor[parked.length > 0 ? 1 : 0].has(row)))
      .stopped
  }

  /**
   * Chooses among the rows anew where there are more than are needed: what the chosen ones hold weakly, others may hold
   * firmly. Returns whether anything changed.
   */
  renewSpare(): boolean {
    return this.choose((_, component) => component.rows.length > component.unknowns.length).renewed
  }

  private choose(wanted: (choice: Choice, component: Component) => boolean): {
    renewed: boolean
    stopped: readonly number[]
  } {
    const { equations, state, known } = this
    const stopped: number[] = []
    let renewed = false
    this.components.forEach((component, k) => {
      const { rows, unknowns, parked } = this.choices[k]
      if (!wanted(this.choices[k], component)) return
      const among = parked.length > 0 ? component.unknowns : unknowns
      const choice = choose(equations, state, component, known, among)
      // at a singular position the rows determine fewer unknowns: then the old choice goes on
      if (choice.rows.length < rows.length || sameChoice(choice, this.choices[k])) return
      stopped.push(...choice.parked.filter((link) => !parked.includes(link)))
      this.choices[k] = choice
      renewed = true
    })
    if (renewed) this.build()
    return { renewed, stopped }
  }

  /** Makes the blocks of the present choices. */
  private build(): void {
    const { equations, state } = this
    const { linkParent, links } = state.mechanism
    const plans = triangular(
      equations,
      this.choices.flatMap(({ rows }) => rows),
      this.choices.flatMap(({ unknowns }) => unknowns),
    )
    // the block after which a link is placed; parents come before children
    const ready = new Int32Array(links).fill(-1)
    plans.forEach(({ unknowns }, b) => {
      for (const link of unknowns) ready[link] = b
    })
    for (let link = 1; link < links; link++) ready[link] = Math.max(ready[link], ready[linkParent[link]])
    const standing: number[][] = plans.map(() => [])
    for (let link = 1; link < links; link++) if (ready[link] >= 0) standing[ready[link]].push(link)

    const nothingKnown = new Uint8Array(links)
    const needed = new Uint8Array(links)
    const placed = new Set<number>()
    this.blocks = plans.map((plan, b) => {
      for (const row of plan.rows) {
        for (const link of unknownsOfRow(equations, row, nothingKnown)) {
          for (let l = link; l > 0 && ready[l] === b; l = linkParent[l]) needed[l] = 1
        }
      }
      const pairs = pairsOf(equations, plan.rows)
      for (const pair of pairs) placed.add(pair)
      return new Block(
        plan,
        equations,
        state,
        Int32Array.from(standing[b].filter((link) => needed[link])),
        Int32Array.from(standing[b].filter((link) => !needed[link])),
        pairs,
      )
    })
    this.first = state.all.filter((link) => ready[link] < 0)
    this.anyParked = this.choices.some(({ parked }) => parked.length > 0)
    this.determined = Int32Array.from(plans.flatMap(({ unknowns }) => unknowns))
    this.spare = Int32Array.from(this.choices.flatMap(({ spare }) => spare))
    this.spareResiduals = new Float64Array(this.spare.length)
    this.sparePairs = Int32Array.from([...equations.pairs.keys()].filter((pair) => !placed.has(pair)))
    for (const block of this.blocks) block.placeAndFactor()
    this.branches = Int8Array.from(this.blocks, (block) => block.branch)
  }
}

const sameChoice = (a: Choice, b: Choice): boolean =>
  a.rows.every((row, k) => row === b.rows[k]) && a.unknowns.every((link, k) => link === b.unknowns[k])

function pairsOf(equations: Equations, rows: readonly number[]): Int32Array {
  const pairs = new Set<number>()
  for (const row of rows) {
    for (let t = equations.firstTerm[row]; t < equations.firstTerm[row + 1]; t++) {
      if (equations.termPair[t] >= 0) pairs.add(equations.termPair[t])
    }
  }
  return Int32Array.from(pairs)
}
