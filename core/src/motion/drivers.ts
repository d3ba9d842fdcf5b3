/**
 * The drivers of a scenario as functions of time. A driver of a joint in the tree prescribes a link's coordinate; of
 * anything else it makes rows with a target.
 */
import { coordinatesOf } from '../document/relations'
import type { CoordinateRef } from '../document/relations'
import type { AnyDriver, PathDriver } from '../document/scenarios'
import type { Mechanism } from '../kinematics/compile'
import { Axis, firstTurnX, secondTurnY, slide, thirdTurnZ } from '../kinematics/conditions'
import { coordinateOf } from '../kinematics/coordinate-of'
import type { Driven } from '../kinematics/driving'
import type { Reading } from '../kinematics/reading'
import { pairTerm } from '../kinematics/rows'
import type { Owner, Row } from '../kinematics/rows'
import { QuinticSpline } from '../maths/quintic-spline'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { parseQuantity } from '../units/quantity'
import type { Dimension } from '../units/dimension'
import { alongPath } from './along-path'
import { lane } from './lane'
import { motor } from './motor'

/** Writes value, rate and acceleration of what is driven into `out[0..2]`. */
export type Course = (time: number, out: Float64Array) => void

export interface ResolvedDriver extends Driven {
  /**
   * Its course, which may depend on the value at the home pose (motors count from there).
   * @param home of the reading it drives
   */
  readonly course: (home: number) => Result<Course>
  /** What it drives; null for a path, whose rows know their own course. */
  readonly reading: Reading | null
}

/** Errors: `driver-freedom`, `driver-suspended`, and those of the kinds; paths are complete. */
export function resolveDriver(mechanism: Mechanism, driver: AnyDriver, path: string): Result<ResolvedDriver> {
  const ids = [
    driver.id,
    ...(driver.kind === 'path' ? [driver.datum] : [driver.joint ?? driver.mate ?? driver.relation!]),
  ]
  const placed = <T>(result: Result<T>): Result<T> =>
    result.ok
      ? result
      : fail(...result.problems.map((p) => ({ ...p, path: `${path}${p.path ?? ''}`, ids: p.ids ?? ids })))
  if (driver.kind === 'path') return placed(pathDriver(mechanism, driver))
  const target =
    driver.mate === undefined
      ? jointTarget(mechanism, driver.relation === undefined ? driver : inputOf(mechanism, driver.relation))
      : mateTarget(mechanism, driver.mate)
  if (!target.ok) return placed(target)
  const { reading, link, id, name } = target.value
  const course = makers[driver.kind] as Maker<AnyDriver>
  // what cannot be made at home cannot be made at all: its faults are known now
  const tried = course(driver, reading.measures, name)(0)
  if (!tried.ok) return placed(tried)
  const owner: Owner = { kind: 'driver', id: driver.id, name }
  const row: Row = {
    owner,
    direction: 'driven value',
    weight: reading.measures === 'length' ? 1 / mechanism.size : 1,
    terms: reading.terms,
    constant: reading.constant,
    target: () => undefined,
  }
  return succeed({
    link,
    rows: link >= 0 ? [] : [row],
    driver: driver.id,
    target: id,
    targetName: name,
    reading,
    course: course(driver, reading.measures, name),
  })
}

interface Target {
  readonly reading: Reading
  readonly link: number
  readonly id: string
  readonly name: string
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
      path: '/joint',
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
    path: '/freedom',
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
    fail({ code, message: `${source.name} ${message}`, path: '/mate' })
  if (source.suspended) return problem('driver-suspended', 'is suspended and cannot be driven.')
  if (!reading) return problem('driver-freedom', 'has no value to drive; an angle or a distance has.')
  if (source.value !== undefined) {
    return problem('driver-freedom', 'is held at its value; take the value away to drive it.')
  }
  return succeed({ reading, link: -1, id, name: source.name })
}

type Measures = 'length' | 'angle'
type Maker<D> = (driver: D, measures: Measures, name: string) => (home: number) => Result<Course>

