/**
 * A lane: moves by motion laws with dwells between them, as one function of time. Levels are absolute; a move given by
 * an amount starts from where the one before it ended.
 */
import { moveKey } from '../../document/starting'
import { withBreaks } from '../../maths/time-function'
import type { TimeFunction } from '../../maths/time-function'
import { fail, succeed } from '../../result'
import type { Problem, Result } from '../../result'
import { formatNumber } from '../../units/format'
import type { Dimension } from '../../units/dimension'
import { parseQuantity } from '../../units/quantity'
import { readSpan } from '../../units/share'
import { limitedMove } from '../../laws/limited-move'
import type { MoveLimits } from '../../laws/limited-move'
import { lawKinds, motionLaw } from '../../laws/registry'
import type { Timing } from '../timing'
import type { Move } from '../../document/format/moves'
import type { Plan, PlannedMove } from './driver-type'
import { NO_TIME, SAME_INSTANT, TOUCHES } from '../tolerances'

/**
 * Levels and durations of moves, in the order of their list.
 * @param home the value before the first move
 * @param measures what kind of value the lane has
 * @param since moves that start before this [s] are left out
 * Errors: `move-law`, `move-target`, `move-duration`; paths are relative to the lane.
 */
function planMoves(
  driver: string,
  moves: readonly Move[],
  home: number,
  dimension: 'length' | 'angle',
  timing: Timing,
  since = 0,
): Result<PlannedMove[]> {
  const problems: Problem[] = []
  const planned: PlannedMove[] = []
  let level = home
  moves.forEach((move, index) => {
    const key = moveKey(driver, move, index)
    if (since > 0 && timing.of(key).start < since - TOUCHES) return
    const stretch = resolveMove(move, level, dimension, timing.length)
    if (!stretch.ok) {
      problems.push(...stretch.problems.map((p) => ({ ...p, pointer: `/moves/${index}${p.pointer ?? ''}` })))
      return
    }
    planned.push({ key, index, ...stretch.value })
    level += stretch.value.rise
  })
  if (problems.length > 0) return fail(...problems)
  for (const { key, duration } of planned) timing.setDuration(key, duration)
  return succeed(planned)
}

/**
 * The planned moves as a function of time, each where the timing has it; a move that has no time yet, and those after
 * it, are left out. Error: `moves-overlap`.
 */
function laneFunction(planned: readonly PlannedMove[], home: number, timing: Timing): Result<TimeFunction> {
  const problems: Problem[] = []
  const stretches: Stretch[] = []
  let free = 0
  for (const move of planned) {
    const { key, index, duration } = move
    const { start } = timing.of(key)
    if (Number.isNaN(start)) break
    if (start < free - TOUCHES) {
      problems.push({
        code: 'moves-overlap',
        message: `move ${index + 1} starts at ${formatNumber(start, 3)} s, before the one before it ends at ${formatNumber(free, 3)} s; let it start later.`,
        pointer: `/moves/${index}/start`,
        ids: [key],
      })
    }
    free = start + duration
    stretches.push({ ...move, start })
  }
  if (problems.length > 0) return fail(...problems)
  return succeed(courseOf(stretches, home))
}

/** A move where it is in time. */
export interface Stretch extends Pick<PlannedMove, 'from' | 'rise' | 'duration' | 'law'> {
  /** [s] */
  readonly start: number
}

/** Stretches by rising start, none over another one, as one function of time; `home` is the value before the first. */
export const courseOf = (stretches: readonly Stretch[], home: number): TimeFunction =>
  withBreaks(
    (time, out) => {
      let at = -1
      while (at + 1 < stretches.length && stretches[at + 1].start <= time) at++
      if (at < 0) {
        stay(home, out)
        return
      }
      const { start, duration, from, rise, law } = stretches[at]
      if (time >= start + duration) {
        stay(from + rise, out)
        return
      }
      law.evaluate((afterJump(stretches[at], time) - start) / duration, out)
      out[0] = from + rise * out[0]
      out[1] *= rise / duration
      out[2] *= rise / duration ** 2
      out[3] *= rise / duration ** 3
    },
    stretches.flatMap(({ start, duration, law }) =>
      [0, ...(law.breaks ?? []), 1].map((share) => start + share * duration),
    ),
  )

/** A time, moved past a jump of the acceleration that it is at: there, what comes after counts, however it is rounded. */
function afterJump({ start, duration, law }: Stretch, time: number): number {
  for (const share of law.breaks ?? []) {
    const jump = start + share * duration
    if (Math.abs(time - jump) <= SAME_INSTANT) return jump + SAME_INSTANT
  }
  return time
}

