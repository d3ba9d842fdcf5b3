/** The loads of a document and of one of its scenarios, ready to act: gravity, springs with a stiffness, loads of every kind. */
import type { AnyLoad } from '../../document/format/loads'
import type { Scenario } from '../../document/format/scenarios'
import type { Spring } from '../../document/format/springs'
import type { Mechanism } from '../../mechanism/compile'
import { fail, succeed } from '../../result'
import type { Problem, Result } from '../../result'
import { siValue } from '../../units/quantity'
import type { ActingLoad } from './loads'
import { Loads } from './loads'
import { loadType } from './registry'
import { SpringDamper } from './spring-damper'

/** Down along z of ground [m/s^2]. Source: ISO 80000-3, standard acceleration of free fall. */
export const STANDARD_GRAVITY = 9.80665

/** Gravity of a scenario in ground [m/s^2]. */
const gravityOf = ({ gravity }: Pick<Scenario, 'gravity'>): Float64Array =>
  gravity
    ? Float64Array.from(gravity, (along) => siValue(along, 'acceleration'))
    : Float64Array.of(0, 0, -STANDARD_GRAVITY)

/** Errors: those of the kinds of load, with complete paths. */
export function resolveLoads(mechanism: Mechanism, index: number): Result<Loads> {
  const { document } = mechanism.geometry
  const scenario = document.scenarios[index]
  const problems: Problem[] = []
  const acting: ActingLoad[] = []
  const add = (load: AnyLoad, path: string) => {
    if (load.suspended) return
    const resolved = loadType(load.kind).resolve(mechanism, load)
    if (resolved.ok) acting.push(resolved.value)
    else
      problems.push(
        ...resolved.problems.map((p) => ({
          ...p,
          pointer: `${path}${p.pointer ?? ''}`,
          ids: p.ids ?? [load.id],
        })),
      )
  }
  document.loads?.forEach((load, k) => add(load, `/loads/${k}`))
  scenario.loads?.forEach((load, k) => add(load, `/scenarios/${index}/loads/${k}`))
  for (const spring of document.springs ?? []) {
    const made = springOf(mechanism, spring)
    if (made) acting.push(made)
  }
  return problems.length > 0 ? fail(...problems) : succeed(new Loads(gravityOf(scenario), acting))
}

/** A spring that has a stiffness or a damping acts; others are drawn only. */
function springOf(mechanism: Mechanism, spring: Spring): SpringDamper | null {
  const { id, name, from, to, acts } = spring
  const stiffness = siValue(spring.stiffness, 'stiffness')
  const damping = siValue(spring.damping, 'damping')
  if (stiffness === 0 && damping === 0) return null
  const freeLength = siValue(spring.freeLength, 'length')
  return new SpringDamper(id, name, mechanism.pairOf(from, to), { stiffness, damping, freeLength, acts })
}
