/** Where a scenario would come to rest with its drivers held where they start. */
import type { Physics } from '../dynamics/physics'
import { findRest } from '../dynamics/rest'
import type { Rest } from '../dynamics/rest'
import { constant } from '../maths/time-function'
import type { Mechanism } from '../mechanism/compile'
import type { Result } from '../result'
import { prescribesAtStart } from './drivers/drivers'
import { coursesOf } from './plan'
import type { ScenarioPlan } from './plan'

/**
 * @param q assembled coordinates by link, drivers where they start
 * Errors: `moves-overlap` and those of `findRest`.
 */
export function restAtStart(
  mechanism: Mechanism,
  { drivers }: ScenarioPlan,
  physics: Physics,
  q: Float64Array,
): Result<Rest> {
  const courses = coursesOf(drivers)
  if (!courses.ok) return courses
  const acting = drivers.flatMap(({ driver }) => (prescribesAtStart(driver) ? [driver] : []))
  const jet = new Float64Array(4)
  const rows = acting.flatMap((driver) => {
    courses.value.get(driver.driver)!(0, jet)
    return driver.following(constant(jet[0]))
  })
  const links = acting.flatMap(({ link }) => (link >= 0 ? [link] : []))
  return findRest(mechanism, physics, q, { links, rows })
}
