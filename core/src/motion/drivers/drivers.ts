/** The drivers of a scenario, ready to be planned. */
import type { Mechanism } from '../../mechanism/compile'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import type { Timing } from '../timing'
import { driverType } from './registry'
import type { AnyDriver } from '../../document/format/drivers'
import type { ResolvedDriver } from './driver-type'

/** A driver that is suspended in the document rests until a cue restores it. */
export const actsAtStart = ({ source }: ResolvedDriver): boolean => source.suspended !== true

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
