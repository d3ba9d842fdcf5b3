/**
 * The shortest move within a speed and an acceleration: a trapezoid of speed, or a triangle when the speed is not
 * reached. It finds its own duration. Source: common practice.
 */
import { defineLaw } from './motion-law'
import type { MotionLaw } from './motion-law'

export interface LimitedMove {
  readonly duration: number
  readonly law: MotionLaw
}

/** Distance, speed and acceleration above zero, in matching units. */
export function limitedMove(distance: number, speed: number, acceleration: number): LimitedMove {
  const top = Math.min(speed, Math.sqrt(distance * acceleration))
  const ramp = top / acceleration
  const duration = distance / top + ramp
  // normalised: the share of a ramp, and the peak speed over the mean one
  const share = ramp / duration
  const peak = 1 / (1 - share)
  const gain = peak / share
  return {
    duration,
    law: defineLaw({
      kind: 'limited',
      noun: 'Limited in speed and acceleration',
      breaks: [share, 1 - share],
      evaluate: (x, out) => {
        out[3] = 0
        if (x < share) {
          out[0] = (gain * x * x) / 2
          out[1] = gain * x
          out[2] = gain
        } else if (x < 1 - share) {
          out[0] = peak * (x - share / 2)
          out[1] = peak
          out[2] = 0
        } else {
          const y = 1 - x
          out[0] = 1 - (gain * y * y) / 2
          out[1] = gain * y
          out[2] = -gain
        }
      },
    }),
  }
}
