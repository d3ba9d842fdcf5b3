/**
 * How evenly motions change from one even step to the next: where rates go up and down steadily, and the same places touch, nothing turning
 * and nothing about to stop, longer steps give the same. A step of rates changed at its middle is wrong by h^3/24 of the change of acceleration
 * over time (Hairer, Lubich & Wanner, Geometric Numerical Integration, I.1.4).
 */
import type { Mechanism } from '../../mechanism/compile'
import { linkScale } from '../../mechanism/chain'
import type { MotionState } from '../../mechanism/state'
import { EVEN, SLOW_SLIP } from './tolerances'
import type { Meeting } from './meeting'

export class Pace {
  private readonly scale: Float64Array
  private readonly begun: Float64Array
  /** How fast rates changed in the last step, by link. */
  private readonly change: Float64Array
  /** By how much that differs from the step before, over time [sizes/s^3]. */
  private unevenness = Infinity
  /** How fast places of the last step slid at its start [m/s], and how long it was [s]. */
  private slips: readonly number[] = []
  private duration = 0

  constructor(private readonly mechanism: Mechanism) {
    this.scale = linkScale(mechanism)
    this.begun = new Float64Array(mechanism.links)
    this.change = new Float64Array(mechanism.links)
  }

  /** Forgets what was before. */
  stop(): void {
    this.unevenness = Infinity
  }

  /** A step begins. @param closed places that take part, with their rates */
  begin({ rate }: MotionState, closed: readonly Meeting[]): void {
    this.begun.set(rate)
    this.slips = closed.map(({ slip }) => slip)
  }

  end({ rate }: MotionState, duration: number): void {
    const { begun, change, scale } = this
    let most = 0
    for (let link = 0; link < scale.length; link++) {
      const now = (rate[link] - begun[link]) / duration
      most = Math.max(most, Math.abs(now - change[link]) / scale[link])
      change[link] = now
    }
    this.unevenness = most / duration
    this.duration = duration
  }

  get isEven(): boolean {
    return this.unevenness < EVEN
  }

  /**
   * Whether places go on as they did over a longer step.
   * @param meetings all that may touch in it, with their rates @param before which of the places of the last step each one is; -1 for none
   */
  goesOn(
    { twist }: MotionState,
    meetings: readonly Meeting[],
    before: readonly number[],
    ahead: number,
  ): boolean {
    const slow = SLOW_SLIP * this.mechanism.size
    const isTurning = (link: number): boolean =>
      Math.hypot(twist[6 * link], twist[6 * link + 1], twist[6 * link + 2]) > SLOW_SLIP
    return meetings.every(({ slip, on: { pair } }, k) => {
      if (before[k] < 0 || isTurning(pair.linkA) || isTurning(pair.linkB)) return false
      const slower = (this.slips[before[k]] - slip) / this.duration
      return Math.abs(slip) <= slow || Math.abs(slip) > slow + 2 * ahead * slower
    })
  }
}
