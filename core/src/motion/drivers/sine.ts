/**
 * A sine about where the value is when it starts: s(t) = A (sin(2 pi f t + p) - sin p), t from its start. Without a phase it
 * leaves at its fastest; a phase of 90 deg starts it from rest, at the end of its swing.
 * @example { kind: 'sine', joint: 'rocker', amplitude: '20 deg', frequency: '0.5 Hz' }
 */
import { IsIn, IsOptional } from 'class-validator'
import { ValueDriver } from '../../document/format/drivers'
import { IsQuantity } from '../../document/rules/rules'
import { withBreaks } from '../../maths/time-function'
import { parseQuantity, siValue } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { fault, steady } from './driver-type'
import { knotsOf } from './knots'
import { defineValueDriver } from './value-driver'
import { window, within } from './window'

/** A driver that swings about the value at which it starts. */
export class Sine extends ValueDriver {
  @IsIn(['sine']) kind!: 'sine'
  /** Half of the whole swing. */
  @IsQuantity('angle', 'length') amplitude!: Quantity
  @IsQuantity('frequency') frequency!: Quantity
  @IsOptional() @IsQuantity('angle') phase?: Quantity
  /** The start of the scenario when it is left out. */
  @IsOptional() @IsQuantity('time') start?: Quantity
  /** To the end of the scenario when it is left out; afterwards the value stays. */
  @IsOptional() @IsQuantity('time') duration?: Quantity
}

declare module '../../document/format/drivers' {
  interface DriverKinds {
    sine: Sine
  }
}

/** Errors: `driver-amplitude`, `driver-frequency`, `driver-duration`. */
export const sine = defineValueDriver<Sine>({
  kind: 'sine',
  fields: Sine,
  note: (driver) => `sine · ${driver.amplitude}, ${driver.frequency}`,
  plan(driver, { dimension, name }, from, timing, since) {
    const amplitude = parseQuantity(driver.amplitude, dimension)
    const frequency = parseQuantity(driver.frequency, 'frequency')
    if (!amplitude.ok)
      return fault('driver-amplitude', '/amplitude', `${name}: ${amplitude.problems[0].message}`)
    if (!frequency.ok || !(frequency.value > 0))
      return fault('driver-frequency', '/frequency', `${name}: the frequency must be more than 0 Hz.`)
    const span = window(driver, name)
    if (!span.ok) return span
    const phase = siValue(driver.phase, 'angle')
    const turning = 2 * Math.PI * frequency.value
    const swing = (time: number) =>
      amplitude.value * (Math.sin(turning * within(span.value, time) + phase) - Math.sin(phase))
    const { start, end } = span.value
    const evaluate = (time: number, out: Float64Array) => {
      const angle = turning * within(span.value, time) + phase
      const isOn = time >= start && time < end
      out[0] = from + swing(time) - swing(since)
      out[1] = isOn ? amplitude.value * turning * Math.cos(angle) : 0
      out[2] = isOn ? -amplitude.value * turning * turning * Math.sin(angle) : 0
      out[3] = isOn ? -amplitude.value * turning ** 3 * Math.cos(angle) : 0
    }
    const knots = knotsOf(evaluate, start, Math.min(end, timing.length))
    return steady(withBreaks(evaluate, [start, end].filter(Number.isFinite), knots))
  },
})
