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
  /** A time they asked for that was not solved yet; null for none. */
  private wanted: number | null = null

  /** Where the playhead goes when frames have come. */
  next({ time, end, partial, live, playing }: Watching): number {
    if (partial && live && !playing && !this.isLeft) {
      this.place ??= time
      return end
    }
    const next = this.wanted ?? this.place ?? time
    this.place = null
    if (!partial) this.isLeft = false
    if (!partial || next <= end) this.wanted = null
    return Math.min(next, end)
  }

  /** Somebody moves the playhead to a time, where it stays; beyond the newest frame it waits for that to be solved. */
  leave(partial: boolean, to: number, end: number): void {
    this.place = null
    this.isLeft = partial
    this.wanted = partial && to > end ? to : null
  }
}
