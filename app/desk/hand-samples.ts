/** The samples of a recording by hand: the joint positions each time they changed, and the rests between. */

import type { Channel, Recording } from '@ligamen/core'

/** A pause longer than this is a rest, not a slow motion [s]. */
const PAUSE = 0.25
/** How long before the next motion a rest ends [s]. */
const MOMENT = 1 / 60
/** Two changes closer than this are one, since a lane cannot tell them apart [s]. */
const SAME = 1e-3

export class HandSamples {
  /** When each row was taken, from the beginning of the recording, increasing [s]. */
  readonly times: number[] = [0]
  /** One value for each channel. */
  readonly rows: Float64Array[]

  constructor(first: Float64Array) {
    this.rows = [first]
  }

  /** Adds the positions at a time [s] not before the last; a rest before it is kept a rest. */
  add(now: number, row: Float64Array): void {
    const last = this.times.length - 1
    const before = this.times[last]!
    if (now <= before + SAME) {
      this.rows[last] = row
      return
    }
    if (now - before > PAUSE) {
      this.times.push(now - MOMENT)
      this.rows.push(this.rows[last]!)
    }
    this.times.push(now)
    this.rows.push(row)
  }

  /** The values of one channel, one for each time. */
  of(channel: number): number[] {
    return this.rows.map((row) => row[channel] ?? 0)
  }

  /** What was recorded of each channel; those of joints on the desk come first, so that they lead. */
  positions(channels: readonly Channel[], onDesk: ReadonlySet<string | undefined>): Recording['positions'] {
    return channels
      .map(({ coordinate, dimension }, c) => ({
        ...coordinate!,
        dimension: dimension === 'length' ? ('length' as const) : ('angle' as const),
        values: this.of(c),
      }))
      .sort((a, b) => Number(onDesk.has(b.joint)) - Number(onDesk.has(a.joint)))
  }
}
