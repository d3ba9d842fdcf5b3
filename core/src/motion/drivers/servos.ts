/** Drivers that pull to their courses instead of prescribing them, as loads. */
import { Loads } from '../../dynamics/loads/loads'
import { servoLoad } from '../../dynamics/loads/servo'
import type { Physics } from '../../dynamics/physics'
import type { TimeFunction } from '../../maths/time-function'
import type { Mechanism } from '../../mechanism/compile'
import type { ScenarioPlan } from '../plan'

/** Loads of a scenario, and what its servos do. @param courses of drivers by id */
export function withServos(
  mechanism: Mechanism,
  { masses, loads }: Physics,
  acting: ScenarioPlan['drivers'],
  courses: ReadonlyMap<string, TimeFunction>,
): Physics {
  const servos = acting.flatMap(({ driver: { driver, targetName, servo } }) =>
    servo ? [servoLoad(mechanism, driver, targetName, servo, courses.get(driver)!)] : [],
  )
  return { masses, loads: new Loads(loads.gravity, [...loads.acting, ...servos]) }
}