function stay(value: number, out: Float64Array): void {
  out[0] = value
  out[1] = 0
  out[2] = 0
  out[3] = 0
}

/**
 * Moves of a driver as its plan.
 * @param name of what is driven, for the problems
 */
export function planLane(
  { id, moves }: { readonly id: string; readonly moves: readonly Move[] },
  name: string,
  from: number,
  dimension: 'length' | 'angle',
  timing: Timing,
  since: number,
): Result<Plan> {
  const named = <T>(result: Result<T>): Result<T> =>
    result.ok ? result : fail(...result.problems.map((p) => ({ ...p, message: `${name}: ${p.message}` })))
  const planned = named(planMoves(id, moves, from, dimension, timing, since))
  if (!planned.ok) return planned
  return succeed({
    moves: planned.value,
    course: () => {
      const found = named(laneFunction(planned.value, from, timing))
      if (!found.ok) return found
      const jet = new Float64Array(4)
      const course = withBreaks((time, out) => {
        found.value(time, jet)
        out[0] = jet[0]
        out[1] = jet[1]
        out[2] = jet[2]
        out[3] = jet[3]
      }, found.value.breaks)
      return succeed(course)
    },
  })
}

/**
 * A move from a level on: its rise, duration and law.
 * @param length of the scenario, of which a duration may be a share [s]
 * Errors: `move-law`, `move-target`, `move-duration`, with paths relative to the move.
 */
export function resolveMove(
  move: Move,
  level: number,
  dimension: 'length' | 'angle',
  length: number,
): Result<Pick<PlannedMove, 'from' | 'rise' | 'duration' | 'law'>> {
  const problem = (code: string, path: string, message: string): Result<never> =>
    fail({ code, message, pointer: path })
  const read = (
    field: 'to' | 'by' | 'speed' | 'acceleration' | 'deceleration' | 'jerk',
    dimension: Dimension,
  ): number => {
    const value = parseQuantity(move[field]!, dimension)
    return value.ok ? value.value : Number.NaN
  }
  if ((move.to === undefined) === (move.by === undefined)) {
    return problem(
      'move-target',
      '',
      'a move needs either the value it ends at (to) or by how much it changes (by).',
    )
  }
  const rise = move.by === undefined ? read('to', dimension) - level : read('by', dimension)
  if (!Number.isFinite(rise)) {
    const field = move.by === undefined ? 'to' : 'by'
    return problem(
      'move-target',
      `/${field}`,
      `“${move[field]}” is not ${dimension === 'angle' ? 'an angle' : 'a length'}.`,
    )
  }
  const isLimited = move.speed !== undefined && move.acceleration !== undefined
  if (isLimited === (move.duration !== undefined)) {
    return problem(
      'move-duration',
      '/duration',
      'a move needs either its duration, or both a speed and an acceleration.',
    )
  }
  if (!isLimited) {
    const span = readSpan(move.duration!, length)
    const duration = span.ok ? span.value : Number.NaN
    const law = motionLaw(move.law)
    if (!(duration > 0)) return problem('move-duration', '/duration', 'the duration must be more than zero.')
    return law
      ? succeed({ duration, from: level, rise, law })
      : problem(
          'move-law',
          '/law',
          `“${move.law}” is not a motion law; known are ${lawKinds.join(', ')} and limited.`,
        )
  }
  const isAngle = dimension === 'angle'
  const acceleration = isAngle ? 'angularAcceleration' : 'acceleration'
  const kinds = {
    speed: isAngle ? 'angularSpeed' : 'speed',
    acceleration,
    deceleration: acceleration,
    jerk: isAngle ? 'angularJerk' : 'jerk',
  } as const
  const limits: Partial<Record<keyof typeof kinds, number>> = {}
  for (const [field, kind] of Object.entries(kinds) as [keyof typeof kinds, Dimension][]) {
    if (move[field] === undefined) continue
    const value = read(field, kind)
    if (!(value > 0)) return problem('move-duration', `/${field}`, `the ${field} must be more than zero.`)
    limits[field] = value
  }
  if (move.law !== 'limited') {
    return problem('move-law', '/law', 'a move by speed and acceleration has the law “limited”.')
  }
  // a move over no distance takes no time
  if (rise === 0) return succeed({ duration: NO_TIME, from: level, rise, law: motionLaw('linear')! })
  return succeed({ from: level, rise, ...limitedMove(Math.abs(rise), limits as MoveLimits) })
}
