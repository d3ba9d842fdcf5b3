/**
 * The coordinates that people see, joint by joint: read from a link in the tree, or measured across the closing joint,
 * where turns are counted by staying near the value expected from the last one.
 */
import type { Coordinate, Mechanism } from './compile'
import { Equations } from './equations'
import type { Row } from './rows'
import type { MotionState } from './state'

export class CoordinateReader {
  readonly values: Float64Array
  readonly rates: Float64Array
  readonly accelerations: Float64Array
  private readonly measures: Equations
  private readonly pairs: Int32Array

  constructor(private readonly mechanism: Mechanism) {
    const { coordinates } = mechanism
    this.values = new Float64Array(coordinates.length)
    this.rates = new Float64Array(coordinates.length)
    this.accelerations = new Float64Array(coordinates.length)
    this.measures = new Equations(mechanism, coordinates.map(asRow))
    this.pairs = Int32Array.from(this.measures.pairs.keys())
  }

  /** @param step time since the last reading [s]; 0 for the first */
  read(state: MotionState, step: number): void {
    const { measures, values, rates, accelerations } = this
    const { coordinates } = this.mechanism
    measures.placePairs(state, this.pairs)
    if (step > 0) measures.expect(step)
    for (let c = 0; c < coordinates.length; c++) {
      const { link } = coordinates[c]
      if (link >= 0) {
        values[c] = state.q[link]
        rates[c] = state.rate[link]
        accelerations[c] = state.acceleration[link]
      } else {
        values[c] = measures.residual(state, c)
        rates[c] = measures.rate(state, c)
        accelerations[c] = measures.acceleration(state, c)
      }
    }
    measures.note(state)
  }
}

/** A row whose residual is the coordinate; that of a link needs no term. */
const asRow = ({ freedom, link, terms, constant }: Coordinate): Row => ({
  owner: { kind: 'joint', id: '', name: '' },
  direction: freedom.name,
  weight: 1,
  terms: link >= 0 ? [] : terms,
  constant,
})
