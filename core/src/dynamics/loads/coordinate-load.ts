/**
 * Loads along a coordinate of a joint: a function of its value and rate, such as a torsion spring, a damper, a motor line. They act on
 * the link that carries the coordinate, or between both sides of a joint that closes a loop.
 */
import type { Coordinate } from '../../mechanism/coordinate'
import { Reader } from '../../mechanism/reading'
import type { Mechanism } from '../../mechanism/compile'
import { addRowForces } from '../../mechanism/row-forces'
import type { MotionState } from '../../mechanism/state'
import type { FrictionLaw } from './friction-law'
import type { ActingLoad } from './loads'

/** What acts along a coordinate. */
export interface CoordinateLaw {
  /** Force or torque in the direction of the coordinate [N, N m]. */
  effort(value: number, rate: number, time: number): number
  /** What is stored at a value [J]. */
  energy(value: number): number
  /** Power that is lost [W]; negative where some is brought in. */
  loss(value: number, rate: number, time: number): number
  /** Turns or moves with the coordinate besides the bodies [kg m^2, kg]. */
  readonly inertia?: number
  readonly friction?: FrictionLaw
  /** Instants at which it may jump. */
  readonly breaks?: readonly number[]
  /** The way in which a motor turns or pushes. */
  readonly turns?: 1 | -1
  /** Whether it drives, as a motor does. */
  readonly drives?: boolean
  /** What happens at the limits; a stop that gives way is no limit any more. */
  readonly stop?: { readonly restitution: number; readonly gives: boolean }
}

export class CoordinateLoad implements ActingLoad {
  private readonly reader: Reader
  private readonly multiplier = new Float64Array(1)

  constructor(
    readonly id: string,
    readonly name: string,
    mechanism: Mechanism,
    readonly coordinate: Coordinate,
    readonly law: CoordinateLaw,
  ) {
    this.reader = new Reader(mechanism, [coordinate])
  }

  apply(
    state: MotionState,
    time: number,
    wrenches: Float64Array,
    efforts: Float64Array,
    isStanding = false,
  ): void {
    const { coordinate, law } = this
    const { link } = coordinate
    if (link >= 0) {
      efforts[link] += law.effort(
        state.q[link] + coordinate.constant,
        isStanding ? 0 : state.rate[link],
        time,
      )
      return
    }
    this.read(state)
    this.multiplier[0] = law.effort(this.reader.values[0], isStanding ? 0 : this.reader.rates[0], time)
    addRowForces(this.reader.equations, state, this.multiplier, wrenches, efforts)
  }

  energy(state: MotionState): number {
    const { coordinate, law, reader } = this
    if (coordinate.link >= 0) return law.energy(state.q[coordinate.link] + coordinate.constant)
    this.read(state)
    return law.energy(reader.values[0])
  }

  loss(state: MotionState, time: number): number {
    const { coordinate, law, reader } = this
    const { link } = coordinate
    if (link >= 0) return law.loss(state.q[link] + coordinate.constant, state.rate[link], time)
    this.read(state)
    return law.loss(reader.values[0], reader.rates[0], time)
  }

  private read(state: MotionState): void {
    this.reader.read(state, 0)
  }
}
