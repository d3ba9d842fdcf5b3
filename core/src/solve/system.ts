/**
 * A mechanism with some coordinates known, ready to be solved: its blocks in an order in which each depends on those
 * before it, and the links that each of them places.
 */
import { Block } from './block'
import type { BlockFailure } from './block'
import type { Bridge } from './bridge'
import type { Inputs } from './inputs'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'
import { spreadThird } from '../mechanism/third-derivatives'
import { choose, components, triangular } from './structure'
import type { Choice, Component } from './structure'
import { movingOrder } from './moving'
import type { MovingOrder } from './moving'
import { closedNearby } from './assemble'
import { BRIDGE_BELOW, CLOSED, OPENS, POOR_ROWS, POOR_UNKNOWNS } from './tolerances'

export interface SystemFailure {
  /** `near`: the block comes near a singular position, for which a bridge may be found. */
  readonly reason: BlockFailure | 'branch' | 'contradiction' | 'near'
  /** The row that contradicts, or any row of the block that failed. */
  readonly row: number
  /** The block that failed, or -1. */
  readonly block: number
}

const NONE: readonly number[] = []
const NOTHING = new Int32Array(0)

export class System {
  private readonly components: readonly Component[]
  private readonly choices: Choice[]
  blocks: readonly Block[] = []
  private branches = new Int8Array(0)
  /** What carries each block now, if anything. */
  private bridges: (Bridge | null)[] = []
  /** Quality of each block at which a bridge was sought in vain; infinite for none. */
  private refused = new Float64Array(0)
  private spare = new Int32Array(0)
  private spareResiduals = new Float64Array(0)
  private order!: MovingOrder
  private anyParked = false
  /** Links whose coordinates the rows determine, and those of them that are sought by iteration. */
  determined = new Int32Array(0)
  sought = new Int32Array(0)

  constructor(
    readonly equations: Equations,
    readonly state: MotionState,
    private readonly known: Uint8Array,
  ) {
    this.placeAll()
    this.components = components(equations, known)
    this.choices = this.components.map((component) => choose(equations, state, component, known))
    this.build()
    this.chooseNearby()
  }

  /**
   * Where the position is singular, rows seem redundant that are not: what they hold is chosen at a closed position
   * nearby. Positions by rank alone cannot tell; moved on by two derivatives, redundant rows stay closed.
   */
  private chooseNearby(): void {
    const { equations, state, known, choices } = this
    const doubtful = choices.flatMap(({ spare, parked }, k) =>
      spare.length > 0 && parked.length > 0 ? [k] : [],
    )
    if (doubtful.length === 0) return
    this.moveParked()
    state.readMotion()
    const opens = OPENS * this.fastest() ** 2
    const momentary = doubtful.filter((k) =>
      choices[k].spare.some((row) => Math.abs(equations.acceleration(state, row)) > opens),
    )
    state.rate.fill(0)
    state.acceleration.fill(0)
    state.spreadMotion(state.all)
    if (momentary.length === 0) return
    const q = state.q.slice()
    const nearby = closedNearby(equations, q)
    if (!nearby) return
    state.q.set(nearby)
    this.placeAll()
    const chosen = momentary.map((k) => choose(equations, state, this.components[k], known))
    state.q.set(q)
    this.placeAll()
    momentary.forEach((k, n) => {
      if (chosen[n].rows.length > choices[k].rows.length) choices[k] = chosen[n]
    })
    this.build()
  }

  /** Moves all that is parked, unevenly, with what follows. */
  private moveParked(): void {
    const { state, equations } = this
    this.parked.forEach((link, k) => {
      state.rate[link] = equations.scale[link] * (1 + ((Math.SQRT2 * (k + 1)) % 1))
    })
    this.differentiate()
  }

  private fastest(): number {
    const { state, equations } = this
    return state.all.reduce(
      (most, link) => Math.max(most, Math.abs(state.rate[link]) / equations.scale[link]),
      0,
    )
  }

  /** Links that could move but that nothing determines. */
  get parked(): number[] {
    const inside = new Set(this.components.flatMap(({ unknowns }) => unknowns))
    const outside = [...this.state.all].filter((link) => !inside.has(link) && !this.known[link])
    return [...outside, ...this.choices.flatMap(({ parked }) => parked)]
  }

  /** How many rows are independent, also where the position is singular. */
  get rank(): number {
    return this.choices.reduce((sum, { rows }) => sum + rows.length, 0)
  }

