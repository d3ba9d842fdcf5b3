/**
 * A recorded motion of a body, asked at any instant: its frame, the velocity of its point and its angular velocity, and for each
 * stretch between two instants what speeds and accelerations do not exceed there.
 * Source: bounds by the control points of Bézier curves, Farin, Curves and Surfaces for CAGD, section 5.
 */
import { FRAME, ORIGIN } from '../maths/frame'
import { writeAxes } from '../maths/quaternion'
import { quinticCoefficients } from '../maths/quintic'
import { JET } from './body-track'
import type { BodyTrack } from './body-track'

const CURVES = 7

export class BodyMotion {
  /** Frame of the body in ground at the instant that was asked for last. */
  readonly frame = new Float64Array(FRAME)
  /** Its followed point in ground [m]. */
  readonly point = new Float64Array(3)
  /** Velocity of the point [m/s] and angular velocity [rad/s] in ground. */
  readonly velocity = new Float64Array(3)
  readonly angular = new Float64Array(3)
  /** What they do not exceed in the stretch, and likewise the accelerations. */
  mostSpeed = 0
  mostAcceleration = 0
  mostAngular = 0
  mostAngularAcceleration = 0
  /** Ends of the stretch that is loaded [s]. */
  from = Number.NaN
  to = Number.NaN
  private stretch = 0
  private readonly c = new Float64Array(6 * CURVES)
  private readonly quaternion = new Float64Array(8)

  constructor(readonly track: BodyTrack) {}

  /** Loads the stretch that holds an instant and goes on behind it; the last one at the end. */
  seek(time: number): void {
    if (time >= this.from && time < this.to) return
    const { times } = this.track
    const last = times.length - 2
    let k = this.stretch
    if (!(times[k] <= time)) k = 0
    if (times[k + 1] <= time) {
      let [low, high] = [k, Math.max(0, last)]
      while (low < high) {
        const middle = (low + high + 1) >> 1
        if (times[middle] <= time) low = middle
        else high = middle - 1
      }
      k = low
    }
    if (k === this.stretch && !Number.isNaN(this.from)) return
    this.load(k)
  }

  /** Frame, point and velocities at an instant of the loaded stretch. */
  evaluate(time: number): void {
    const { c, from, to, point, velocity, quaternion: q, frame, angular, track } = this
    const h = to - from
    const s = h > 0 ? Math.min(1, Math.max(0, (time - from) / h)) : 0
    for (let curve = 0; curve < CURVES; curve++) {
      const at = 6 * curve
      const value =
        c[at] + s * (c[at + 1] + s * (c[at + 2] + s * (c[at + 3] + s * (c[at + 4] + s * c[at + 5]))))
      const rate =
        (c[at + 1] + s * (2 * c[at + 2] + s * (3 * c[at + 3] + s * (4 * c[at + 4] + s * 5 * c[at + 5])))) /
        (h || 1)
      if (curve < 3) {
        point[curve] = value
        velocity[curve] = rate
      } else {
        q[curve - 3] = value
        q[curve + 1] = rate
      }
    }
    const size = q[0] * q[0] + q[1] * q[1] + q[2] * q[2] + q[3] * q[3]
    const scale = 2 / size
    angular[0] = scale * (q[5] * q[0] - q[4] * q[1] - q[6] * q[3] + q[7] * q[2])
    angular[1] = scale * (q[6] * q[0] - q[4] * q[2] - q[7] * q[1] + q[5] * q[3])
    angular[2] = scale * (q[7] * q[0] - q[4] * q[3] - q[5] * q[2] + q[6] * q[1])
    const unit = 1 / Math.sqrt(size)
    for (let k = 0; k < 4; k++) q[k] *= unit
    writeAxes(q as unknown as [number, number, number, number], frame)
    const [x, y, z] = track.point
    for (let k = 0; k < 3; k++)
      frame[ORIGIN + k] = point[k] - frame[k] * x - frame[3 + k] * y - frame[6 + k] * z
  }

  private load(k: number): void {
    const { times, jets } = this.track
    const { c } = this
    this.stretch = k
    this.from = times[k]
    this.to = times.length > k + 1 ? times[k + 1] : times[k]
    const h = this.to - this.from
    const next = times.length > k + 1 ? JET * (k + 1) : JET * k
    for (let curve = 0; curve < CURVES; curve++) {
      const [x, v, a] = curve < 3 ? [curve, curve + 3, curve + 6] : [curve + 6, curve + 10, curve + 14]
      const i = JET * k
      quinticCoefficients(
        jets[i + x],
        jets[i + v],
        jets[i + a],
        jets[next + x],
        jets[next + v],
        jets[next + a],
        h,
        c,
        6 * curve,
      )
    }
    this.mostSpeed = mostRate(c, 0, 3, h)
    this.mostAcceleration = mostSecond(c, 0, 3, h)
    // twice the rates of a unit quaternion; the curve is one within its tolerance
    this.mostAngular = 2 * mostRate(c, 3, 4, h)
    this.mostAngularAcceleration = 2 * mostSecond(c, 3, 4, h)
  }
}

/** Most of the first derivative of some curves together: its control points hold it. */
function mostRate(c: Float64Array, first: number, count: number, h: number): number {
  if (!(h > 0)) return 0
  let most = 0
  // control points of degree 4 from the coefficients of powers
  for (let i = 0; i <= 4; i++) {
    let square = 0
    for (let curve = first; curve < first + count; curve++) {
      const at = 6 * curve
      const p =
        c[at + 1] +
        (i / 4) * 2 * c[at + 2] +
        ((i * (i - 1)) / 12) * 3 * c[at + 3] +
        ((i * (i - 1) * (i - 2)) / 24) * 4 * c[at + 4] +
        (i === 4 ? 5 * c[at + 5] : 0)
      square += p * p
    }
    most = Math.max(most, square)
  }
  return Math.sqrt(most) / h
}

/** Most of the second derivative of some curves together. */
function mostSecond(c: Float64Array, first: number, count: number, h: number): number {
  if (!(h > 0)) return 0
  let most = 0
  for (let i = 0; i <= 3; i++) {
    let square = 0
    for (let curve = first; curve < first + count; curve++) {
      const at = 6 * curve
      const p =
        2 * c[at + 2] +
        (i / 3) * 6 * c[at + 3] +
        ((i * (i - 1)) / 6) * 12 * c[at + 4] +
        (i === 3 ? 20 * c[at + 5] : 0)
      square += p * p
    }
    most = Math.max(most, square)
  }
  return Math.sqrt(most) / (h * h)
}
