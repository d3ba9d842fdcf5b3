/**
 * The drivers of a scenario as functions of time. A driver of a joint in the tree prescribes a link's coordinate; of
 * anything else it makes rows with a target.
 */
import { coordinatesOf } from '../../document/format/relations'
import type { CoordinateRef } from '../../document/format/relations'
import type { AnyDriver, Motor, Move, PathDriver } from '../../document/format/scenarios'
import type { Mechanism } from '../../mechanism/compile'
import { Axis, firstTurnX, secondTurnY, slide, thirdTurnZ } from '../../mechanism/conditions'
import { coordinateOf } from '../../mechanism/coordinate'
import type { Driven } from '../../analysis/driving'
import type { Reading } from '../../mechanism/reading'
import type { Owner, Row } from '../../mechanism/rows'
import { QuinticSpline } from '../../maths/quintic-spline'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import type { Dimension } from '../../units/dimension'
import { formatNumber } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import { readSpan } from '../../units/share'
import { alongPath } from './along-path'
import { laneFunction, planMoves } from './lane'
import type { PlannedMove } from './lane'
import { motor } from './motor'
import type { MotorCourse } from './motor'
import type { Timing } from '../timing'
import { conditionRow } from '../../mechanism/rows'

/** Writes value, rate and acceleration of what is driven into `out[0..2]`. */
export type Course = (time: number, out: Float64Array) => void

/** What a driver will do, once its timing is known. */
export interface Plan {
  /** Its moves; empty for drivers without. */
  readonly moves: readonly PlannedMove[]
  /** Errors: `moves-overlap`. */
  readonly course: () => Result<Course>
}

export interface ResolvedDriver extends Driven {
  readonly source: AnyDriver
  /** Place in the document. */
  readonly path: string
  /** What it drives; null for a path. */
  readonly reading: Reading | null
  /**
   * What it does from a value on, and how long its moves take, which goes into the timing.
   * @param from of the reading at the time `since` [s]; what starts before that is left out
   */
  readonly plan: (from: number, timing: Timing, since: number) => Result<Plan>
  /** Its rows when it follows a course; none when it prescribes a link. */
  readonly following: (course: Course) => readonly Row[]
}

/** A driver that is suspended in the document rests until a cue restores it. */
export const actsAtStart = ({ source }: ResolvedDriver): boolean => source.suspended !== true

