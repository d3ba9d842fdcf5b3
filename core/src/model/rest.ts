/** Where a mechanism comes to rest under the loads of a scenario, its drivers held where the scenario starts. */
import { driverTooMany } from '../analysis/driving'
import { physicsOf } from '../dynamics/physics'
import { findRest } from '../dynamics/rest'
import type { Rest } from '../dynamics/rest'
import { meshAtHand } from '../geometry/imported-meshes'
import { Reader } from '../mechanism/reading'
import { standingAt } from '../mechanism/state'
import { actsAtStart } from '../motion/drivers/drivers'
import { coursesOf, planScenario } from '../motion/plan'
import { coordinateChannels, startPose } from '../motion/run'
import type { Channel } from '../motion/take'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import type { Model } from './model'

export interface RestPose {
  readonly kind: Rest['kind']
  readonly channels: readonly Channel[]
  /** Joint coordinates at rest, in the order of `channels`; turns are counted from home. */
  readonly values: Float64Array
}

/** Errors: `scenario-missing`, `driver-too-many`, those of planning, of loads and of `findRest`. */
export function restOf({ mechanism, home, scenarios }: Model, scenario: string): Result<RestPose> {
  const resolved = scenarios.find(({ source }) => source.id === scenario)
  if (!resolved)
    return fail({ code: 'scenario-missing', message: `There is no scenario “${scenario}”.`, ids: [scenario] })
  const acting = resolved.drivers.filter(actsAtStart)
  const tooMany = driverTooMany(mechanism, home, acting)
  if (tooMany) return fail(tooMany)
  const plan = planScenario(mechanism, resolved, home)
  if (!plan.ok) return plan
  const courses = coursesOf(plan.value.drivers)
  if (!courses.ok) return courses
  const q = startPose(mechanism, plan.value, home)
  if (!q.ok) return q
  const forces = physicsOf(mechanism, resolved.index, meshAtHand)
  if (!forces.ok) return forces
  const jet = new Float64Array(4)
  const rows = acting.flatMap((driver) =>
    driver.following((_, out) => {
      courses.value.get(driver.driver)!(0, jet)
      out[0] = jet[0]
      out[1] = 0
      out[2] = 0
    }),
  )
  const links = acting.flatMap(({ link }) => (link >= 0 ? [link] : []))
  const rest = findRest(mechanism, forces.value, q.value, { links, rows })
  if (!rest.ok) return rest
  const reader = new Reader(mechanism, mechanism.coordinates)
  reader.read(standingAt(mechanism, rest.value.q), 0)
  return succeed({ kind: rest.value.kind, channels: coordinateChannels(mechanism), values: reader.values })
}
