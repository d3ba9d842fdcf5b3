/**
 * Motor: a coordinate that starts from rest when it is switched on, gains speed evenly over the run-up T, runs steadily,
 * and loses it evenly over the run-down D at the end of its time on.
 *
 * s(t) = w t^2 / (2 T) for t < T, then w (t - T/2), and at last w (on - T/2 - D/2) - w (on - t)^2 / (2 D). The
 * acceleration jumps at the ends of both, as constant acceleration does.
 */
export interface MotorCourse {
  /** Signed steady speed [rad/s or m/s]. */
  readonly speed: number
  /** [s], 0 for none */
  readonly runUp: number
  readonly runDown: number
  /** How long it is on [s]; infinite when it is never switched off. */
  readonly on: number
}

/** Writes displacement, rate and acceleration at `time` since it was switched on into `out[0..2]`. */
export function motor({ speed, runUp, runDown, on }: MotorCourse, time: number, out: Float64Array): void {
  if (time < 0) {
    out[0] = 0
    out[1] = 0
    out[2] = 0
  } else if (time >= on) {
    out[0] = speed * (on - (runUp + runDown) / 2)
    out[1] = 0
    out[2] = 0
  } else if (time > on - runDown) {
    const left = on - time
    const loss = speed / runDown
    out[0] = speed * (on - (runUp + runDown) / 2) - (loss * left * left) / 2
    out[1] = loss * left
    out[2] = -loss
  } else if (time < runUp) {
    const gain = speed / runUp
    out[0] = (gain * time * time) / 2
    out[1] = gain * time
    out[2] = gain
  } else {
    out[0] = speed * (time - runUp / 2)
    out[1] = speed
    out[2] = 0
  }
}
