/**
 * How far a coordinate can go: driven slowly from the home pose in both directions, everything else following or staying,
 * until a limit, a dead point or a full turn ends it.
 */
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import { following } from '../solve/following'
import { Solver } from '../solve/solver'
import type { Problem } from '../result'
import { LastReading, limitReached } from './limits'

export interface Travel {
  /** Lowest and highest value reached; infinite when nothing ends it [rad or m]. */
  readonly lower: number
  readonly upper: number
  /** What ends it in each direction. */
  readonly lowerBy: Problem | null
  readonly upperBy: Problem | null
}

/** Steps over a full turn, or over the size of the mechanism. */
const STEPS = 360
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
  const { dimension, settings } = coordinate
  const reader = new Reader(mechanism, mechanism.coordinates)
  const last = new LastReading(mechanism.coordinates.length)
  const span = dimension === 'angle' ? 2 * Math.PI : MOST_SIZES * mechanism.size
  const pace = dimension === 'angle' ? 1 : mechanism.size
  let start = 0
  const target = (time: number, out: Float64Array) => {
    out[0] = start + sign * pace * time
    out[1] = sign * pace
    out[2] = 0
  }
  const home = new Solver(mechanism, [], q)
  reader.read(home.state, 0)
  start = reader.values[index]
  const { name } = mechanism.geometry.joints[coordinate.joint].source
  const { drives, rows } = following(mechanism, { id: 'travel', name }, coordinate, target)
  const solver = new Solver(mechanism, drives, q, rows)
  if (!solver.start()) return { value: reader.values[index], by: solver.problem }
  reader.read(solver.state, 0)
  const first = reader.values[index]
  const step = span / pace / (dimension === 'angle' ? STEPS : MOST_SIZES * 60)
  for (let time = 0; time < span / pace; time += step) {
    last.remember(reader)
    if (!solver.advance(time + step)) {
      reader.read(solver.state, solver.time - time)
      return { value: reader.values[index], by: solver.problem }
    }
    reader.read(solver.state, step)
    const limit = limitReached(mechanism, last, reader, time + step, step)
    if (limit) {
      const own = sign > 0 ? settings.upper : settings.lower
      const beyond = sign * (reader.values[index] - own) >= 0
      return { value: beyond ? own : last.values[index], by: limit }
    }
  }
  return { value: dimension === 'angle' ? sign * Infinity : first + sign * span, by: null }
}
