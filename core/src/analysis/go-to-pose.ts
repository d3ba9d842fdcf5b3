/**
 * Going to a pose by a feasible path: the coordinates asked for move evenly from where they are to where they should be,
 * everything else follows exactly. A pose that cannot be reached so says how far it gets and what stops it.
 */
import type { Mechanism } from '../mechanism/compile'
import { driverTooMany } from './driving'
import type { Driven } from './driving'
import { Reader } from '../mechanism/reading'
import { followingRow, linkCourse } from '../solve/following'
import { Solver } from '../solve/solver'
import { moverFor } from '../contact/mover-for'
import { formatQuantity } from '../units/format'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { motionLaw } from '../laws/registry'
import { Course } from './course'
import { LimitWatch, unitOf } from './limits'
import { AGREES } from './tolerances'

/** A coordinate by its index and the value it should have. */
export interface PoseTarget {
  readonly coordinate: number
  readonly value: number
}

export interface Passage {
  /** Coordinates by link at even shares of the way, the start included; the last one is the pose. */
  readonly steps: readonly Float64Array[]
}

/**
 * @param q assembled coordinates to start from
 * @param targets of any coordinates; those that follow from the others must agree with them
 * Errors: `pose-out-of-reach` with the share of the way that can be gone, `pose-contradicts`.
 */
export function goToPose(
  mechanism: Mechanism,
  q: Float64Array,
  targets: readonly PoseTarget[],
  steps = 60,
): Result<Passage> {
  const reader = new Reader(mechanism, mechanism.coordinates)
  reader.read(new Solver(mechanism, [], q).state, 0)
  const from = reader.values.slice()
  const chosen: Driven[] = []
  const moving: PoseTarget[] = []
  for (const target of targets) {
    const driven = drivenBy(mechanism, target, from)
    if (driverTooMany(mechanism, q, [...chosen, driven])) continue
    chosen.push(driven)
    moving.push(target)
  }
  const drives = chosen.flatMap(({ link, rows: [row] }, k) => {
    if (link < 0) return []
    const { constant } = mechanism.coordinates[moving[k].coordinate]
    return [{ link, evaluate: linkCourse(row.target!, constant) }]
  })
  const rows = chosen.flatMap(({ link, rows: mine }) => (link < 0 ? mine : []))
  const solver = moverFor(mechanism, drives, q, rows, { isWatched: true })
  const way: Float64Array[] = [q.slice()]
  if (!solver.start()) return fail(outOfReach(mechanism, 0, solver.problem!))
  const course = new Course(mechanism, solver)
  course.begin(solver)
  const limits = new LimitWatch(mechanism)
  for (let k = 1; k <= steps; k++) {
    const stopped = limits.follow(course, k / steps)
    if (stopped) return fail(outOfReach(mechanism, Number(stopped.data?.time ?? course.time), stopped))
    way.push(solver.state.q.slice())
  }
  const off = targets.find(({ coordinate, value }) => {
    const scale = mechanism.coordinates[coordinate].dimension === 'length' ? mechanism.size : 1
    return Math.abs(course.reader.values[coordinate] - value) > AGREES * scale
  })
  if (off) {
    const { source } = mechanism.geometry.joints[mechanism.coordinates[off.coordinate].joint]
    return fail({
      code: 'pose-contradicts',
      message: `${source.name} follows from the other joints of the pose and stands elsewhere; leave it out, or set it alone.`,
      ids: [source.id],
    })
  }
  return succeed({ steps: way })
}

function drivenBy(mechanism: Mechanism, { coordinate, value }: PoseTarget, from: Float64Array): Driven {
  const { joint, link } = mechanism.coordinates[coordinate]
  const { source } = mechanism.geometry.joints[joint]
  const law = motionLaw('polynomial-3-4-5')!
  const jet = new Float64Array(4)
  const rise = value - from[coordinate]
  const row = followingRow(mechanism, source, mechanism.coordinates[coordinate], (time, out) => {
    law.evaluate(Math.min(1, Math.max(0, time)), jet)
    out[0] = from[coordinate] + rise * jet[0]
    out[1] = rise * jet[1]
    out[2] = rise * jet[2]
  })
  return { link, rows: [row], driver: source.id, target: source.id, targetName: source.name }
}

function outOfReach(mechanism: Mechanism, share: number, why: Problem): Problem {
  const limit = limitIn(mechanism, why)
  const gone = `${Math.round(100 * share)} % of the way`
  return {
    code: 'pose-out-of-reach',
    message: limit
      ? `It gets to ${gone}: there ${limit}. Change the limit, or go less far.`
      : `The pose cannot be reached this way: it stops after ${gone}. ${why.message}`,
    ids: why.ids,
  }
}

/** The limit that stopped a motion, in the words of a position; null for what else stops one. */
function limitIn({ coordinates, geometry }: Mechanism, { data }: Problem): string | null {
  const coordinate = coordinates.find(
    ({ joint, freedom }) => geometry.joints[joint].source.id === data?.joint && freedom.name === data.freedom,
  )
  if (!coordinate || data?.side === undefined) return null
  const { source } = geometry.joints[coordinate.joint]
  return `${source.name} is at its ${data.side} limit of ${formatQuantity(Number(data.value), unitOf(coordinate.dimension), 2)}`
}
