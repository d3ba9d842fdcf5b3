/**
 * A servo: pulls a coordinate to a course with stiffness and damping, up to a largest effort.
 * Source: proportional and derivative control of a position; common practice.
 */
import type { Servo } from '../../document/format/drivers'
import type { TimeFunction } from '../../maths/time-function'
import type { Mechanism } from '../../mechanism/compile'
import type { Coordinate } from '../../mechanism/coordinate'
import { succeed } from '../../result'
import type { Result } from '../../result'
import { CoordinateLoad } from './coordinate-load'
import { dimensionsAlong, loadFault, readFields } from './load-type'

/** In SI, for a coordinate. */
export interface ServoLaw {
  readonly coordinate: Coordinate
  readonly stiffness: number
  readonly damping: number
  /** [N m, N] */
  readonly most: number
}

/** Errors: `load-unit`, `load-negative`, with the field beside the servo. */
export function resolveServo(name: string, servo: Servo, coordinate: Coordinate): Result<ServoLaw> {
  const along = dimensionsAlong(coordinate)
  const read = readFields(
    { ...servo, name },
    { stiffness: along.stiffness, damping: along.damping, most: along.effort },
  )
  if (!read.ok) return read
  const { stiffness, damping } = read.value
  const most = servo.most === undefined ? Infinity : read.value.most
  const field = !(stiffness > 0) ? 'stiffness' : damping < 0 ? 'damping' : !(most > 0) ? 'most' : null
  if (field)
    return loadFault(
      'load-negative',
      `/${field}`,
      `${name}: the stiffness and the largest effort of its servo must be more than zero, and its damping not negative.`,
    )
  return succeed({ coordinate, stiffness, damping, most })
}

/** @param id of its driver */
export function servoLoad(
  mechanism: Mechanism,
  id: string,
  name: string,
  { coordinate, stiffness, damping, most }: ServoLaw,
  course: TimeFunction,
): CoordinateLoad {
  const jet = new Float64Array(4)
  const effort = (value: number, rate: number, time: number) => {
    course(time, jet)
    const wanted = stiffness * (jet[0] - value) + damping * (jet[1] - rate)
    return Math.max(-most, Math.min(most, wanted))
  }
  return new CoordinateLoad(id, name, mechanism, coordinate, {
    effort,
    drives: true,
    energy: () => 0,
    loss: (value, rate, time) => -effort(value, rate, time) * rate,
    breaks: course.breaks,
  })
}
