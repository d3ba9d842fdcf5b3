/** The course of a lane as it is planned: its moves where the plan has them, as one function of time. */
import { moveKey } from '../document/starting'
import { courseOf, resolveMove } from './drivers/lane'
import type { TimeFunction } from '../maths/time-function'
import type { PlannedItem } from './plan'
import type { Moves } from './drivers/moves'
import type { PathDriver } from './drivers/path'

/** Moves that have no time yet are left out. */
export function plannedCourse(
  driver: Moves | PathDriver,
  items: readonly PlannedItem[],
  dimension: 'length' | 'angle',
): TimeFunction {
  const stretches = driver.moves.flatMap((move, k) => {
    const item = items.find(({ key }) => key === moveKey(driver.id, move, k))
    if (!item?.levels || !(item.start >= 0)) return []
    const duration = item.end - item.start
    // a share of the scenario is in the plan already
    const resolved = resolveMove(move, item.levels[0], dimension, 1)
    return resolved.ok ? [{ ...resolved.value, start: item.start, duration }] : []
  })
  return courseOf(stretches, stretches[0]?.from ?? 0)
}
