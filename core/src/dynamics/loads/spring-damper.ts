/**
 * Spring and damper along the line between two points: force = stiffness (length - free length) + damping * rate, pulling where it
 * is positive. One that only pulls (a cord, a hooked spring) or only pushes (a loose coil) is slack on the other side.
 */
import type { Pair } from '../../mechanism/rows'
import type { MotionState } from '../../mechanism/state'
import type { ActingLoad } from './loads'
import { Line } from './points'

export interface SpringDamperValues {
  /** [N/m] */
  readonly stiffness: number
  /** [m] */
  readonly freeLength: number
  /** [N s/m] */
  readonly damping: number
  readonly acts?: 'both' | 'pulls' | 'pushes'
}

export class SpringDamper implements ActingLoad {
  private readonly line: Line

  constructor(
    readonly id: string,
    readonly name: string,
    readonly pair: Pair,
    private readonly values: SpringDamperValues,
  ) {
    this.line = new Line(pair)
  }

  /** Pulling where positive [N]. */
  force(state: MotionState): number {
    const { line, values } = this
    line.place(state)
    const elastic = this.elastic()
    if (values.damping === 0 || (elastic === 0 && values.acts !== undefined && values.acts !== 'both'))
      return elastic
    line.readRate(state)
    return this.oneSided(elastic + values.damping * line.rate)
  }

  /** Writes where its second end is, and what it does there, in ground. */
  draw(state: MotionState, _: number, out: Float64Array, at: number): void {
    const { line } = this
    const force = this.force(state)
    for (let k = 0; k < 3; k++) {
      out[at + k] = line.b[k]
      out[at + 3 + k] = -force * line.along[k]
    }
  }

  apply(state: MotionState, _: number, wrenches: Float64Array, __: Float64Array, isStanding = false): void {
    const force = this.force(state)
    this.line.pull(isStanding ? this.elastic() : force, wrenches)
  }

  energy(state: MotionState): number {
    const { line, values } = this
    line.place(state)
    const elastic = this.elastic()
    return values.stiffness > 0 ? elastic ** 2 / (2 * values.stiffness) : 0
  }

  loss(state: MotionState): number {
    const { line, values } = this
    if (values.damping === 0) return 0
    const force = this.force(state)
    return (force - this.elastic()) * line.rate
  }

  private elastic(): number {
    const { line, values } = this
    return this.oneSided(values.stiffness * (line.length - values.freeLength))
  }

  private oneSided(force: number): number {
    const { acts } = this.values
    return (acts === 'pulls' && force < 0) || (acts === 'pushes' && force > 0) ? 0 : force
  }
}
