/**
 * A position as a function of time, written as an expression in t, which counts from its start; see units/time-expression. Before
 * its start and after its duration the value stays.
 * @example { kind: 'function', joint: 'rocker', position: '20 deg * sin(90 deg/s * t)' }
 */
import { IsIn, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { ValueDriver } from '../../document/format/drivers'
import { IsQuantity } from '../../document/rules/rules'
import { withBreaks } from '../../maths/time-function'
import { LONGEST_EXPRESSION } from '../../units/jet-expression'
import { timeExpression } from '../../units/time-expression'
import type { Quantity } from '../../units/quantity'
import { fault, steady } from './driver-type'
import { knotsOf } from './knots'
import { defineValueDriver } from './value-driver'
import { window, within } from './window'

/** A driver given by its position as a function of time. */
export class FunctionOfTime extends ValueDriver {
  @IsIn(['function']) kind!: 'function'
  /** An expression in t: a length for a slide, an angle for a turn. */
  @IsString() @IsNotEmpty() @MaxLength(LONGEST_EXPRESSION) position!: string
  /** The start of the scenario when it is left out. */
  @IsOptional() @IsQuantity('time') start?: Quantity
  /** To the end of the scenario when it is left out. */
  @IsOptional() @IsQuantity('time') duration?: Quantity
}

declare module '../../document/format/drivers' {
  interface DriverKinds {
    function: FunctionOfTime
  }
}

/** Places at which it is looked whether the function has a value. */
const LOOKED_AT = 512

/** Errors: `driver-function`, `driver-duration`. */
export const functionOfTime = defineValueDriver<FunctionOfTime>({
  kind: 'function',
  fields: FunctionOfTime,
  note: ({ position }) => position,
  plan(driver, { dimension, name }, from, timing, since) {
    const position = timeExpression(driver.position, dimension)
    if (!position.ok) return fault('driver-function', '/position', `${name}: ${position.problems[0].message}`)
    const span = window(driver, name)
    if (!span.ok) return span
    const { start, end } = span.value
    const jet = new Float64Array(3)
    const last = Math.min(end, timing.length) - start
    for (let k = 0; k <= LOOKED_AT; k++) {
      const t = (Math.max(0, last) * k) / LOOKED_AT
      position.value(t, jet)
      if (!jet.every(Number.isFinite))
        return fault(
          'driver-function',
          '/position',
          `${name}: “${driver.position}” has no position with a speed and an acceleration at t = ${t.toFixed(3)} s.`,
        )
    }
    const evaluate = (time: number, out: Float64Array) => {
      position.value(within(span.value, time), out)
      if (time >= start && time < end) return
      out[1] = 0
      out[2] = 0
      out[3] = 0
    }
    // switched on again it goes on from where it is
    evaluate(since, jet)
    const shift = since > 0 ? from - jet[0] : 0
    return steady(
      withBreaks(
        (time, out) => {
          evaluate(time, out)
          out[0] += shift
        },
        [start, end].filter(Number.isFinite),
        knotsOf(evaluate, start, Math.min(end, timing.length)),
      ),
    )
  },
})
