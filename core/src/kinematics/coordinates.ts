/**
 * The coordinates that people see, joint by joint: read from a link in the tree, or measured across the closing
 * joint, where turns are counted by staying near the value expected from the last one.
 */
import type { ClosureRows } from './closures'
import type { Mechanism } from './compile'
import { TURN } from './conditions'
import type { MotionState } from './state'

export class CoordinateReader {
  readonly values: Float64Array
  readonly rates: Float64Array
  readonly accelerations: Float64Array

  constructor(
    private readonly mechanism: Mechanism,
    private readonly rows: ClosureRows,
  ) {
    const n = mechanism.coordinates.length
    this.values = new Float64Array(n)
    this.rates = new Float64Array(n)
    this.accelerations = new Float64Array(n)
  }

  /** @param step time since the last reading [s]; 0 for the first */
  read(state: MotionState, step: number): void {
    const { coordinates } = this.mechanism
    for (let c = 0; c < coordinates.length; c++) {
      const { link, closure, freedom } = coordinates[c]
      if (link >= 0) {
        this.values[c] = state.q[link]
        this.rates[c] = state.rate[link]
        this.accelerations[c] = state.acceleration[link]
        continue
      }
      let value = this.rows.measure(closure, freedom.measure)
      const rate = this.rows.rate(state, closure, freedom.measure)
      if (freedom.measure.kind === TURN && step > 0) {
        const expected = this.values[c] + (step / 2) * (this.rates[c] + rate)
        value += 2 * Math.PI * Math.round((expected - value) / (2 * Math.PI))
      }
      this.values[c] = value
      this.rates[c] = rate
      this.accelerations[c] = this.rows.acceleration(state, closure, freedom.measure)
    }
  }
}
