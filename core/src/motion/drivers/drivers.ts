/** The drivers of a scenario, ready to be planned. */
import type { Mechanism } from '../../mechanism/compile'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import type { Timing } from '../timing'
import { driverType } from './registry'
import { resolveServo } from '../../dynamics/loads/servo'
import type { AnyDriver, ValueDriver } from '../../document/format/drivers'
import type { ResolvedDriver } from './driver-type'

/** A driver that is suspended in the document rests until a cue restores it. */
export const actsAtStart = ({ source }: ResolvedDriver): boolean => source.suspended !== true

/** Whether it prescribes something from the start on. */
export const prescribesAtStart = (driver: ResolvedDriver): boolean =>
  actsAtStart(driver) && driver.servo === null

/**
 * A driver of a scenario that moves freely: where it has a servo, it pulls instead of prescribing.
 * Errors: `servo-joint`, `load-unit`, `load-negative`.
 */
export function pulling(mechanism: Mechanism, driver: ResolvedDriver): Result<ResolvedDriver> {
  const { servo } = driver.source as ValueDriver
  if (!servo) return succeed(driver)
  const path = `${driver.pointer}/servo`
  const coordinate = mechanism.coordinates.find((one) => one === driver.reading)
  if (!coordinate)
    return fail({
      code: 'servo-joint',
      message: `${driver.targetName}: only what drives a joint can pull by a servo.`,
      pointer: path,
      ids: [driver.driver],
    })
  const law = resolveServo(driver.targetName, servo, coordinate)
  return law.ok
    ? succeed({ ...driver, servo: law.value })
    : fail(...law.problems.map((p) => ({ ...p, pointer: `${path}${p.pointer ?? ''}`, ids: [driver.driver] })))
}

/** Errors: those of its kind; paths are complete. */
export function resolveDriver(
  mechanism: Mechanism,
  driver: AnyDriver,
  path: string,
  timing: Timing,
): Result<ResolvedDriver> {
  const { joint, mate, relation, datum } = driver as {
    joint?: string
    mate?: string
    relation?: string
    datum?: string
  }
  const ids = [driver.id, (joint ?? mate ?? relation ?? datum)!]
  const placed = <T>(result: Result<T>): Result<T> =>
    result.ok
      ? result
      : fail(
          ...result.problems.map((p) => ({ ...p, pointer: `${path}${p.pointer ?? ''}`, ids: p.ids ?? ids })),
        )
  const resolved = driverType(driver.kind).resolve(mechanism, driver, path, timing)
  if (!resolved.ok) return placed(resolved)
  const { plan } = resolved.value
  const withPlaces: ResolvedDriver['plan'] = (from, times, since) => placed(plan(from, times, since))
  // what cannot be planned at zero cannot be planned at all: its faults are known now
  const tried = withPlaces(0, timing, 0)
  return tried.ok ? succeed({ ...resolved.value, plan: withPlaces }) : tried
}
