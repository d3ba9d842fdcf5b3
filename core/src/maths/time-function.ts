/** A function of time [s]: writes value, rate and acceleration into out[0..2]. */
export type TimeFunction = (time: number, out: Float64Array) => void

/** One that stays at a value. */
export const constant =
  (value: number): TimeFunction =>
  (_, out) => {
    out[0] = value
    out[1] = 0
    out[2] = 0
  }
