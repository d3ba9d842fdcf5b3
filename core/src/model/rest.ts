/** Where a mechanism comes to rest under the loads of a scenario, its drivers held where the scenario starts. */
import { driverTooMany } from '../analysis/driving'
import { physicsOf } from '../dynamics/physics'
import type { Rest } from '../dynamics/rest'
import { meshAtHand } from '../geometry/imported-meshes'
import { Reader } from '../mechanism/reading'
import { standingAt } from '../mechanism/state'
import { prescribesAtStart } from '../motion/drivers/drivers'
import { planScenario } from '../motion/plan'
import { coordinateChannels, startPose } from '../motion/run'
import { restAtStart } from '../motion/start-at-rest'
import type { Channel } from '../motion/take'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { startOf } from './model'
import type { Model } from './model'

export interface RestPose {
  readonly kind: Rest['kind']
  readonly channels: readonly Channel[]
  /** Joint coordinates at rest, in the order of `channels`; turns are counted from home. */
  readonly values: Float64Array
}

/** Sought from where the scenario starts. Errors: `scenario-missing`, `start-not-reached`, `driver-too-many`, those of planning, of loads and of `findRest`. */
export function restOf(model: Model, scenario: string): Result<RestPose> {
  const { mechanism, scenarios } = model
  const resolved = scenarios.find(({ source }) => source.id === scenario)
  if (!resolved)
    return fail({ code: 'scenario-missing', message: `There is no scenario “${scenario}”.`, ids: [scenario] })
  const start = startOf(model, resolved)
  if (!start.ok) return start
  const tooMany = driverTooMany(mechanism, start.value, resolved.drivers.filter(prescribesAtStart))
  if (tooMany) return fail(tooMany)
  const plan = planScenario(mechanism, resolved, start.value)
  if (!plan.ok) return plan
  const q = startPose(mechanism, plan.value, start.value)
  if (!q.ok) return q
  const forces = physicsOf(mechanism, resolved.index, meshAtHand)
  if (!forces.ok) return forces
  const rest = restAtStart(mechanism, plan.value, forces.value, q.value)
  if (!rest.ok) return rest
  const reader = new Reader(mechanism, mechanism.coordinates)
  reader.read(standingAt(mechanism, rest.value.q), 0)
  return succeed({ kind: rest.value.kind, channels: coordinateChannels(mechanism), values: reader.values })
}
