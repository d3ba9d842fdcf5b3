/**
 * Motor: a coordinate that starts from rest when it is switched on, gains speed evenly over the run-up T, runs steadily,
 * and loses it evenly over the run-down D at the end of its time on.
 *
 * s(t) = w t^2 / (2 T) for t < T, then w (t - T/2), and at last w (on - T/2 - D/2) - w (on - t)^2 / (2 D). The
 * acceleration jumps at the ends of both, as constant acceleration does.
 * @example { kind: 'motor', joint: 'shaft', speed: '60 rpm', runUp: '0.4 s' }
 */
import { IsBoolean, IsIn, IsOptional } from 'class-validator'
import { ValueDriver } from '../../document/format/drivers'
import { IsSpan, Tie } from '../../document/format/timing'
import { Nested } from '../../document/rules/nested'
import { IsQuantity } from '../../document/rules/rules'
import { constant, withBreaks } from '../../maths/time-function'
import { succeed } from '../../result'
import type { Result } from '../../result'
import { rateOf } from '../../units/dimension'
import { formatNumber } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { readSpan } from '../../units/share'
import { fault } from './driver-type'
import type { DrivenValue } from './driver-type'
import { defineValueDriver } from './value-driver'
import { FULL_TIME } from '../tolerances'

/**
 * A driver given by speed, or by how far it goes while it is on: it gains speed evenly over `runUp`, runs steadily, and
 * loses it evenly over `runDown`, the last part of its duration. Before and after, the value stays.
 */
export class Motor extends ValueDriver {
  @IsIn(['motor'], { message: 'kind must be motor' }) kind!: 'motor'
  /** An angular speed for a turn, a speed for a slide; that it suits the freedom is checked with the joint. */
  @IsOptional() @IsQuantity('angularSpeed', 'speed') speed?: Quantity
  /** How far it goes while it is on, instead of the speed. */
  @IsOptional() @IsQuantity('angle', 'length') by?: Quantity
  /** A time, or a share of the duration; likewise the run-down. */
  @IsSpan() runUp!: Quantity
  @IsOptional() @IsSpan() runDown?: Quantity
  /** When it is switched on; the start of the scenario when neither is given. */
  @IsOptional() @IsQuantity('time') start?: Quantity
  @IsOptional() @Nested(() => Tie, { alone: true }) tie?: Tie
  /** How long it is on: a time, or a share of the scenario; to its end when left out. */
  @IsOptional() @IsSpan() duration?: Quantity
  @IsOptional() @IsBoolean() reversed?: boolean
}

declare module '../../document/format/drivers' {
  interface DriverKinds {
    motor: Motor
  }
}

export const motor = defineValueDriver<Motor>({
  kind: 'motor',
  fields: Motor,
  note: (driver) => `motor · ${driver.speed ?? driver.by}${driver.reversed ? ' · against its axis' : ''}`,
  plan(driver, value, from, timing, since) {
    const course = motorCourse(driver, value, timing.length)
    if (!course.ok) return course
    timing.setDuration(driver.id, course.value.on)
    const before = new Float64Array(3)
    const run = () => {
      const { start } = timing.of(driver.id)
      // until it is switched on it stays where it is
      if (Number.isNaN(start)) return succeed(constant(from))
      evaluateMotor(course.value, since - start, before)
      const gone = before[0]
      const { runUp, runDown, on } = course.value
      const jumps = [0, runUp, on - runDown, on].filter(Number.isFinite).map((after) => start + after)
      const turned = withBreaks((time, out) => {
        evaluateMotor(course.value, time - start, out)
        out[0] += from - gone
      }, jumps)
      return succeed(turned)
    }
    return succeed({ moves: [], course: run })
  },
})

/** Errors: `driver-speed`, `driver-run-up`, `driver-duration`. */
function motorCourse(driver: Motor, { dimension, name }: DrivenValue, length: number): Result<MotorCourse> {
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
  if (runUp.value + runDown.value > time * (1 + FULL_TIME)) {
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
      ? parseQuantity(driver.speed!, rateOf(dimension))
      : parseQuantity(driver.by, dimension)
  if (!given.ok) {
    const field = driver.by === undefined ? 'speed' : 'by'
    return fault('driver-speed', `/${field}`, `${name}: ${given.problems[0].message}`)
  }
  const speed = sense * (driver.by === undefined ? given.value : given.value / steady)
  return succeed({ speed, runUp: runUp.value, runDown: runDown.value, on: time })
}

export interface MotorCourse {
  /** Signed steady speed [rad/s or m/s]. */
  readonly speed: number
  /** [s], 0 for none */
  readonly runUp: number
  readonly runDown: number
  /** How long it is on [s]; infinite when it is never switched off. */
  readonly on: number
}

/** Writes displacement and its three derivatives at `time` since it was switched on into `out[0..3]`. */
export function evaluateMotor(
  { speed, runUp, runDown, on }: MotorCourse,
  time: number,
  out: Float64Array,
): void {
  out[3] = 0
  if (time < 0) {
    out[0] = 0
    out[1] = 0
    out[2] = 0
  } else if (time >= on) {
    out[0] = speed * (on - (runUp + runDown) / 2)
    out[1] = 0
    out[2] = 0
  } else if (time > on - runDown) {
    const left = on - time
    const loss = speed / runDown
    out[0] = speed * (on - (runUp + runDown) / 2) - (loss * left * left) / 2
    out[1] = loss * left
    out[2] = -loss
  } else if (time < runUp) {
    const gain = speed / runUp
    out[0] = (gain * time * time) / 2
    out[1] = gain * time
    out[2] = gain
  } else {
    out[0] = speed * (time - runUp / 2)
    out[1] = speed
    out[2] = 0
  }
}
