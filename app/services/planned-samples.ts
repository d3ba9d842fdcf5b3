/** The course that the moves of a lane prescribe, frame by frame, for lanes whose value stands in no column of a take. */
import { limitedMove, motionLaw, moveKey, parseQuantity } from '@ligamen/core'
import type { Move, Moves, PathDriver, PlannedItem, Quantity, Take } from '@ligamen/core'
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
  measures: 'length' | 'angle',
): PlannedSamples {
  const values = new Float64Array(3 * frames)
  const placed = driver.moves.flatMap((move, k) => {
    const item = items.find(({ key }) => key === moveKey(driver.id, move, k))
    const law = item?.levels && lawOf(move, Math.abs(item.levels[1] - item.levels[0]), measures)
    return item?.levels && law && item.start >= 0 ? [{ ...item, levels: item.levels, law }] : []
  })
  const jet = new Float64Array(4)
  let next = 0
  for (let frame = 0; frame < frames; frame++) {
    const time = frame * interval
    while (next < placed.length && placed[next]!.start <= time) next++
    const move = placed[next - 1]
    const at = 3 * frame
    if (!move) {
      values[at] = placed[0]?.levels[0] ?? 0
      continue
    }
    const [from, to] = move.levels
    const duration = move.end - move.start
    if (time >= move.end) {
      values[at] = to
      continue
    }
    move.law.evaluate((time - move.start) / duration, jet)
    values[at] = from + (to - from) * jet[0]!
    values[at + 1] = ((to - from) * jet[1]!) / duration
    values[at + 2] = ((to - from) * jet[2]!) / duration ** 2
  }
  const of = (first: number): Samples => ({ values, stride: 3, first, frames })
  return { samples: of(0), rates: of(1), accelerations: of(2) }
}

function lawOf(move: Move, rise: number, measures: 'length' | 'angle') {
  const si = (quantity: Quantity | undefined, dimension: Parameters<typeof parseQuantity>[1]) => {
    const read = parseQuantity(quantity ?? 0, dimension)
    return read.ok ? read.value : 0
  }
  if (move.speed === undefined || rise === 0) return motionLaw(rise === 0 ? 'linear' : move.law)
  return measures === 'length'
    ? limitedMove(rise, si(move.speed, 'speed'), si(move.acceleration, 'acceleration')).law
    : limitedMove(rise, si(move.speed, 'angularSpeed'), si(move.acceleration, 'angularAcceleration')).law
}
