/**
 * A function of time [s]: writes value, rate and acceleration into out[0..2], and its third derivative into out[3] where it knows
 * it; `out` may have three places only.
 */
export interface TimeFunction {
  (time: number, out: Float64Array): void
  /** Instants at which its rate or acceleration may jump; at one of them it has what comes after. */
  readonly breaks?: readonly number[]
  /** Instants between which it turns at most a little: no step goes past one. */
  readonly knots?: readonly number[]
}

/** Gives a function of its own the instants at which its rate or acceleration may jump. */
export const withBreaks = (
  evaluate: (time: number, out: Float64Array) => void,
  breaks: readonly number[] = [],
  knots: readonly number[] = [],
): TimeFunction => Object.assign(evaluate, { breaks, knots })

/** One that stays at a value. */
export const constant =
  (value: number): TimeFunction =>
  (_, out) => {
    out[0] = value
    out[1] = 0
    out[2] = 0
    out[3] = 0
  }

/** One that goes from one value to another evenly in a second, and stays there. */
export const straight =
  (from: number, to: number): TimeFunction =>
  (time, out) => {
    out[0] = time >= 1 ? to : from + time * (to - from)
    out[1] = to - from
    out[2] = 0
    out[3] = 0
  }
