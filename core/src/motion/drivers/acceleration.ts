/** Constant acceleration from a start speed: s(t) = v t + a t^2 / 2. */
import { IsIn } from 'class-validator'
import { ValueDriver } from '../../document/format/drivers'
import { IsQuantity } from '../../document/rules/rules'
import { rateOf } from '../../units/dimension'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { fault, steady } from './driver-type'
import { defineValueDriver } from './value-driver'

/** A driver given by a constant acceleration from a start speed. */
export class Acceleration extends ValueDriver {
  @IsIn(['acceleration']) kind!: 'acceleration'
  @IsQuantity('angularSpeed', 'speed') startSpeed!: Quantity
  @IsQuantity('angularAcceleration', 'acceleration') acceleration!: Quantity
}

declare module '../../document/format/drivers' {
  interface DriverKinds {
    acceleration: Acceleration
  }
}

/** Errors: `driver-speed`, `driver-acceleration`. */
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
    const gone = (time: number) => time * (speed.value + (gain.value * time) / 2)
    return steady((time, out) => {
      out[0] = from + gone(time) - gone(since)
      out[1] = speed.value + gain.value * time
      out[2] = gain.value
    })
  },
})
