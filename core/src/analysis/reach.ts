/**
 * Where a datum can get while chosen coordinates go through their ranges: they are driven over a grid, one after the other, everything
 * else follows or stays. A row of the grid goes from where the mechanism is to either end, as far as limits and dead points let it, so
 * that every point is reached by a motion and none on another branch.
 */
import type { Mechanism } from '../mechanism/compile'
import { FRAME, originOf, transformed } from '../maths/frame'
import type { Vector } from '../maths/vector'
import { constant } from '../maths/time-function'
import type { TimeFunction } from '../maths/time-function'
import { Reader } from '../mechanism/reading'
import type { MotionState } from '../mechanism/state'
import { standingAt } from '../mechanism/state'
import { following } from '../solve/following'
import { Solver } from '../solve/solver'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { Course } from './course'
import { driverTooMany } from './driving'
import { LimitWatch } from './limits'
import { listed } from '../wording'
import { SAME_VALUE } from './tolerances'

/** A coordinate by its index, and the values that it goes through. */
export interface ReachRange {
  readonly coordinate: number
  /** SI */
  readonly lower: number
  readonly upper: number
  /** At least 2, both ends included. */
  readonly steps: number
}

export interface Reached {
  /** Places of the datum in ground, three numbers each [m]. */
  readonly points: Float32Array
  /** How many points of the grid were not reached, and why the first of them was not. */
  readonly missed: number
  readonly because: Problem | null
}

/** The most points that are looked at. */
export const MOST_REACH = 40_000

/**
 * @param q assembled coordinates by link to start from
 * @param datum by its id
 * @param progress is told how many points are done
 * Errors: `reach-range`, `reach-too-many`.
 */
export function reachOf(
  mechanism: Mechanism,
  q: Float64Array,
  datum: string,
  ranges: readonly ReachRange[],
  progress: (done: number) => void = () => undefined,
): Result<Reached> {
  const wrong = rangeProblem(mechanism, q, ranges)
  if (wrong) return fail(wrong)
  const scan = new Scan(mechanism, datum, ranges, progress)
  const reader = new Reader(mechanism, mechanism.coordinates)
  reader.read(standingAt(mechanism, q), 0)
  scan.line(
    0,
    q,
    ranges.map(({ coordinate }) => reader.values[coordinate]),
  )
  return succeed({ points: Float32Array.from(scan.points), missed: scan.missed, because: scan.because })
}

function rangeProblem(mechanism: Mechanism, q: Float64Array, ranges: readonly ReachRange[]): Problem | null {
  const nameOf = (coordinate: number) =>
    mechanism.geometry.joints[mechanism.coordinates[coordinate].joint].source.name
  if (ranges.length === 0)
    return { code: 'reach-range', message: 'Choose at least one joint that goes through its range.' }
  for (const { coordinate, lower, upper, steps } of ranges)
    if (!(upper > lower) || !Number.isFinite(upper - lower) || !(steps >= 2))
      return {
        code: 'reach-range',
        message: `${nameOf(coordinate)} needs a range whose end lies above its start, and at least 2 steps.`,
      }
  if (ranges.reduce((count, { steps }) => count * steps, 1) > MOST_REACH)
    return {
      code: 'reach-too-many',
      message: `At most ${MOST_REACH} points are looked at; take fewer steps or fewer joints.`,
    }
  const driven = ranges.map(({ coordinate }, k) => {
    const target = mechanism.coordinates[coordinate]
    const name = nameOf(coordinate)
    const { rows } = following(mechanism, { id: `reach-${k}`, name }, target, constant(0))
    return { driver: `reach-${k}`, target: name, targetName: name, link: target.link, rows }
  })
  const tooMany = driven.findIndex((_, k) => driverTooMany(mechanism, q, driven.slice(0, k + 1)) !== null)
  if (tooMany < 0) return null
  const others = driven.slice(0, tooMany).map(({ targetName }) => targetName)
  const why = others.length > 0 ? `it follows ${listed(others)}` : 'the other joints hold it'
  return {
    code: 'reach-range',
    message: `${driven[tooMany].targetName} cannot go through a range of its own: ${why}. Take it off the list.`,
  }
}

