/**
 * How all links move by a unit rate of each independent coordinate while the others rest, and motions made of that. Islands are
 * independent of each other, so that one column holds the first coordinate of every island, the next one the second, and so on.
 */
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'
import { unknownsOfRow } from '../solve/structure'
import type { System } from '../solve/system'
import type { Island } from './islands'
import { workAlong, writeMomenta } from './mass-between'

/** Rates of all links, and their twists. */
export interface Column {
  readonly rates: Float64Array
  readonly twists: Float64Array
}

/** What acts on links, see ForwardDynamics. */
export interface Acting {
  /** What the bodies of each link need to go on without accelerations of the independent ones, loads taken off. */
  readonly needed: Float64Array
  /** By link, of loads. */
  readonly efforts: Float64Array
  /** Of all links in ground. */
  readonly inertia: Float64Array
  /** By island, links that carry mass. */
  readonly heavyOf: readonly Int32Array[]
  readonly rotors: Float64Array
}

export class MotionColumns {
  readonly columns: readonly Column[]
  /** Accelerations of all links and their bodies while the independent coordinates have none. */
  private readonly unforced: Column
  /** What moves though no independent coordinate does: by drivers. */
  readonly driven: Column
  /** Momenta of the links by that. */
  private readonly momenta: Float64Array
  /** The motion that there is. */
  readonly motion: Column
  /** No motion. */
  private readonly still: Column
  private readonly rates: Float64Array
  /** Rows that drivers prescribe. */
  readonly targetRows: Int32Array
  /** By column: links whose screws are their twists, where no row looks at its coordinates; null for any other. */
  private readonly carried: readonly (Int32Array | null)[]

  constructor(
    private readonly equations: Equations,
    private readonly state: MotionState,
    private readonly system: System,
    private readonly looped: readonly Island[],
  ) {
    const { links } = state.mechanism
    const most = looped.reduce((n, { independent }) => Math.max(n, independent.length), 0)
    const column = () => ({ rates: new Float64Array(links), twists: new Float64Array(6 * links) })
    this.columns = Array.from({ length: most }, column)
    this.unforced = column()
    this.driven = column()
    this.still = column()
    this.momenta = new Float64Array(6 * links)
    this.motion = { rates: state.rate, twists: state.twist }
    this.rates = new Float64Array(links)
    this.targetRows = Int32Array.from(equations.rows.keys()).filter((row) => equations.rows[row].target)
    this.carried = this.columns.map((_, c) => this.carriedBy(c))
  }

  /** What hangs on the coordinates of a column, where no row looks at them: by each all of it moves as one body. */
  private carriedBy(column: number): Int32Array | null {
    const { equations, state, looped, columns } = this
    const { linkParent } = state.mechanism
    const mine = looped.flatMap(({ independent }) => [...independent.subarray(column, column + 1)])
    const nothingKnown = new Uint8Array(state.mechanism.links)
    if (
      equations.rows.some((_, row) =>
        unknownsOfRow(equations, row, nothingKnown).some((link) => mine.includes(link)),
      )
    )
      return null
    const leader = new Int32Array(linkParent.length)
    for (const link of state.all) leader[link] = mine.includes(link) ? link : leader[linkParent[link]]
    for (const link of mine) columns[column].rates[link] = 1
    return leader
  }

  /** Whether no row looks at any independent coordinate of an island. */
  areCarried({ independent }: Island): boolean {
    return independent.every((_, c) => this.carried[c] !== null)
  }

  /** Finds the columns at the present position, which must be closed. */
  find(): void {
    const { state, system, looped, columns, rates, equations, targetRows, carried } = this
    rates.set(state.rate)
    for (let n = 0; n < targetRows.length; n++) {
      saved[n] = equations.targets[3 * targetRows[n] + 1]
      equations.targets[3 * targetRows[n] + 1] = 0
    }
    for (let c = 0; c < columns.length; c++) {
      const leader = carried[c]
      if (leader) {
        spreadScrews(state, leader, columns[c].twists)
        continue
      }
      state.rate.fill(0)
      for (let n = 0; n < looped.length; n++) {
        const { independent } = looped[n]
        if (c < independent.length) state.rate[independent[c]] = 1
      }
      system.solveRates()
      columns[c].rates.set(state.rate)
      columns[c].twists.set(state.twist)
    }
    for (let n = 0; n < targetRows.length; n++) equations.targets[3 * targetRows[n] + 1] = saved[n]
    state.rate.set(rates)
  }

