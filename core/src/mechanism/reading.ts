/** Readings: numbers that people see, each the sum of some terms and a constant, read with two derivatives. */
import type { Chain } from './chain'
import { turn } from './conditions'
import type { Condition } from './conditions'
import { Equations } from './equations'
import { turnsOfLinks } from './fixed-axes'
import { rowEntries } from './row-entries'
import type { RowEntries } from './row-entries'
import { pairTerm } from './rows'
import type { Pair, Row, Term } from './rows'
import type { MotionState } from './state'
import { rowThird } from './third-derivatives'

export interface Reading {
  readonly terms: readonly Term[]
  readonly constant: number
  readonly dimension: 'length' | 'angle'
}

/** What measures a condition; turns about axes that keep their direction are sums of link coordinates. */
export function measured(
  state: MotionState,
  pair: Pair,
  condition: Condition,
): { terms: readonly Term[]; constant: number } {
  const sum = condition === turn ? turnsOfLinks(state, pair) : null
  return sum ?? { terms: [pairTerm(pair, condition)], constant: 0 }
}

/** Reads many readings at once; turns are counted by staying near the value expected from the last one. */
export class Reader {
  readonly values: Float64Array
  readonly rates: Float64Array
  readonly accelerations: Float64Array
  /** Third derivatives, current after `readThird`. */
  readonly thirds: Float64Array
  /** Link and constant of readings that are plain link coordinates, which need no equation. */
  private readonly links: Int32Array
  private readonly constants: Float64Array
  private readonly looksAtPairs: boolean
  /** By reading, made when it is asked for first. */
  private readonly gradients: {
    readonly into: Float64Array
    readonly row: Int32Array
    readonly entries: RowEntries
  }[] = []
  readonly equations: Equations

  constructor(mechanism: Chain & { readonly size: number }, readings: readonly Reading[]) {
    const n = readings.length
    this.values = new Float64Array(n)
    this.rates = new Float64Array(n)
    this.accelerations = new Float64Array(n)
    this.thirds = new Float64Array(n)
    this.links = Int32Array.from(readings, ({ terms: [term, ...more] }) =>
      more.length === 0 && term && term.factor === 1 && !term.curve ? term.link : -1,
    )
    this.constants = Float64Array.from(readings, ({ constant }) => constant)
    this.equations = new Equations(
      mechanism,
      readings.map(({ terms, constant }, i): Row => ({
        owner: { kind: 'joint', id: '', name: '' },
        direction: '',
        weight: 1,
        terms: this.links[i] >= 0 ? [] : terms,
        constant,
      })),
    )
    this.looksAtPairs = this.equations.pairs.length > 0
  }

  /** @param step time since the last reading [s]; 0 for the first, negative when the motion went back */
  read(state: MotionState, step: number): void {
    const { equations, values, rates, accelerations, links, constants } = this
    if (this.looksAtPairs) state.readMotion()
    equations.placeEveryPair(state)
    if (step !== 0) equations.windings.expect(step)
    for (let i = 0; i < links.length; i++) {
      const link = links[i]
      if (link >= 0) {
        values[i] = state.q[link] + constants[i]
        rates[i] = state.rate[link]
        accelerations[i] = state.acceleration[link]
      } else {
        values[i] = equations.value(state, i)
        rates[i] = equations.rate(state, i)
        accelerations[i] = equations.acceleration(state, i)
      }
    }
    equations.note(state)
  }

  /** The derivatives of a reading by the scaled coordinates of all links, at the state that has just been read. */
  gradient(state: MotionState, index: number): Float64Array {
    const { equations, links, gradients } = this
    const { into, row, entries } = (gradients[index] ??= {
      into: new Float64Array(state.mechanism.links),
      row: Int32Array.of(index),
      entries: rowEntries(equations, [index], new Uint8Array(state.mechanism.links), (_, link) => link),
    })
    into.fill(0)
    if (links[index] >= 0) into[links[index]] = equations.scale[links[index]]
    else equations.gradients(state, row, entries, into)
    return into
  }

  /** Third derivatives at the state that has just been read; not a number where they are not known. */
  readThird(state: MotionState): void {
    state.readThird()
    const { equations, links, thirds } = this
    for (let i = 0; i < links.length; i++)
      thirds[i] = links[i] >= 0 ? state.third[links[i]] : rowThird(equations, state, i)
  }
}
