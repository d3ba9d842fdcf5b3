/**
 * What acts on a mechanism besides its joints: gravity, and loads of every kind. A load adds wrenches on links and forces along
 * coordinates, and says the energy it stores and the power it loses.
 */
import type { MotionState } from '../../mechanism/state'

export interface ActingLoad {
  readonly id: string
  readonly name: string
  /**
   * Adds what it does: wrenches on links (moment about the ground's origin [N m], force [N]), and forces along the coordinates of
   * links [N m, N]. Positions and twists must be current.
   * @param isStanding whether it acts as if nothing moved
   */
  apply(
    state: MotionState,
    time: number,
    wrenches: Float64Array,
    efforts: Float64Array,
    isStanding?: boolean,
  ): void
  /** What it stores at the present position [J]. */
  energy(state: MotionState): number
  /** Power that it takes out of the motion for good [W]; negative where it brings some in. */
  loss(state: MotionState, time: number): number
}

export class Loads {
  constructor(
    /** [m/s^2], in ground. */
    readonly gravity: Float64Array,
    readonly acting: readonly ActingLoad[] = [],
    /** The instant at which loads stand still, over time and as if nothing moved [s]; null where they go on. */
    private readonly frozenAt: number | null = null,
  ) {}

  /** The same loads as they are at an instant, as if nothing moved: what decides where it rests. */
  at(time: number): Loads {
    return new Loads(this.gravity, this.acting, time)
  }

  /** The same and another one. */
  with(load: ActingLoad): Loads {
    return new Loads(this.gravity, [...this.acting, load], this.frozenAt)
  }

  apply(state: MotionState, time: number, wrenches: Float64Array, efforts: Float64Array): void {
    const { acting, frozenAt } = this
    const at = frozenAt ?? time
    for (let k = 0; k < acting.length; k++) acting[k].apply(state, at, wrenches, efforts, frozenAt !== null)
  }

  energy(state: MotionState): number {
    return this.acting.reduce((sum, load) => sum + load.energy(state), 0)
  }

  loss(state: MotionState, time: number): number {
    let sum = 0
    for (let k = 0; k < this.acting.length; k++) sum += this.acting[k].loss(state, this.frozenAt ?? time)
    return sum
  }
}
