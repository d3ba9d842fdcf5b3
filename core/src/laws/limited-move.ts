/**
 * The shortest move within a speed, an acceleration and a deceleration, and a jerk where one is given: it gains speed, runs
 * steadily where there is room, and loses the speed again. It finds its own duration.
 * Source: common practice (trapezoid and triangle of speed; with a jerk the ramps are S-curves of up to three phases).
 */
import { defineLaw } from './motion-law'
import type { MotionLaw } from './motion-law'

export interface LimitedMove {
  readonly duration: number
  readonly law: MotionLaw
}

/** All above zero, in matching units. */
export interface MoveLimits {
  readonly speed: number
  readonly acceleration: number
  /** The acceleration when left out. */
  readonly deceleration?: number
  /** Of both ramps; the acceleration jumps when left out. */
  readonly jerk?: number
}

export function limitedMove(distance: number, limits: MoveLimits): LimitedMove {
  const { speed, acceleration, deceleration = acceleration, jerk = Infinity } = limits
  const ramps = (top: number) =>
    [new Ramp(top, acceleration, jerk), new Ramp(top, deceleration, jerk)] as const
  const room = (top: number) => {
    const [up, down] = ramps(top)
    return distance - up.distance - down.distance
  }
  const top = room(speed) >= 0 ? speed : fastest(room, speed)
  const [up, down] = ramps(top)
  const steady = Math.max(0, room(top)) / top
  const duration = up.time + steady + down.time
  const end = duration - down.time
  const [a, b, c] = [1 / distance, duration / distance, duration ** 2 / distance]
  const law = defineLaw({
    kind: 'limited',
    noun: 'Limited in speed and acceleration',
    breaks: [...up.breaks, ...down.breaks.map((t) => duration - t)].map((t) => t / duration),
    evaluate: (x, out) => {
      const t = x * duration
      if (t < up.time) {
        up.evaluate(t, out)
        out[0] *= a
      } else if (t < end) {
        out[0] = a * (up.distance + top * (t - up.time))
        out[1] = top
        out[2] = 0
        out[3] = 0
      } else {
        down.evaluate(duration - t, out)
        out[0] = 1 - a * out[0]
        out[2] = -out[2]
      }
      out[1] *= b
      out[2] *= c
      out[3] *= c * duration
    },
  })
  return { duration, law }
}

/** The speed at which there is just room for both ramps, below one for which there is none. */
function fastest(room: (top: number) => number, speed: number): number {
  let [low, high] = [0, speed]
  for (;;) {
    const middle = (low + high) / 2
    if (middle <= low || middle >= high) return low > 0 ? low : high
    if (room(middle) >= 0) low = middle
    else high = middle
  }
}

/** From rest to a speed, as fast as acceleration and jerk allow. */
class Ramp {
  readonly time: number
  readonly distance: number
  private readonly peak: number
  /** How long the acceleration grows, and falls again. */
  private readonly growth: number

  constructor(
    private readonly speed: number,
    acceleration: number,
    private readonly jerk: number,
  ) {
    this.peak = Math.min(acceleration, Math.sqrt(speed * jerk))
    this.growth = this.peak / jerk
    this.time = speed / this.peak + this.growth
    this.distance = (speed * this.time) / 2
  }

  /** Where its acceleration, or the jerk, jumps. */
  get breaks(): number[] {
    const { growth, time } = this
    return growth > 0 ? [growth, time - growth, time] : [time]
  }

  /** Writes distance, speed, acceleration and jerk at a time from its start into out[0..3]. */
  evaluate(t: number, out: Float64Array): void {
    const { speed, time, distance } = this
    if (t <= time / 2) {
      this.firstHalf(t, out)
      return
    }
    // the second half is the first one turned by half a turn
    const left = time - t
    this.firstHalf(left, out)
    out[0] = distance - speed * left + out[0]
    out[1] = speed - out[1]
    out[3] = -out[3]
  }

  private firstHalf(t: number, out: Float64Array): void {
    const { peak, growth, jerk } = this
    if (t < growth) {
      out[0] = (jerk * t * t * t) / 6
      out[1] = (jerk * t * t) / 2
      out[2] = jerk * t
      out[3] = jerk
      return
    }
    const after = t - growth
    out[0] = (peak * growth * growth) / 6 + (peak * growth * after) / 2 + (peak * after * after) / 2
    out[1] = (peak * growth) / 2 + peak * after
    out[2] = peak
    out[3] = 0
  }
}
