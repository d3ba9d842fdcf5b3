/**
 * A motion followed step by step: all coordinates are read at every step of the solver, and between its last two instants
 * they can be read anew, for what is sought there.
 */
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import type { Jet } from '../maths/quintic'
import type { Problem } from '../result'
import type { Mover } from '../solve/mover'
import { farthest } from './passings'
import type { Stretch } from './passings'

export class Course {
  readonly reader: Reader
  /** Values, rates and accelerations of all coordinates at the last instant but one, then at the last. */
  private readonly before: readonly [Float64Array, Float64Array, Float64Array]
  private readonly now: readonly [Float64Array, Float64Array, Float64Array]
  private from = 0
  private to = 0
  private readAt = Number.NaN

  constructor(
    private readonly mechanism: Mechanism,
    private solver: Mover,
  ) {
    const n = mechanism.coordinates.length
    this.reader = new Reader(mechanism, mechanism.coordinates)
    const jets = () => [new Float64Array(n), new Float64Array(n), new Float64Array(n)] as const
    this.before = jets()
    this.now = jets()
  }

  /** Goes on with a solver from where it starts; turns are counted on. */
  begin(solver: Mover): void {
    this.solver = solver
    this.read(solver.time)
    this.remember()
    this.from = this.to = solver.time
  }

  /** One step of the solver towards a time; false on failure, as `Solver.step`. */
  step(time: number): boolean {
    const { solver, before, now } = this
    const isOn = solver.step(time)
    before.forEach((values, k) => values.set(now[k]))
    this.from = this.to
    this.to = solver.time
    this.read(this.to)
    this.remember()
    return isOn
  }

  /** Places everything at an instant of the last step, and reads it. */
  at(time: number): void {
    this.solver.look(time)
    this.read(time)
  }

  /** Where the last step ended [s]. */
  get time(): number {
    return this.to
  }

  /** Why the last step failed, or null. */
  get problem(): Problem | null {
    return this.solver.problem
  }

  /** Whether a coordinate may have come near the ends of a range, or out of it, in the last step. */
  mayLeave(coordinate: number, lower: number, upper: number): boolean {
    const { before, now } = this
    const [values, rates, accelerations] = now
    const reach = farthest(
      this.to - this.from,
      before[1][coordinate],
      rates[coordinate],
      before[2][coordinate],
      accelerations[coordinate],
      this.scaleOf(coordinate),
    )
    const low = Math.min(before[0][coordinate], values[coordinate]) - reach
    const high = Math.max(before[0][coordinate], values[coordinate]) + reach
    return low <= lower || high >= upper
  }

  /** What a coordinate did in the last step. */
  stretch(coordinate: number): Stretch {
    const { from, to, before, now, reader } = this
    const jet = ([values, rates, accelerations]: typeof before): Jet => [
      values[coordinate],
      rates[coordinate],
      accelerations[coordinate],
    ]
    return {
      from,
      to,
      before: jet(before),
      now: jet(now),
      scale: this.scaleOf(coordinate),
      at: (time) => {
        this.at(time)
        return [reader.values[coordinate], reader.rates[coordinate], reader.accelerations[coordinate]]
      },
    }
  }

  /** What a radian is for a turn, for a slide [m]. */
  private scaleOf(coordinate: number): number {
    const { coordinates, size } = this.mechanism
    return coordinates[coordinate].dimension === 'length' ? size : 1
  }

  private read(time: number): void {
    this.reader.read(this.solver.state, Number.isNaN(this.readAt) ? 0 : time - this.readAt)
    this.readAt = time
  }

  private remember(): void {
    const { reader, now } = this
    now[0].set(reader.values)
    now[1].set(reader.rates)
    now[2].set(reader.accelerations)
  }
}
