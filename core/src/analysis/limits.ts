/** Limits that a motion runs into: which joint, when and at what value. */
import type { Mechanism } from '../mechanism/compile'
import { freedomWords } from '../mechanism/joints/joint-type'
import type { Problem } from '../result'
import { formatQuantity } from '../units/format'
import type { Course } from './course'
import { mayReach, passings } from './passings'
import { TOUCHING } from './tolerances'

/** A limit that is met. */
export interface MetLimit {
  /** [s] */
  readonly time: number
  readonly problem: Problem
}

/** Watches the limits of all coordinates along a motion. */
export class LimitWatch {
  /** Coordinates with a limit, by index. */
  private readonly limited: readonly number[]

  constructor(private readonly mechanism: Mechanism) {
    this.limited = mechanism.coordinates.flatMap(({ settings: { lower, upper } }, c) =>
      Number.isFinite(lower) || Number.isFinite(upper) ? [c] : [],
    )
  }

  get isWatching(): boolean {
    return this.limited.length > 0
  }

  /** A coordinate that is beyond its limit where the motion starts. Code: `start-outside`. */
  atStart(course: Course): Problem | null {
    for (const c of this.limited) {
      const value = course.reader.values[c]
      const limit = this.beyond(c, value)
      if (limit !== null) return this.outside(c, value, limit)
    }
    return null
  }

  /** Follows a motion to a time. Returns why it cannot go so far; then everything is where it got to. */
  follow(course: Course, time: number): Problem | null {
    while (course.time < time) {
      if (!course.step(time)) return course.problem
      const met = this.met(course)
      if (!met) continue
      course.at(met.time)
      return met.problem
    }
    return null
  }

  /**
   * The first limit that was passed in the last step. Code: `limit-reached`.
   * @param isWatched by coordinate, where only some are
   */
  met(course: Course, isWatched: (c: number) => boolean = () => true): MetLimit | null {
    const { coordinates, geometry } = this.mechanism
    let first: { c: number; limit: number; time: number } | null = null
    for (const c of this.limited) {
      if (!isWatched(c)) continue
      const { lower, upper } = coordinates[c].settings
      if (!course.mayLeave(c, lower, upper)) continue
      for (const [limit, rises] of [
        [upper, true],
        [lower, false],
      ] as const) {
        if (!Number.isFinite(limit)) continue
        const time = this.passedAt(course, c, limit, rises)
        if (time !== null && (first === null || time < first.time)) first = { c, limit, time }
      }
    }
    if (first === null) return null
    const { c, limit, time } = first
    const { joint, freedom, dimension, settings } = coordinates[c]
    const { source } = geometry.joints[joint]
    const side = limit === settings.upper ? 'upper' : 'lower'
    return {
      time,
      problem: {
        code: 'limit-reached',
        message: `The motion stops at ${time.toFixed(3)} s: ${source.name} reaches its ${side} limit of ${formatQuantity(limit, unitOf(dimension), 2)} (${freedomWords(freedom)}). Move the limit, or end the motion before.`,
        ids: [source.id],
        data: { time, joint: source.id, freedom: freedom.name, value: limit, side },
      },
    }
  }

  private passedAt(course: Course, c: number, limit: number, rises: boolean): number | null {
    const stretch = course.stretch(c)
    const slack = TOUCHING * stretch.scale
    const sign = rises ? 1 : -1
    // what was beyond may come back, but not go further
    if (sign * (stretch.before[0] - limit) > slack && sign * (stretch.now[0] - stretch.before[0]) > 0)
      return stretch.from
    // what stands at its limit leaves it
    const leaves = Math.max(sign * stretch.before[1], (sign * (stretch.now[0] - limit)) / stretch.scale)
    if (Math.abs(stretch.before[0] - limit) <= slack && leaves > TOUCHING) {
      return sign * (stretch.now[0] - limit) > slack ? stretch.from : null
    }
    if (!mayReach(stretch, limit)) return null
    const passing = passings(stretch, limit).find((p) => p.rises === rises && p.beyond > slack)
    // whatever was sought, the motion is where the step ended
    course.at(stretch.to)
    return passing?.time ?? null
  }

  private beyond(c: number, value: number): number | null {
    const { settings, dimension } = this.mechanism.coordinates[c]
    const slack = TOUCHING * (dimension === 'length' ? this.mechanism.size : 1)
    if (value > settings.upper + slack) return settings.upper
    return value < settings.lower - slack ? settings.lower : null
  }

  private outside(c: number, value: number, limit: number): Problem {
    const { coordinates, geometry } = this.mechanism
    const { joint, freedom, dimension, settings } = coordinates[c]
    const { source } = geometry.joints[joint]
    const unit = unitOf(dimension)
    const side = limit === settings.upper ? 'upper' : 'lower'
    return {
      code: 'start-outside',
      message: `The motion cannot start: ${source.name} stands at ${formatQuantity(value, unit, 2)}, beyond its ${side} limit of ${formatQuantity(limit, unit, 2)}.`,
      ids: [source.id],
      data: { time: 0, joint: source.id, freedom: freedom.name, value: limit, side },
    }
  }
}

/** The unit in which messages say a position. */
export const unitOf = (dimension: 'length' | 'angle') => (dimension === 'length' ? 'mm' : 'deg')