  /** Rows that the others should imply. */
  get redundant(): number[] {
    return this.choices.flatMap(({ spare }) => spare)
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

  /**
   * Closes all rows from the predicted coordinates; every link and pair is placed afterwards.
   * @param inputs of a motion over time, in which bridges may carry blocks; null where there is none
   * @param isKnown the motion was there before: neither branches nor singular positions are looked at
   */
  close(inputs: Inputs | null = null, time = 0, isKnown = false): SystemFailure | null {
    const { state, equations, spare, blocks } = this
    const failure = this.closeUpTo(blocks.length - 1, inputs, time, isKnown ? 0 : Infinity)
    if (failure) return failure
    equations.placePairs(state, this.order.sparePairs)
    equations.residuals(state, spare, this.spareResiduals)
    for (let n = 0; n < spare.length; n++) {
      if (!(Math.abs(this.spareResiduals[n]) < CLOSED)) {
        return { reason: 'contradiction', row: spare[n], block: -1 }
      }
    }
    return null
  }

  /** Closes the blocks up to one; those from `loose` on may come out on either branch. */
  closeUpTo(last: number, inputs: Inputs | null, time: number, loose = Infinity): SystemFailure | null {
    const { state, blocks, branches, bridges, refused } = this
    state.place(this.order.first)
    for (let b = 0; b <= last; b++) {
      const block = blocks[b]
      const bridge = bridges[b]
      let branch = branches[b]
      if (bridge && inputs) {
        bridge.follow(inputs, time)
        const { share } = bridge
        if (share >= 0 && share <= 1) {
          block.placeOn(bridge)
          continue
        }
        if (!(share > -1 && share < 2)) return this.failed(b, 'no-convergence')
        bridge.place(block.unknowns, state.q)
        branch = bridge.branch
      }
      const reason = block.close()
      if (reason) return this.failed(b, reason)
      if (b >= loose) continue
      if (block.branch !== branch) return this.failed(b, 'branch')
      if (inputs && !bridge && block.quality < Math.min(BRIDGE_BELOW, refused[b] / 10))
        return this.failed(b, 'near')
    }
    return null
  }

  private failed(block: number, reason: SystemFailure['reason']): SystemFailure {
    return { reason, row: this.blocks[block].rows[0], block }
  }

  /** Lets a bridge carry a block, from the present position on. */
  bridge(block: number, bridge: Bridge): void {
    this.bridges[block] = bridge
  }

  /** Whether a bridge may be sought from the present position, which must be placed. */
  mayBridge(block: number): boolean {
    if (this.bridges[block]) return false
    this.blocks[block].placeAndFactor()
    return this.blocks[block].quality < this.refused[block] / 3
  }

  /** Notes that no bridge was found from here. */
  refuse(block: number): void {
    this.refused[block] = this.blocks[block].quality
  }

  /** The closed position counts: bridges that were left are gone. */
  accept(): void {
    const { blocks, bridges, branches, refused } = this
    for (let b = 0; b < blocks.length; b++) {
      const bridge = bridges[b]
      if (bridge) {
        const { share } = bridge
        if (share >= 0 && share <= 1) continue
        branches[b] = bridge.branch
        bridges[b] = null
      }
      const block = blocks[b]
      block.note()
      if (refused[b] < Infinity && block.quality > 2 * BRIDGE_BELOW) refused[b] = Infinity
    }
  }

  get isBridging(): boolean {
    return this.bridges.some((bridge) => bridge !== null)
  }

  /** Rates and accelerations of all coordinates at the closed position; what no row looks at is left unread. */
  differentiate(last = this.blocks.length - 1): void {
    const { state, blocks, bridges } = this
    state.spreadMotion(this.order.firstForLater)
    state.leaveUnread(this.order.unread)
    for (let b = 0; b <= last; b++) {
      const bridge = bridges[b]
      if (bridge && bridge.share >= 0 && bridge.share <= 1) {
        blocks[b].moveOn(bridge)
        continue
      }
      blocks[b].solveMotion()
    }
  }

  /** Accelerations of all coordinates and links, from rates and twists that are there already; bridges have no part in it. */
  solveAccelerations(): void {
    const { state, blocks } = this
    state.spreadAccelerations(this.order.firstForLater)
    for (let b = 0; b < blocks.length; b++) blocks[b].solveAccelerations()
    state.spreadAccelerations(state.all)
    state.leaveUnread(NOTHING)
  }

  /**
   * Third derivatives of all coordinates, and the second ones of all twists; rates and accelerations must be current. They are not
   * numbers where a bridge carries a block: it knows two derivatives only.
   * @param targets third derivatives of the rows' targets
   */
  differentiateThird(targets: Float64Array): void {
    const { state, blocks, bridges } = this
    spreadThird(state, this.order.first)
    for (let b = 0; b < blocks.length; b++) {
      const bridge = bridges[b]
      if (bridge && bridge.share >= 0 && bridge.share <= 1) blocks[b].leaveThird()
      else blocks[b].solveThird(targets)
    }
  }

  /** Factors the blocks up to one at the present position, which must be placed. */
  factorUpTo(last: number): void {
    for (let b = 0; b <= last; b++) if (!this.bridges[b]) this.blocks[b].placeAndFactor()
  }

  /** Inputs of a block: those on the paths of its rows, and those of the blocks that it depends on. */
  inputsOf(block: number, inputs: Inputs): number[] {
    const { blocks } = this
    const blockOf = new Map(
      blocks.flatMap((other) => [...other.unknowns].map((link) => [link, other] as const)),
    )
    const rows = new Set<number>()
    const links = new Set(blocks[block].unknowns)
    for (const link of links) {
      const other = blockOf.get(link)
      if (!other) continue
      for (const row of other.rows) rows.add(row)
      for (const source of other.sourcesOf(link)) links.add(source)
    }
    return Array.from({ length: inputs.count }, (_, k) => k).filter(
      (k) => links.has(inputs.link(k)) || rows.has(inputs.row(k)),
    )
  }

  /** Rates of the determined links from those of the others, at the closed position. */
  solveRates(): void {
    this.state.spreadRates(this.order.first)
    for (let b = 0; b < this.blocks.length; b++) this.blocks[b].solveRates()
  }

  /**
   * Turns a gradient by all scaled coordinates into one by those that nothing determines: what the determined ones
   * contribute goes to what they follow. Entries of determined links are used up.
   * @param multipliers takes, by row, what the rows carry where the gradient is a force; others are left as they are
   */
  pullBack(gradient: Float64Array, multipliers: Float64Array | null = null): void {
    for (let b = this.blocks.length - 1; b >= 0; b--) this.blocks[b].pullBack(gradient, multipliers)
  }

  /**
   * Chooses rows anew where the present choice has become poor; the unknowns to find stay the same, unless some are
   * parked in their stead that the rows determine better.
   * @returns links that are parked from now on
   */
  renewChoices(): readonly number[] {
    // a bridge belongs to its block
    if (this.isBridging) return NONE
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
    if (this.isBridging) return false
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
    const plans = triangular(
      equations,
      this.choices.flatMap(({ rows }) => rows),
      this.choices.flatMap(({ unknowns }) => unknowns),
    )
    this.order = movingOrder(equations, plans)
    this.blocks = plans.map((plan, b) => new Block(plan, equations, state, this.order.blocks[b]))
    this.anyParked = this.choices.some(({ parked }) => parked.length > 0)
    this.determined = Int32Array.from(plans.flatMap(({ unknowns }) => unknowns))
    this.sought = Int32Array.from(this.blocks.flatMap(({ gains, unknowns }) => (gains ? [] : [...unknowns])))
    for (const block of this.blocks) block.placeAndFactor()
    const spare = Int32Array.from(this.choices.flatMap(({ spare }) => spare))
    this.spareResiduals = new Float64Array(spare.length)
    equations.placePairs(state, this.order.sparePairs)
    equations.residuals(state, spare, this.spareResiduals)
    // what is closed wherever the mechanism stands needs no look again
    this.spare = spare.filter(
      (row, n) => !equations.isConstant(row) || !(Math.abs(this.spareResiduals[n]) < CLOSED),
    )
    this.branches = Int8Array.from(this.blocks, (block) => block.branch)
    this.bridges = this.blocks.map(() => null)
    this.refused = new Float64Array(this.blocks.length).fill(Infinity)
    for (const block of this.blocks) block.note()
  }
}

const sameChoice = (a: Choice, b: Choice): boolean =>
  a.rows.every((row, k) => row === b.rows[k]) && a.unknowns.every((link, k) => link === b.unknowns[k])
