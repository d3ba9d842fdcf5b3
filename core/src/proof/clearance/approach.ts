/**
 * How fast two bodies can come nearer to each other: bounds over a stretch of their recorded motions, by the motion of one
 * seen from the other. Any point of a moves against b no faster than the middle of its ball does, plus the
 * turning of the one against the other times the radius.
 */
import type { BodyMotion } from '../../motion/body-motion'

export class Approach {
  private readonly one = new Bound()
  private readonly two = new Bound()

  constructor(
    private readonly a: BodyMotion,
    private readonly b: BodyMotion,
    private readonly radiusA: number,
    private readonly radiusB: number,
  ) {}

  /** Puts both where they are at an instant. */
  stand(time: number): void {
    const { a, b } = this
    a.seek(time)
    a.evaluate(time)
    b.seek(time)
    b.evaluate(time)
  }

  /** Both must stand at an instant; no point of one moves faster against the other there [m/s]. */
  speed(time: number): number {
    this.stand(time)
    this.bound()
    return Math.max(Number.MIN_VALUE, Math.min(this.one.speed, this.two.speed))
  }

  /** Whether neither moves in the stretch that holds an instant. */
  isStill(time: number): boolean {
    this.stand(time)
    const { a, b } = this
    return a.mostSpeed + b.mostSpeed + a.mostAngular + b.mostAngular === 0
  }

  /** End of the stretch in which both stand [s]. */
  stretchEnd(): number {
    return Math.min(this.a.to, this.b.to)
  }

  /** The latest instant up to `end` until which they cannot have come nearer by `gap`. */
  reach(from: number, end: number, gap: number): number {
    let time = from
    let left = gap
    while (time < end) {
      this.stand(time)
      const stretch = Math.min(end, this.stretchEnd()) - time
      if (!(stretch > 0)) return end
      this.bound()
      const { one, two } = this
      const free = Math.max(one.free(left), two.free(left))
      if (free < stretch) return time + free
      left -= Math.min(one.travel(stretch), two.travel(stretch))
      if (left <= 0) return time + stretch
      time += stretch
    }
    return end
  }

  /**
   * How the distance of two points changes, each moving with its body [m/s].
   * @param onA in the frame of a; likewise of b
   */
  rate(onA: Float64Array, onB: Float64Array, distance: number): number {
    const { a, b } = this
    if (!(distance > 0)) return 0
    let sum = 0
    for (let k = 0; k < 3; k++) {
      const apart = along(a.frame, onA, k) - along(b.frame, onB, k)
      sum += apart * (velocityOf(a, onA, k) - velocityOf(b, onB, k))
    }
    return sum / distance
  }

  private bound(): void {
    this.one.of(this.a, this.b, this.radiusA)
    this.two.of(this.b, this.a, this.radiusB)
  }
}

/** Speed of one body seen from another at an instant, and how much faster it can become within the stretch. */
class Bound {
  /** [m/s] */
  speed = 0
  /** [m/s^2] */
  private growth = 0

  of(a: BodyMotion, b: BodyMotion, radius: number): void {
    const { point: p, velocity: u, angular: w } = a
    const { point: q, velocity: v, angular: o } = b
    const dx = p[0] - q[0]
    const dy = p[1] - q[1]
    const dz = p[2] - q[2]
    const apart = Math.sqrt(dx * dx + dy * dy + dz * dz)
    const x = u[0] - v[0] - (o[1] * dz - o[2] * dy)
    const y = u[1] - v[1] - (o[2] * dx - o[0] * dz)
    const z = u[2] - v[2] - (o[0] * dy - o[1] * dx)
    const tx = w[0] - o[0]
    const ty = w[1] - o[1]
    const tz = w[2] - o[2]
    this.speed = Math.sqrt(x * x + y * y + z * z) + radius * Math.sqrt(tx * tx + ty * ty + tz * tz)
    const together = a.mostSpeed + b.mostSpeed
    const farthest = apart + together * (Math.min(a.to, b.to) - Math.max(a.from, b.from))
    this.growth =
      a.mostAcceleration +
      b.mostAcceleration +
      b.mostAngularAcceleration * farthest +
      b.mostAngular * together +
      (a.mostAngularAcceleration + b.mostAngularAcceleration) * radius
  }

  travel(time: number): number {
    return (this.speed + (this.growth * time) / 2) * time
  }

  /** The time that a travel takes at least. */
  free(travel: number): number {
    const { speed, growth } = this
    if (speed + growth === 0) return Infinity
    return (2 * travel) / (speed + Math.sqrt(speed * speed + 2 * growth * travel))
  }
}

/** A coordinate in ground of a point on a body. */
const along = (frame: Float64Array, p: Float64Array, k: number): number =>
  frame[k] * p[0] + frame[3 + k] * p[1] + frame[6 + k] * p[2] + frame[9 + k]

/** A component of its velocity. */
function velocityOf({ frame, point, velocity, angular }: BodyMotion, p: Float64Array, k: number): number {
  const next = (k + 1) % 3
  const last = (k + 2) % 3
  const dNext = along(frame, p, next) - point[next]
  const dLast = along(frame, p, last) - point[last]
  return velocity[k] + angular[next] * dLast - angular[last] * dNext
}
