/**
 * How far a coordinate can go: driven slowly from the home pose in both directions, everything else following or staying,
 * until a limit, a dead point or a full turn ends it.
 */
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import { standingAt } from '../mechanism/state'
import { following } from '../solve/following'
import { moverFor } from '../contact/mover-for'
import type { Problem } from '../result'
import { Course } from './course'
import { LimitWatch } from './limits'

export interface Travel {
  /** Lowest and highest value reached; infinite when nothing ends it [rad or m]. */
  readonly lower: number
  readonly upper: number
  /** What ends it in each direction. */
  readonly lowerBy: Problem | null
  readonly upperBy: Problem | null
}

/** A slide that has gone so many sizes is taken not to end. */
const MOST_SIZES = 10

/** @param index of a coordinate of the mechanism; @param q assembled coordinates */
export function travelOf(mechanism: Mechanism, q: Float64Array, index: number): Travel {
  const up = oneWay(mechanism, q, index, 1)
  const down = oneWay(mechanism, q, index, -1)
  return { lower: down.value, upper: up.value, lowerBy: down.by, upperBy: up.by }
}

function oneWay(
  mechanism: Mechanism,
  q: Float64Array,
  index: number,
  sign: 1 | -1,
): { value: number; by: Problem | null } {
  const coordinate = mechanism.coordinates[index]
  const { dimension } = coordinate
  const span = dimension === 'angle' ? 2 * Math.PI : MOST_SIZES * mechanism.size
  const pace = dimension === 'angle' ? 1 : mechanism.size
  const first = new Reader(mechanism, mechanism.coordinates)
  first.read(standingAt(mechanism, q), 0)
  const start = first.values[index]
  const target = (time: number, out: Float64Array) => {
    out[0] = start + sign * pace * time
    out[1] = sign * pace
    out[2] = 0
  }
  const { name } = mechanism.geometry.joints[coordinate.joint].source
  const { drives, rows } = following(mechanism, { id: 'travel', name }, coordinate, target)
  const solver = moverFor(mechanism, drives, q, rows, { isWatched: true })
  if (!solver.start()) return { value: start, by: solver.problem }
  const course = new Course(mechanism, solver)
  course.begin(solver)
  const by = new LimitWatch(mechanism).follow(course, span / pace)
  if (by) return { value: course.reader.values[index], by }
  return { value: dimension === 'angle' ? sign * Infinity : start + sign * span, by: null }
}
