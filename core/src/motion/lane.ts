/**
 * A lane: moves by motion laws with dwells between them, as one function of time. Levels are absolute; a move given by
 * an amount starts from where the one before it ended.
 */
import type { Move } from '../document/scenarios'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { formatNumber } from '../units/format'
import type { Dimension } from '../units/dimension'
import { parseQuantity } from '../units/quantity'
import { limitedMove } from '../laws/limited-move'
import type { MotionLaw } from '../laws/motion-law'
import { lawKinds, motionLaw } from '../laws/registry'

interface Stretch {
  readonly start: number
  readonly duration: number
  readonly from: number
  readonly rise: number
  readonly law: MotionLaw
}

export interface Lane {
  /** Writes value, rate, acceleration and jerk into `out[0..3]`. */
  evaluate(time: number, out: Float64Array): void
}

/**
 * @param home the value before the first move
 * @param measures what kind of value the lane has
 * Errors: `move-law`, `move-target`, `move-duration`, `move-start`, `moves-overlap`; paths are relative to the lane.
 */
export function lane(moves: readonly Move[], home: number, measures: 'length' | 'angle'): Result<Lane> {
  const problems: Problem[] = []
  const stretches: Stretch[] = []
  let level = home
  let free = 0
  moves.forEach((move, k) => {
    const stretch = resolveMove(move, level, measures)
    if (!stretch.ok) {
      problems.push(...stretch.problems.map((p) => ({ ...p, path: `/moves/${k}${p.path ?? ''}` })))
      return
    }
    const { start, duration, from, rise } = stretch.value
    if (start < free - 1e-12) {
      problems.push({
        code: 'moves-overlap',
        message: `move ${k + 1} starts at ${formatNumber(start, 3)} s, before the one before it ends at ${formatNumber(free, 3)} s; let it start later.`,
        path: `/moves/${k}/start`,
      })
    }
    free = start + duration
    level = from + rise
    stretches.push(stretch.value)
  })
  if (problems.length > 0) return fail(...problems)
  return succeed({
    evaluate: (time, out) => {
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
      law.evaluate((time - start) / duration, out)
      out[0] = from + rise * out[0]
      out[1] *= rise / duration
      out[2] *= rise / duration ** 2
      out[3] *= rise / duration ** 3
    },
  })
}

function stay(value: number, out: Float64Array): void {
  out[0] = value
  out[1] = 0
  out[2] = 0
  out[3] = 0
}

function resolveMove(move: Move, level: number, measures: 'length' | 'angle'): Result<Stretch> {
  const problem = (code: string, path: string, message: string): Result<never> =>
    fail({ code, message, path })
  const read = (field: keyof Move, dimension: Dimension): number => {
    const value = parseQuantity(move[field]!, dimension)
    return value.ok ? value.value : Number.NaN
  }
  const start = read('start', 'time')
  if (!(start >= 0)) return problem('move-start', '/start', `a move cannot start at ${move.start}.`)
  if ((move.to === undefined) === (move.by === undefined)) {
    return problem(
      'move-target',
      '',
      'a move needs either the value it ends at (to) or by how much it changes (by).',
    )
  }
  const rise = move.by === undefined ? read('to', measures) - level : read('by', measures)
  if (!Number.isFinite(rise)) {
    const field = move.by === undefined ? 'to' : 'by'
    return problem(
      'move-target',
      `/${field}`,
      `“${move[field]}” is not ${measures === 'angle' ? 'an angle' : 'a length'}.`,
    )
  }
  const limits = move.speed !== undefined && move.acceleration !== undefined
  if (limits === (move.duration !== undefined)) {
    return problem(
      'move-duration',
      '/duration',
      'a move needs either its duration, or both a speed and an acceleration.',
    )
  }
  if (!limits) {
    const duration = read('duration', 'time')
    const law = motionLaw(move.law)
    if (!(duration > 0)) return problem('move-duration', '/duration', 'the duration must be more than zero.')
    return law
      ? succeed({ start, duration, from: level, rise, law })
      : problem(
          'move-law',
          '/law',
          `“${move.law}” is not a motion law; known are ${lawKinds.join(', ')} and limited.`,
        )
  }
  const speed = read('speed', measures === 'angle' ? 'angularSpeed' : 'speed')
  const acceleration = read('acceleration', measures === 'angle' ? 'angularAcceleration' : 'acceleration')
  if (!(speed > 0)) return problem('move-duration', '/speed', 'the speed must be more than zero.')
  if (!(acceleration > 0))
    return problem('move-duration', '/acceleration', 'the acceleration must be more than zero.')
  if (move.law !== 'limited') {
    return problem('move-law', '/law', 'a move by speed and acceleration has the law “limited”.')
  }
  // a move over no distance takes no time
  if (rise === 0) return succeed({ start, duration: 1e-9, from: level, rise, law: motionLaw('linear')! })
  return succeed({ start, from: level, rise, ...limitedMove(Math.abs(rise), speed, acceleration) })
}
