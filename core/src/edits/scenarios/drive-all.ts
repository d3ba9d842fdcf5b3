/** One motor speed for several joints at once. Joints with a driver of another kind keep it. */
import { copyOf } from '../../document/copy'
import type { AnyDriver } from '../../document/format/drivers'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Motor } from '../../motion/drivers/motor'
import type { Quantity } from '../../units/quantity'
import { addDriver, scenarioOf } from './scenario-edits'

const driverOf = (drivers: readonly AnyDriver[], joint: string): AnyDriver | undefined =>
  drivers.find((driver) => 'joint' in driver && driver.joint === joint)

/** The joints that a driver other than a motor moves. */
export const drivenOtherwise = (drivers: readonly AnyDriver[], joints: readonly string[]): string[] =>
  joints.filter((joint) => (driverOf(drivers, joint)?.kind ?? 'motor') !== 'motor')

/** The speed that motors on all these joints have; undefined where they differ, or where one has none. */
export function speedOfAll(drivers: readonly AnyDriver[], joints: readonly string[]): Quantity | undefined {
  const speeds = joints.map((joint) => {
    const driver = driverOf(drivers, joint)
    return driver?.kind === 'motor' ? driver.speed : undefined
  })
  return speeds.every((speed) => speed === speeds[0]) ? speeds[0] : undefined
}

/**
 * Puts a motor on every joint that has no driver, and gives all motors of these joints one speed.
 * @param joints ids of joints with one freedom each
 */
export function driveAll(
  document: MechanismDocument,
  scenario: string,
  joints: readonly string[],
  speed: Quantity,
): MechanismDocument {
  const draft = copyOf(document)
  const target = scenarioOf(draft, scenario)
  for (const joint of joints) {
    const driver = driverOf(target.drivers, joint)
    if (driver?.kind === 'motor') setSpeed(driver, speed)
    else if (!driver)
      addDriver(draft, scenario, `${joint} motor`, { kind: 'motor', joint, speed, runUp: '0 s' })
  }
  return draft
}

function setSpeed(motor: Motor, speed: Quantity): void {
  delete motor.by
  motor.speed = speed
}