/** Errors: `driver-freedom`, `driver-suspended`, and those of the kinds; paths are complete. */
export function resolveDriver(
  mechanism: Mechanism,
  driver: AnyDriver,
  path: string,
  timing: Timing,
): Result<ResolvedDriver> {
  const ids = [
    driver.id,
    ...(driver.kind === 'path' ? [driver.datum] : [driver.joint ?? driver.mate ?? driver.relation!]),
  ]
  const placed = <T>(result: Result<T>): Result<T> =>
    result.ok
      ? result
      : fail(...result.problems.map((p) => ({ ...p, path: `${path}${p.path ?? ''}`, ids: p.ids ?? ids })))
  if (driver.kind === 'path') return placed(pathDriver(mechanism, driver, path, timing))
  const target =
    driver.mate === undefined
      ? jointTarget(mechanism, driver.relation === undefined ? driver : inputOf(mechanism, driver.relation))
      : mateTarget(mechanism, driver.mate)
  if (!target.ok) return placed(target)
  const { reading, link, id, name } = target.value
  const planner = planners[driver.kind] as Planner<AnyDriver>
  const plan: ResolvedDriver['plan'] = (from, times, since) =>
    placed(planner(driver, { measures: reading.measures, name }, from, times, since))
  // what cannot be planned at zero cannot be planned at all: its faults are known now
  const tried = plan(0, timing, 0)
  if (!tried.ok) return tried
  const row = (course: Course): Row => ({
    owner: { kind: 'driver', id: driver.id, name },
    direction: 'driven value',
    weight: reading.measures === 'length' ? 1 / mechanism.size : 1,
    terms: reading.terms,
    constant: reading.constant,
    target: course,
  })
  return succeed({
    source: driver,
    path,
    link,
    rows: link >= 0 ? [] : [row(() => undefined)],
    driver: driver.id,
    target: id,
    targetName: name,
    reading,
    plan,
    following: (course) => (link >= 0 ? [] : [row(course)]),
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

interface About {
  readonly measures: 'length' | 'angle'
  readonly name: string
}
type Planner<D> = (driver: D, about: About, from: number, timing: Timing, since: number) => Result<Plan>

const planners: {
  readonly [K in Exclude<AnyDriver['kind'], 'path'>]: Planner<Extract<AnyDriver, { kind: K }>>
} = {
  motor: (driver, about, from, timing, since) => {
    const course = motorCourse(driver, about, timing.length)
    if (!course.ok) return course
    timing.setDuration(driver.id, course.value.on)
    const before = new Float64Array(3)
    return unmoved(() => {
      const { start } = timing.of(driver.id)
      // until it is switched on it holds
      if (Number.isNaN(start)) return succeed(still(from))
      motor(course.value, since - start, before)
      const gone = before[0]
      return succeed((time, out) => {
        motor(course.value, time - start, out)
        out[0] += from - gone
      })
    })
  },
  acceleration: (driver, { measures, name }, from, _, since) => {
    const speed = parseQuantity(driver.startSpeed, rateOf(measures))
    const gain = parseQuantity(
      driver.acceleration,
      measures === 'angle' ? 'angularAcceleration' : 'acceleration',
    )
    if (!speed.ok) return fault('driver-speed', '/startSpeed', `${name}: ${speed.problems[0].message}`)
    if (!gain.ok) return fault('driver-acceleration', '/acceleration', `${name}: ${gain.problems[0].message}`)
    const gone = (time: number) => time * (speed.value + (gain.value * time) / 2)
    return unmoved(() =>
      succeed((time, out) => {
        out[0] = from + gone(time) - gone(since)
        out[1] = speed.value + gain.value * time
        out[2] = gain.value
      }),
    )
  },
  moves: (driver, { measures, name }, from, timing, since) =>
    planLane(driver, name, from, measures, timing, since),
  values: (driver, { measures, name }, from, _, since) => {
    const times: number[] = []
    const values: number[] = []
    for (const [k, [t, v]] of driver.values.entries()) {
      const time = parseQuantity(t, 'time')
      const value = parseQuantity(v, measures)
      if (!time.ok) return fault('driver-values', `/values/${k}/0`, `${name}: ${time.problems[0].message}`)
      if (!value.ok) return fault('driver-values', `/values/${k}/1`, `${name}: ${value.problems[0].message}`)
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
    const evaluate: Course = (time, out) => {
      const inside = Math.min(last, Math.max(first, time))
      spline.evaluate(inside, jet)
      out[0] = jet[0]
      out[1] = inside === time ? jet[1] : 0
      out[2] = inside === time ? jet[2] : 0
    }
    // switched on again it goes on from where it stands
    const before = new Float64Array(3)
    evaluate(since, before)
    const shift = since > 0 ? from - before[0] : 0
    return unmoved(() =>
      succeed((time, out) => {
        evaluate(time, out)
        out[0] += shift
      }),
    )
  },
}

const unmoved = (course: Plan['course']): Result<Plan> => succeed({ moves: [], course })

const still =
  (value: number): Course =>
  (_, out) => {
    out[0] = value
    out[1] = 0
    out[2] = 0
  }

function planLane(
  { id, moves }: { id: string; moves: readonly Move[] },
  name: string,
  from: number,
  measures: 'length' | 'angle',
  timing: Timing,
  since: number,
): Result<Plan> {
  const named = <T>(result: Result<T>): Result<T> =>
    result.ok ? result : fail(...result.problems.map((p) => ({ ...p, message: `${name}: ${p.message}` })))
  const planned = named(planMoves(id, moves, from, measures, timing, since))
  if (!planned.ok) return planned
  return succeed({
    moves: planned.value,
    course: () => {
      const found = named(laneFunction(planned.value, from, timing))
      if (!found.ok) return found
      const jet = new Float64Array(4)
      return succeed((time, out) => {
        found.value(time, jet)
        out[0] = jet[0]
        out[1] = jet[1]
        out[2] = jet[2]
      })
    },
  })
}

/** Errors: `driver-speed`, `driver-run-up`, `driver-duration`. */
function motorCourse(driver: Motor, { measures, name }: About, length: number): Result<MotorCourse> {
  const begins = parseQuantity(driver.start ?? 0, 'time')
  const toTheEnd = driver.tie ? Number.NaN : length - (begins.ok ? begins.value : 0)
  const on = driver.duration === undefined ? succeed(Infinity) : readSpan(driver.duration, length)
  if (!on.ok || !(on.value > 0)) {
    return fault(
      'driver-duration',
      '/duration',
      `${name}: it is on for ${driver.duration}; it must be more than zero seconds.`,
    )
  }
  const ends = driver.runDown !== undefined || driver.by !== undefined
  const whole = Number.isFinite(on.value) ? on.value : ends ? toTheEnd : length
  if (!(whole > 0)) {
    return fault(
      'driver-duration',
      '/duration',
      `${name}: say how long the motor is on, so that it is known when it runs down.`,
    )
  }
  const runUp = readSpan(driver.runUp, whole)
  if (!runUp.ok || runUp.value < 0) {
    return fault(
      'driver-run-up',
      '/runUp',
      `${name}: the run-up is ${driver.runUp}; it must be zero or more seconds.`,
    )
  }
  const runDown = readSpan(driver.runDown ?? 0, whole)
  if (!runDown.ok || runDown.value < 0) {
    return fault(
      'driver-run-up',
      '/runDown',
      `${name}: the run-down is ${driver.runDown}; it must be zero or more seconds.`,
    )
  }
  const time = ends ? whole : on.value
  if (runUp.value + runDown.value > time * (1 + 1e-12)) {
    return fault(
      'driver-run-up',
      '/runUp',
      `${name}: run-up and run-down take longer than the ${formatNumber(time, 3)} s that it is on.`,
    )
  }
  if ((driver.speed === undefined) === (driver.by === undefined)) {
    return fault(
      'driver-speed',
      '/speed',
      `${name}: a motor needs either its speed or how far it goes while it is on.`,
    )
  }
  const sense = driver.reversed ? -1 : 1
  const steady = time - (runUp.value + runDown.value) / 2
  const given =
    driver.by === undefined
      ? parseQuantity(driver.speed!, rateOf(measures))
      : parseQuantity(driver.by, measures)
  if (!given.ok) {
    const field = driver.by === undefined ? 'speed' : 'by'
    return fault('driver-speed', `/${field}`, `${name}: ${given.problems[0].message}`)
  }
  const speed = sense * (driver.by === undefined ? given.value : given.value / steady)
  return succeed({ speed, runUp: runUp.value, runDown: runDown.value, on: time })
}

const rateOf = (measures: About['measures']): Dimension => (measures === 'angle' ? 'angularSpeed' : 'speed')

const fault = (code: string, path: string, message: string): Result<never> => fail({ code, path, message })

/** A datum whose origin, and axes if asked, follow a path: three or six rows with targets. */
function pathDriver(
  mechanism: Mechanism,
  driver: PathDriver,
  place: string,
  timing: Timing,
): Result<ResolvedDriver> {
  const path = mechanism.geometry.paths.get(driver.path)!
  const { source } = mechanism.geometry.datums.get(driver.datum)!
  const plan: ResolvedDriver['plan'] = (from, times, since) =>
    planLane(driver, source.name, from, 'length', times, since)
  const tried = plan(0, timing, 0)
  if (!tried.ok) return tried
  const pair = mechanism.pairOf(path.source.datum, driver.datum)
  const owner: Owner = { kind: 'driver', id: driver.id, name: source.name }
  const conditions = [slide(Axis.X), slide(Axis.Y), slide(Axis.Z), firstTurnX, secondTurnY, thirdTurnZ]
  const rows = conditions
    .slice(0, driver.oriented ? 6 : 3)
    .map((condition) => conditionRow(owner, pair, condition, mechanism.size))
  const following = (course: Course) => {
    const targets = alongPath(path, course)
    return rows.map((row, k) => ({ ...row, target: targets[k] }))
  }
  return succeed({
    source: driver,
    path: place,
    link: -1,
    rows: following(still(0)),
    driver: driver.id,
    target: driver.datum,
    targetName: source.name,
    reading: null,
    plan,
    following,
  })
}
