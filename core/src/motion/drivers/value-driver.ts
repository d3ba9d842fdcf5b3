/**
 * Drivers of one value: of a joint in the tree they prescribe a link's coordinate, of anything else they make a row with a
 * target.
 */
import type { ValueDriver, AnyDriver } from '../../document/format/drivers'
import { coordinatesOf } from '../../document/format/relations'
import type { CoordinateRef } from '../../document/format/relations'
import type { TimeFunction } from '../../maths/time-function'
import type { Mechanism } from '../../mechanism/compile'
import { coordinateOf } from '../../mechanism/coordinate'
import type { Reading } from '../../mechanism/reading'
import { followingRow } from '../../solve/following'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import type { Timing } from '../timing'
import { defineDriver } from './driver-type'
import type { DrivenValue, DriverType, Plan, ResolvedDriver } from './driver-type'

/**
 * What a kind does with the value it drives.
 * @param from of the value at the time `since` [s]; what starts before that is left out
 */
type Planner<D> = (driver: D, value: DrivenValue, from: number, timing: Timing, since: number) => Result<Plan>

/** A kind of driver of one value, by what it does with it. Errors: `driver-freedom`, `driver-suspended`. */
export const defineValueDriver = <D extends AnyDriver & ValueDriver>(
  type: Omit<DriverType<D>, 'resolve'> & { readonly plan: Planner<D> },
): DriverType<D> =>
  defineDriver<D>({
    ...type,
    resolve(mechanism, driver, place) {
      const found = targetOf(mechanism, driver)
      if (!found.ok) return found
      const { reading, link, id, name } = found.value
      const row = (course: TimeFunction) => followingRow(mechanism, { id: driver.id, name }, reading, course)
      const resolved: ResolvedDriver = {
        source: driver,
        pointer: place,
        link,
        rows: link >= 0 ? [] : [row(() => undefined)],
        driver: driver.id,
        target: id,
        targetName: name,
        reading,
        servo: null,
        plan: (from, times, since) =>
          type.plan(driver, { dimension: reading.dimension, name }, from, times, since),
        following: (course) => (link >= 0 ? [] : [row(course)]),
      }
      return succeed(resolved)
    },
  })

interface Target {
  readonly reading: Reading
  readonly link: number
  readonly id: string
  readonly name: string
}

function targetOf(mechanism: Mechanism, driver: ValueDriver): Result<Target> {
  if (driver.mate !== undefined) return mateTarget(mechanism, driver.mate)
  return jointTarget(mechanism, driver.relation === undefined ? driver : inputOf(mechanism, driver.relation))
}

function jointTarget(mechanism: Mechanism, driver: { joint?: string; freedom?: string }): Result<Target> {
  const { geometry } = mechanism
  const index = geometry.joints.findIndex((j) => j.source.id === driver.joint)
  const { source, type, idle } = geometry.joints[index]
  if (source.suspended || idle) {
    const why = idle ? 'lies inside a rigid group' : 'is suspended'
    return fail({
      code: 'driver-suspended',
      message: `${source.name} ${why} and cannot be driven.`,
      pointer: '/joint',
    })
  }
  const found = coordinateOf(mechanism, driver.joint, driver.freedom)
  if (found) return succeed({ reading: found, link: found.link, id: source.id, name: source.name })
  const names = type.freedoms.map((f) => f.name).join(', ') || 'none'
  const asked =
    driver.freedom === undefined
      ? 'needs one of its freedoms to be named'
      : `has no freedom “${driver.freedom}”`
  return fail({
    code: 'driver-freedom',
    message: `${source.name} ${asked}; it has: ${names}.`,
    pointer: '/freedom',
  })
}

/** The coordinate that a relation takes as its input. */
function inputOf(mechanism: Mechanism, id: string): CoordinateRef {
  const relation = mechanism.geometry.document.relations!.find((r) => r.id === id)!
  return coordinatesOf(relation)[0][1]
}

function mateTarget(mechanism: Mechanism, id: string): Result<Target> {
  const { source } = mechanism.geometry.mates.find((mate) => mate.source.id === id)!
  const reading = mechanism.mateReadings.find(({ mate }) => mate.source.id === id)
  const problem = (code: string, message: string): Result<never> =>
    fail({ code, message: `${source.name} ${message}`, pointer: '/mate' })
  if (source.suspended) return problem('driver-suspended', 'is suspended and cannot be driven.')
  if (!reading) return problem('driver-freedom', 'has no value to drive; an angle or a distance has.')
  if (source.value !== undefined) {
    return problem('driver-freedom', 'is held at its value; delete the value to drive it.')
  }
  return succeed({ reading, link: -1, id, name: source.name })
}