  /** Rates and twists of all links from the rates of the independent ones, where nothing moves besides; after `find`. */
  move(): void {
    const { state, still, rates } = this
    this.combine(still, rates, 1, state.rate, state.twist)
  }

  /** Keeps the accelerations that there are as those without any of the independent coordinates. */
  keepUnforced(): void {
    this.unforced.rates.set(this.state.acceleration)
    this.unforced.twists.set(this.state.twistRate)
  }

  /** Accelerations of all links are the unforced ones, and what those of the independent coordinates add. */
  addAccelerations(): void {
    const { unforced, state } = this
    this.combine(unforced, state.acceleration, 1, state.acceleration, state.twistRate)
  }

  /** Power of what drivers move, as `driven` tells afterwards: what there is beyond the independent coordinates [W]. */
  powerOfDrivers({ needed, efforts, inertia, heavyOf, rotors }: Acting): number {
    const { driven, columns, looped, state, momenta } = this
    const { acceleration } = state
    const { inPlane } = state.flat
    this.combine(this.motion, state.rate, -1, driven.rates, driven.twists)
    let power = 0
    for (let n = 0; n < looped.length; n++) {
      const { links, independent } = looped[n]
      power += workAlong(needed, links, inPlane, driven.twists)
      writeMomenta(inertia, heavyOf[n], inPlane, driven.twists, momenta)
      for (let i = 0; i < independent.length; i++)
        power += acceleration[independent[i]] * workAlong(momenta, heavyOf[n], inPlane, columns[i].twists)
      for (let k = 0; k < links.length; k++) {
        const link = links[k]
        power += driven.rates[link] * (rotors[link] * acceleration[link] - efforts[link])
      }
    }
    return power
  }

  /** Writes `base` and a share of the columns by values of the independent links, for all links of the islands. */
  private combine(
    base: Column,
    values: Float64Array,
    share: number,
    rates: Float64Array,
    twists: Float64Array,
  ): void {
    const { looped, columns } = this
    const { inPlane } = this.state.flat
    for (let n = 0; n < looped.length; n++) {
      const { independent, links } = looped[n]
      for (let i = 0; i < independent.length; i++) shares[i] = share * values[independent[i]]
      for (let k = 0; k < links.length; k++) {
        const link = links[k]
        const v = 6 * link
        let along = base.rates[link]
        let x = base.twists[v + 2]
        let y = base.twists[v + 3]
        let z = base.twists[v + 4]
        for (let i = 0; i < independent.length; i++) {
          const factor = shares[i]
          const column = columns[i]
          along += factor * column.rates[link]
          x += factor * column.twists[v + 2]
          y += factor * column.twists[v + 3]
          z += factor * column.twists[v + 4]
        }
        rates[link] = along
        twists[v + 2] = x
        twists[v + 3] = y
        twists[v + 4] = z
        if (inPlane[link] === 1) continue
        x = base.twists[v]
        y = base.twists[v + 1]
        z = base.twists[v + 5]
        for (let i = 0; i < independent.length; i++) {
          const column = columns[i]
          x += shares[i] * column.twists[v]
          y += shares[i] * column.twists[v + 1]
          z += shares[i] * column.twists[v + 5]
        }
        twists[v] = x
        twists[v + 1] = y
        twists[v + 5] = z
      }
    }
  }
}

/** Twists of links that move as one with their leaders, by the unit rate of these; 0 for those without. */
function spreadScrews({ screw }: MotionState, leader: Int32Array, twists: Float64Array): void {
  for (let link = 1; link < leader.length; link++) {
    if (leader[link] === 0) continue
    const from = 6 * leader[link]
    const v = 6 * link
    for (let c = 0; c < 6; c++) twists[v + c] = screw[from + c]
  }
}

/** Values of the independent links of an island. */
const shares: number[] = []
/** Rates of targets, set aside. */
const saved: number[] = []