class Scan {
  readonly points: number[] = []
  missed = 0
  because: Problem | null = null
  private done = 0
  private readonly limits: LimitWatch
  /** Where the datum is on which link. */
  private readonly link: number
  private readonly place: Vector

  constructor(
    private readonly mechanism: Mechanism,
    datum: string,
    private readonly ranges: readonly ReachRange[],
    private readonly progress: (done: number) => void,
  ) {
    this.limits = new LimitWatch(mechanism)
    const { linkB, frameB } = mechanism.pairOf(null, datum)
    this.link = linkB
    this.place = originOf(frameB)
  }

  /**
   * Takes the coordinate of a level through its range, and those of the levels below at every value of it.
   * @param values of all chosen coordinates where the mechanism is
   */
  line(level: number, q: Float64Array, values: readonly number[]): void {
    const { lower, upper, steps } = this.ranges[level]
    const grid = Array.from({ length: steps }, (_, k) => lower + (k * (upper - lower)) / (steps - 1))
    const here = values[level]
    this.way(
      level,
      q,
      values,
      grid.filter((value) => value >= here),
    )
    this.way(level, q, values, grid.filter((value) => value < here).reverse())
  }

  /** From where it is through values that lie ever further away on one side. */
  private way(level: number, q: Float64Array, values: readonly number[], grid: readonly number[]): void {
    const { mechanism, limits } = this
    if (grid.length === 0) return
    const here = values[level]
    const pace = Math.max(...grid.map((value) => Math.abs(value - here)), SAME_VALUE)
    const sign = grid[grid.length - 1] >= here ? 1 : -1
    const fresh = new Reader(mechanism, mechanism.coordinates)
    fresh.read(standingAt(mechanism, q), 0)
    const drives = this.ranges.map(({ coordinate }, k) => {
      const { joint } = mechanism.coordinates[coordinate]
      const { source } = mechanism.geometry.joints[joint]
      const start = fresh.values[coordinate]
      const course: TimeFunction = k === level ? evenly(start, sign * pace) : constant(start)
      return following(
        mechanism,
        { id: 'reach', name: source.name },
        mechanism.coordinates[coordinate],
        course,
      )
    })
    const solver = new Solver(
      mechanism,
      drives.flatMap(({ drives: links }) => links),
      q,
      drives.flatMap(({ rows }) => rows),
      0,
      { isWatched: true },
    )
    if (!solver.start()) return this.miss(grid.length, level, solver.problem)
    const course = new Course(mechanism, solver)
    course.begin(solver)
    for (const [k, value] of grid.entries()) {
      const time = Math.abs(value - here) / pace
      const stopped = time > course.time ? limits.follow(course, time) : null
      if (stopped) return this.miss(grid.length - k, level, stopped)
      this.arrive(
        level,
        solver.state,
        values.map((one, n) => (n === level ? value : one)),
      )
    }
  }

  private arrive(level: number, state: MotionState, values: readonly number[]): void {
    if (level + 1 < this.ranges.length) return this.line(level + 1, state.q.slice(), values)
    const at = FRAME * this.link
    this.points.push(...transformed(state.world.subarray(at, at + FRAME), this.place))
    this.progress(++this.done)
  }

  /** Values of a level that are not reached, with all that lies below them. */
  private miss(count: number, level: number, why: Problem | null): void {
    const below = this.ranges.slice(level + 1).reduce((product, { steps }) => product * steps, 1)
    this.missed += count * below
    this.because ??= why
    this.done += count * below
    this.progress(this.done)
  }
}

const evenly =
  (start: number, pace: number): TimeFunction =>
  (time, out) => {
    out[0] = start + pace * time
    out[1] = pace
    out[2] = 0
    out[3] = 0
  }
