/**
 * Values at times, joined smoothly by quintics. Both ends are at rest, unless they are free or a rate is given there; a rate
 * may be given at any point.
 * @example { kind: 'values', joint: 'lift', values: [[0, 0], ['1 s', '40 mm', '10 mm/s'], ['2 s', '45 mm']], atEnd: 'free' }
 */
import { IsIn, IsOptional } from 'class-validator'
import { ValueDriver } from '../../document/format/drivers'
import { AreTimedValues } from '../../document/rules/rules'
import { QuinticSpline } from '../../maths/quintic-spline'
import { withBreaks } from '../../maths/time-function'
import type { TimeFunction } from '../../maths/time-function'
import { rateOf } from '../../units/dimension'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { fault, steady } from './driver-type'
import { defineValueDriver } from './value-driver'
import { NEXT_TIME } from '../tolerances'

/** A driver given by values at times, joined smoothly by quintics; before and after them the value stays. */
export class Values extends ValueDriver {
  @IsIn(['values']) kind!: 'values'
  /** (time, value), or (time, value, rate), by rising time. */
  @AreTimedValues(2, 100_000) values!: ([Quantity, Quantity] | [Quantity, Quantity, Quantity])[]
  /** How it sets off and comes to its end where no rate is given: from rest (usual), or free: as the values lead. */
  @IsOptional() @IsIn(['rest', 'free']) atStart?: 'rest' | 'free'
  @IsOptional() @IsIn(['rest', 'free']) atEnd?: 'rest' | 'free'
}

declare module '../../document/format/drivers' {
  interface DriverKinds {
    values: Values
  }
}

/** Errors: `driver-values`. */
export const values = defineValueDriver<Values>({
  kind: 'values',
  fields: Values,
  note: (driver) => `${driver.values.length} values`,
  plan(driver, { dimension, name }, from, _, since) {
    const times: number[] = []
    const levels: number[] = []
    const rates = new Map<number, number>()
    for (const [k, [t, v, r]] of driver.values.entries()) {
      const time = parseQuantity(t, 'time')
      const value = parseQuantity(v, dimension)
      if (!time.ok) return fault('driver-values', `/values/${k}/0`, `${name}: ${time.problems[0].message}`)
      if (!value.ok) return fault('driver-values', `/values/${k}/1`, `${name}: ${value.problems[0].message}`)
      if (k > 0 && !(time.value > times[k - 1] + NEXT_TIME)) {
        return fault(
          'driver-values',
          `/values/${k}/0`,
          `${name}: time ${k + 1} does not come after the one before it.`,
        )
      }
      if (r !== undefined) {
        const rate = parseQuantity(r, rateOf(dimension))
        if (!rate.ok) return fault('driver-values', `/values/${k}/2`, `${name}: ${rate.problems[0].message}`)
        rates.set(k, rate.value)
      }
      times.push(time.value)
      levels.push(value.value)
    }
    const end = times.length - 1
    if (driver.atStart !== 'free' && !rates.has(0)) rates.set(0, 0)
    if (driver.atEnd !== 'free' && !rates.has(end)) rates.set(end, 0)
    const spline = new QuinticSpline(times, levels, 'natural', rates)
    const [first, last] = [times[0], times[end]]
    const jet = new Float64Array(4)
    const evaluate: TimeFunction = (time, out) => {
      const inside = Math.min(last, Math.max(first, time))
      spline.evaluate(inside, jet)
      out[0] = jet[0]
      out[1] = inside === time ? jet[1] : 0
      out[2] = inside === time ? jet[2] : 0
      out[3] = inside === time ? jet[3] : 0
    }
    // switched on again it goes on from where it is
    const before = new Float64Array(3)
    evaluate(since, before)
    const shift = since > 0 ? from - before[0] : 0
    const shifted = withBreaks(
      (time, out) => {
        evaluate(time, out)
        out[0] += shift
      },
      [first, last],
      times,
    )
    return steady(shifted)
  },
})
