/**
 * Whether a view keeps up while something moves in it. One that shows fewer than thirty pictures a second for a while is drawn plain
 * from then on as long as it moves.
 */

/** Time between two pictures that is too long [ms]. */
const SLOW = 1000 / 30 + 1
/** After so long nothing has moved [ms]. */
const PAUSE = 250
/** So many slow pictures more than fast ones are too many. */
const MANY = 12

export class Haste {
  private before = -Infinity
  private slow = 0
  /** Stays so: what was too much once is too much again. */
  isNeeded = false

  /** A picture of something that moves is drawn. @param now [ms] */
  note(now: number): void {
    const gap = now - this.before
    this.before = now
    if (gap > PAUSE) this.slow = 0
    else this.slow = Math.max(0, this.slow + (gap > SLOW ? 1 : -1))
    if (this.slow >= MANY) this.isNeeded = true
  }
}
