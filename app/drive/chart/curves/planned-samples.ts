/** The course that the moves of a lane prescribe, frame by frame, for lanes whose value is in no column of a take. */
import { plannedCourse } from '@ligamen/core'
import type { Moves, PathDriver, PlannedItem, Take } from '@ligamen/core'
import type { Samples } from './curve'

export interface PlannedSamples {
  readonly samples: Samples
  readonly rates: Samples
  readonly accelerations: Samples
}

export function plannedSamples(
  driver: Moves | PathDriver,
  items: readonly PlannedItem[],
  { frames, interval }: Pick<Take, 'frames' | 'interval'>,
  dimension: 'length' | 'angle',
): PlannedSamples {
  const course = plannedCourse(driver, items, dimension)
  const values = new Float64Array(3 * frames)
  const jet = new Float64Array(4)
  for (let frame = 0; frame < frames; frame++) {
    course(frame * interval, jet)
    for (let k = 0; k < 3; k++) values[3 * frame + k] = jet[k]!
  }
  const of = (first: number): Samples => ({ values, stride: 3, first, frames })
  return { samples: of(0), rates: of(1), accelerations: of(2) }
}
