/** Limits that a motion runs into: which joint, when and at what value. */
import type { Mechanism } from '../kinematics/compile'
import type { Reader } from '../kinematics/reading'
import type { Problem } from '../result'
import { formatQuantity } from '../units/format'

/** Beyond a limit by less than this (rad, or sizes) is at the limit. */
const TOUCHING = 1e-9
/** Halvings of a frame when the instant is sought. */
const HALVINGS = 40

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
    const { settings, joint, measures, freedom } = coordinates[c]
    const value = now.values[c]
    const slack = TOUCHING * (measures === 'length' ? size : 1)
    const limit =
      value > settings.upper + slack ? settings.upper : value < settings.lower - slack ? settings.lower : null
    if (limit === null) continue
    // what stood beyond the limit may come back to it
    const [before, after] = [Math.abs(last.values[c] - limit), Math.abs(value - limit)]
    const sameSide = last.values[c] > limit === value > limit
    if (step > 0 && before > slack && sameSide && after <= before) continue
    const at = step === 0 ? time : time - step + step * crossing(last, now, c, step, limit)
    if (at >= least) continue
    least = at
    const { source } = geometry.joints[joint]
    const unit = measures === 'length' ? 'mm' : 'deg'
    const side = limit === settings.upper ? 'upper' : 'lower'
    first = {
      code: step === 0 ? 'start-outside' : 'limit-reached',
      message:
        step === 0
          ? `The motion cannot start: ${source.name} stands at ${formatQuantity(value, unit, 2)}, beyond its ${side} limit of ${formatQuantity(limit, unit, 2)}.`
          : `The motion stops at ${at.toFixed(3)} s: ${source.name} reaches its ${side} limit of ${formatQuantity(limit, unit, 2)} (${freedom.name}). Move the limit, or end the motion before.`,
      ids: [source.id],
    }
  }
  return first
}

/** Share of the step at which the quintic between two readings passes a value. */
function crossing(last: LastReading, now: Reader, c: number, h: number, value: number): number {
  const c1 = last.rates[c] * h
  const c2 = (last.accelerations[c] * h * h) / 2
  const d = now.values[c] - last.values[c] - c1 - c2
  const e = now.rates[c] * h - c1 - 2 * c2
  const f = (now.accelerations[c] * h * h) / 2 - c2
  const c3 = 10 * d - 4 * e + f
  const c4 = -15 * d + 7 * e - 2 * f
  const c5 = 6 * d - 3 * e + f
  const at = (s: number) => last.values[c] + s * (c1 + s * (c2 + s * (c3 + s * (c4 + s * c5)))) - value
  const sign = Math.sign(at(1))
  let low = 0
  let high = 1
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (low + high) / 2
    if (Math.sign(at(middle)) === sign) high = middle
    else low = middle
  }
  return high
}
