/**
 * Constant acceleration from a start speed: s(t) = v t + a t^2 / 2, t from its start. After its duration it runs on at the speed
 * that it has; before its start the value stays.
 */
import { IsIn, IsOptional } from 'class-validator'
import { ValueDriver } from '../../document/format/drivers'
import { IsQuantity } from '../../document/rules/rules'
import { withBreaks } from '../../maths/time-function'
import { rateOf } from '../../units/dimension'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { fault, steady } from './driver-type'
import { defineValueDriver } from './value-driver'
import { window, within } from './window'

/** A driver given by a constant acceleration from a start speed. */
export class Acceleration extends ValueDriver {
  @IsIn(['acceleration']) kind!: 'acceleration'
  @IsQuantity('angularSpeed', 'speed') startSpeed!: Quantity
  @IsQuantity('angularAcceleration', 'acceleration') acceleration!: Quantity
  /** The start of the scenario when it is left out. */
  @IsOptional() @IsQuantity('time') start?: Quantity
  /** How long the speed changes; to the end of the scenario when it is left out. */
  @IsOptional() @IsQuantity('time') duration?: Quantity
}

declare module '../../document/format/drivers' {
  interface DriverKinds {
    acceleration: Acceleration
  }
}

/** Errors: `driver-speed`, `driver-acceleration`, `driver-duration`. */
export const acceleration = defineValueDriver<Acceleration>({
  kind: 'acceleration',
  fields: Acceleration,
  note: (driver) => `acceleration · ${driver.acceleration}`,
  plan(driver, { dimension, name }, from, _, since) {
    const speed = parseQuantity(driver.startSpeed, rateOf(dimension))
    const gain = parseQuantity(
      driver.acceleration,
      dimension === 'angle' ? 'angularAcceleration' : 'acceleration',
    )
    if (!speed.ok) return fault('driver-speed', '/startSpeed', `${name}: ${speed.problems[0].message}`)
    if (!gain.ok) return fault('driver-acceleration', '/acceleration', `${name}: ${gain.problems[0].message}`)
    const span = window(driver, name)
    if (!span.ok) return span
    const { start, end } = span.value
    const gone = (time: number) => {
      const changing = within(span.value, time)
      const steadily = Math.max(0, time - end)
      return (
        changing * (speed.value + (gain.value * changing) / 2) +
        steadily * (speed.value + gain.value * changing)
      )
    }
    return steady(
      withBreaks((time, out) => {
        out[0] = from + gone(time) - gone(since)
        out[1] = time >= start ? speed.value + gain.value * within(span.value, time) : 0
        out[2] = time >= start && time < end ? gain.value : 0
        out[3] = 0
      }, [start, end].filter(Number.isFinite)),
    )
  },
})
