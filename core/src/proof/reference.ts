/** A measured probe beside a reference curve: how far they differ at the points of the reference. */
import type { Signal, Spot } from './signal'

export interface Difference {
  /** Measured less reference, where that is largest. */
  readonly largest: Spot
  /** Root of the mean square of the difference over the points. */
  readonly rms: number
  /** Points that were compared. */
  readonly count: number
  /** Time of the last point of the reference [s]. */
  readonly last: number
}

/** @param points (time [s], value [SI]); null where no point lies within the run */
export function compareWithReference(
  signal: Signal,
  points: readonly (readonly number[])[],
): Difference | null {
  let largest: Spot = { time: 0, value: 0 }
  let squares = 0
  let count = 0
  for (const [time, value] of points) {
    if (time < 0 || time > signal.end) continue
    const difference = signal.valueAt(time) - value
    if (count === 0 || Math.abs(difference) > Math.abs(largest.value)) largest = { time, value: difference }
    squares += difference * difference
    count++
  }
  if (count === 0) return null
  return { largest, rms: Math.sqrt(squares / count), count, last: points[points.length - 1][0] }
}