const makers: { readonly [K in Exclude<AnyDriver['kind'], 'path'>]: Maker<Extract<AnyDriver, { kind: K }>> } =
  {
    motor: (driver, measures, name) => (home) => {
      const speed = parseQuantity(driver.speed, rateOf(measures))
      if (!speed.ok) return fault('driver-speed', '/speed', `${name}: ${speed.problems[0].message}`)
      const runUp = parseQuantity(driver.runUp, 'time')
      if (!runUp.ok || runUp.value < 0) {
        return fault(
          'driver-run-up',
          '/runUp',
          `${name}: the run-up is ${driver.runUp}; it must be zero or more seconds.`,
        )
      }
      const signed = driver.reversed ? -speed.value : speed.value
      return succeed((time, out) => {
        motor(signed, runUp.value, time, out)
        out[0] += home
      })
    },
    acceleration: (driver, measures, name) => (home) => {
      const speed = parseQuantity(driver.startSpeed, rateOf(measures))
      const gain = parseQuantity(
        driver.acceleration,
        measures === 'angle' ? 'angularAcceleration' : 'acceleration',
      )
      if (!speed.ok) return fault('driver-speed', '/startSpeed', `${name}: ${speed.problems[0].message}`)
      if (!gain.ok)
        return fault('driver-acceleration', '/acceleration', `${name}: ${gain.problems[0].message}`)
      return succeed((time, out) => {
        out[0] = home + time * (speed.value + (gain.value * time) / 2)
        out[1] = speed.value + gain.value * time
        out[2] = gain.value
      })
    },
    moves: (driver, measures, name) => (home) => {
      const found = lane(driver.moves, home, measures)
      if (!found.ok) return fail(...found.problems.map((p) => ({ ...p, message: `${name}: ${p.message}` })))
      const jet = new Float64Array(4)
      return succeed((time, out) => {
        found.value.evaluate(time, jet)
        out[0] = jet[0]
        out[1] = jet[1]
        out[2] = jet[2]
      })
    },
    values: (driver, measures, name) => () => {
      const times: number[] = []
      const values: number[] = []
      for (const [k, [t, v]] of driver.values.entries()) {
        const time = parseQuantity(t, 'time')
        const value = parseQuantity(v, measures)
        if (!time.ok) return fault('driver-values', `/values/${k}/0`, `${name}: ${time.problems[0].message}`)
        if (!value.ok)
          return fault('driver-values', `/values/${k}/1`, `${name}: ${value.problems[0].message}`)
        if (k > 0 && !(time.value > times[k - 1] + 1e-9)) {
          return fault(
            'driver-values',
            `/values/${k}/0`,
            `${name}: time ${k + 1} does not come after the one before it.`,
          )
        }
        times.push(time.value)
        values.push(value.value)
      }
      const spline = new QuinticSpline(times, values, 'rest')
      const [first, last] = [times[0], times[times.length - 1]]
      const jet = new Float64Array(4)
      return succeed((time, out) => {
        const inside = Math.min(last, Math.max(first, time))
        spline.evaluate(inside, jet)
        out[0] = jet[0]
        out[1] = inside === time ? jet[1] : 0
        out[2] = inside === time ? jet[2] : 0
      })
    },
  }

const rateOf = (measures: Measures): Dimension => (measures === 'angle' ? 'angularSpeed' : 'speed')

const fault = (code: string, path: string, message: string): Result<never> => fail({ code, path, message })

/** A datum whose origin, and axes if asked, follow a path: three or six rows with targets. */
function pathDriver(mechanism: Mechanism, driver: PathDriver): Result<ResolvedDriver> {
  const path = mechanism.geometry.paths.get(driver.path)!
  const { source } = mechanism.geometry.datums.get(driver.datum)!
  const found = lane(driver.moves, 0, 'length')
  if (!found.ok)
    return fail(...found.problems.map((p) => ({ ...p, message: `${source.name}: ${p.message}` })))
  const pair = mechanism.pairOf(path.source.datum, driver.datum)
  const owner: Owner = { kind: 'driver', id: driver.id, name: source.name }
  const targets = alongPath(path, found.value)
  const conditions = [slide(Axis.X), slide(Axis.Y), slide(Axis.Z), firstTurnX, secondTurnY, thirdTurnZ]
  const rows = conditions.slice(0, driver.oriented ? 6 : 3).map((condition, k): Row => ({
    owner,
    direction: condition.direction,
    weight: condition.measures === 'length' ? 1 / mechanism.size : 1,
    terms: [pairTerm(pair, condition)],
    constant: 0,
    target: targets[k],
  }))
  return succeed({
    link: -1,
    rows,
    driver: driver.id,
    target: driver.datum,
    targetName: source.name,
    reading: null,
    course: () => succeed(() => undefined),
  })
}
