/** Limits that a motion runs into: which joint, when and at what value. */
import type { Mechanism } from '../mechanism/compile'
import type { Reader } from '../mechanism/reading'
import { crossing } from '../maths/crossing'
import type { Jet } from '../maths/crossing'
import type { Problem } from '../result'
import { formatQuantity } from '../units/format'
import { TOUCHING } from './tolerances'

/** Coordinates of the frame before, with two derivatives. */
export class LastReading {
  readonly values: Float64Array
  readonly rates: Float64Array
  readonly accelerations: Float64Array

  constructor(n: number) {
    this.values = new Float64Array(n)
    this.rates = new Float64Array(n)
    this.accelerations = new Float64Array(n)
  }

  remember({ values, rates, accelerations }: Reader): void {
    this.values.set(values)
    this.rates.set(rates)
    this.accelerations.set(accelerations)
  }
}

/**
 * The first limit that lies between the last reading and this one, or null. Its instant is that of the quintic through
 * both readings.
 * @param step from the last reading to this one [s]; 0 at the start
 */
export function limitReached(
  { coordinates, geometry, size }: Mechanism,
  last: LastReading,
  now: Reader,
  time: number,
  step: number,
): Problem | null {
  let first: Problem | null = null
  let least = Infinity
  for (let c = 0; c < coordinates.length; c++) {
    const { settings, joint, dimension, freedom } = coordinates[c]
    const value = now.values[c]
    const slack = TOUCHING * (dimension === 'length' ? size : 1)
    const limit =
      value > settings.upper + slack ? settings.upper : value < settings.lower - slack ? settings.lower : null
    if (limit === null) continue
    // what was beyond the limit may come back to it
    const [before, after] = [Math.abs(last.values[c] - limit), Math.abs(value - limit)]
    const sameSide = last.values[c] > limit === value > limit
    if (step > 0 && before > slack && sameSide && after <= before) continue
    const at = step === 0 ? time : time - step + step * crossing(jetOf(last, c), jetOf(now, c), step, limit)
    if (at >= least) continue
    least = at
    const { source } = geometry.joints[joint]
    const unit = dimension === 'length' ? 'mm' : 'deg'
    const side = limit === settings.upper ? 'upper' : 'lower'
    first = {
      code: step === 0 ? 'start-outside' : 'limit-reached',
      message:
        step === 0
          ? `The motion cannot start: ${source.name} stands at ${formatQuantity(value, unit, 2)}, beyond its ${side} limit of ${formatQuantity(limit, unit, 2)}.`
          : `The motion stops at ${at.toFixed(3)} s: ${source.name} reaches its ${side} limit of ${formatQuantity(limit, unit, 2)} (${freedom.name}). Move the limit, or end the motion before.`,
      ids: [source.id],
      data: { time: at, joint: source.id, freedom: freedom.name, value: limit },
    }
  }
  return first
}

const jetOf = ({ values, rates, accelerations }: LastReading | Reader, c: number): Jet => [
  values[c],
  rates[c],
  accelerations[c],
]
