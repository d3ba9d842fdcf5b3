/** A run that is watched while it is solved: the playhead goes with its newest frame, and back to its place at the end. */

/** How things stand; times in seconds. */
export interface Watching {
  readonly time: number
  /** Of the newest frame. */
  readonly end: number
  /** Whether the run is being solved. */
  readonly partial: boolean
  readonly live: boolean
  readonly playing: boolean
}

export class WatchedRun {
  /** Where the playhead stood before; null while it does not go along. */
  private place: number | null = null
  /** Whether somebody has moved the playhead since the run began. */
  private isLeft = false

  /** Where the playhead goes when frames have come. */
  next({ time, end, partial, live, playing }: Watching): number {
    if (partial && live && !playing && !this.isLeft) {
      this.place ??= time
      return end
    }
    const next = this.place ?? time
    this.place = null
    if (!partial) this.isLeft = false
    return Math.min(next, end)
  }

  /** Somebody moves the playhead, which stays where they put it. */
  leave(partial: boolean): void {
    this.place = null
    this.isLeft = partial
  }
}
