/**
 * Motor: a coordinate that starts from rest, gains speed evenly over the run-up and then runs steadily.
 *
 * s(t) = w t^2 / (2 T) for t < T, then w (t - T/2). The acceleration jumps at T, as constant acceleration does.
 */

/**
 * Writes displacement, rate and acceleration at `time` into `out`.
 * @param speed signed steady speed [rad/s or m/s]
 * @param runUp duration of the run-up [s], 0 for none
 */
export function motor(speed: number, runUp: number, time: number, out: Float64Array): void {
  if (time < runUp) {
    const acceleration = speed / runUp
    out[0] = (acceleration * time * time) / 2
    out[1] = acceleration * time
    out[2] = acceleration
  } else {
    out[0] = speed * (time - runUp / 2)
    out[1] = speed
    out[2] = 0
  }
}
