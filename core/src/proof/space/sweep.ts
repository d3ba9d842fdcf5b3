/**
 * What a body covers while it moves, as convex pieces whose union a solid kernel can make: the body where it starts, and between two
 * poses what each triangle of its surface passes over while it moves outward, as the hull of where it is at both.
 *
 * Poses stand so close that no point of the body is further than a tolerance from the straight line between them, by bounds of its
 * acceleration: a h^2 / 8. A triangle that partly moves inward is cut along the line on which it does neither (the characteristic of
 * its plane); without that, hulls would cover what no pose does. What moves inward uncovers nothing new.
 * Sources: Farin, Curves and Surfaces for CAGD, section 5 (bounds); Abdel-Malek et al., Swept Volumes: Foundation, Perspectives and
 * Applications (characteristics of moving faces).
 */
import { FRAME, ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { boundsOfTriangles } from '../../shapes/mesh/triangles'
import { BodyMotion } from '../../motion/body-motion'
import type { BodyTrack } from '../../motion/body-track'
import { PointDistance } from '../../proximity/point-distance'
import { Solid } from '../../proximity/solid'
import { DEEPEST_HALVING, NO_TIME, STANDS_STILL } from './tolerances'

/** A stretch of a motion between two jumps of its speed. */
interface Smooth {
  readonly from: number
  readonly to: number
}

export class Sweep {
  /** Instants of the poses [s]. */
  readonly times: Float64Array
  /** 1 for each step between two poses that goes where an earlier one went. */
  private readonly repeats: Uint8Array
  private readonly motion: BodyMotion
  private readonly before = new Float64Array(FRAME)
  private readonly after = new Float64Array(FRAME)
  private readonly corners = new Float64Array(18)
  private readonly outward = new Float64Array(3)
  private readonly start = new Float64Array(FRAME)
  private readonly solid: Solid
  private readonly distance: PointDistance

  /**
   * @param positions of a closed surface in the frame of the body, nine numbers a triangle [m]
   * @param tolerance how far a point may be from the straight line between two poses [m]
   */
  constructor(
    private readonly positions: Float32Array,
    track: BodyTrack,
    from: number,
    to: number,
    private readonly tolerance: number,
  ) {
    this.motion = new BodyMotion(track)
    this.times = posesOf(track, radiusOf(positions, track.point), from, to, tolerance)
    this.repeats = this.findRepeats()
    this.frameAt(0, this.start)
    this.solid = new Solid([positions])
    this.distance = new PointDistance(this.solid.tree)
  }

  /** Where the body is at one of the poses. */
  frameAt(pose: number, out: Frame): void {
    const time = this.times[pose]
    this.motion.seek(time)
    this.motion.evaluate(time)
    out.set(this.motion.frame)
  }

  /** Machines go round and round: what they cover again need not be joined again. */
  private findRepeats(): Uint8Array {
    const { tolerance } = this
    const box = boxCorners(this.positions)
    const frame = new Float64Array(FRAME)
    const poses = Array.from(this.times, (_, pose) => {
      const at = new Float64Array(box.length)
      this.frameAt(pose, frame)
      for (let c = 0; c < box.length; c += 3) place(frame, box, c, at, c)
      return at
    })
    const repeats = new Uint8Array(Math.max(0, poses.length - 1))
    const middle = new Float64Array(box.length)
    for (let k = 1; k < repeats.length; k++) {
      for (let i = 0; i < middle.length; i++) middle[i] = (poses[k][i] + poses[k + 1][i]) / 2
      for (let j = 0; j < k && !repeats[k]; j++) {
        if (repeats[j] || !isBetween(middle, poses[j], poses[j + 1], tolerance)) continue
        // its ends may lie on the steps beside
        const near = (pose: Float64Array) =>
          [j - 1, j, j + 1].some((n) => n >= 0 && n < k && isBetween(pose, poses[n], poses[n + 1], tolerance))
        repeats[k] = near(poses[k]) && near(poses[k + 1]) ? 1 : 0
      }
    }
    return repeats
  }

  /** How many pieces there are. */
  count(): number {
    let count = 0
    for (let pose = 0; pose + 1 < this.times.length; pose++) count += this.pieces(pose).length
    return count
  }

  /** What is covered between a pose and the next: corners of each piece in ground, three numbers each [m]. */
  pieces(pose: number): Float64Array[] {
    const { positions, before, after, corners, outward } = this
    if (this.repeats[pose]) return []
    this.frameAt(pose, before)
    this.frameAt(pose + 1, after)
    const pieces: Float64Array[] = []
    for (let t = 0; t + 8 < positions.length; t += 9) {
      for (let c = 0; c < 3; c++) {
        place(before, positions, t + 3 * c, corners, 3 * c)
        place(after, positions, t + 3 * c, corners, 9 + 3 * c)
      }
      if (!risesInto(corners, outward)) continue
      const most = Math.max(outward[0], outward[1], outward[2])
      if (most <= STANDS_STILL) continue
      const made = piece(corners, outward)
      if (!this.isCovered(made)) pieces.push(made)
    }
    return pieces
  }

  /**
   * Whether a piece reaches nowhere that the body does not fill where it starts, but for the tolerance: round bodies that turn about
   * their own axis. It is compared with the start alone, so that what is left out does not add up.
   */
  private isCovered(points: Float64Array): boolean {
    const [mx, my, mz] = [0, 1, 2].map((k) => {
      let sum = 0
      for (let i = k; i < points.length; i += 3) sum += points[i]
      return (3 * sum) / points.length
    })
    if (!this.isInStart(mx, my, mz)) return false
    for (let i = 0; i < points.length; i += 3)
      if (!this.isInStart(points[i], points[i + 1], points[i + 2])) return false
    return true
  }

  private isInStart(px: number, py: number, pz: number): boolean {
    const { start: f, solid, distance, tolerance } = this
    const [x, y, z] = [px - f[ORIGIN], py - f[ORIGIN + 1], pz - f[ORIGIN + 2]]
    const u = f[0] * x + f[1] * y + f[2] * z
    const v = f[3] * x + f[4] * y + f[5] * z
    const w = f[6] * x + f[7] * y + f[8] * z
    return !distance.isBeyond(u, v, w, tolerance) || solid.contains(u, v, w)
  }
}

function place(f: Frame, p: Float32Array, at: number, out: Float64Array, to: number): void {
  for (let k = 0; k < 3; k++)
    out[to + k] = f[k] * p[at] + f[3 + k] * p[at + 1] + f[6 + k] * p[at + 2] + f[ORIGIN + k]
}

/** The corners of the box around a surface: no point of the body is further from a place in between than one of them. */
function boxCorners(positions: Float32Array): Float32Array {
  const box = boundsOfTriangles(positions)
  return Float32Array.from({ length: 24 }, (_, i) => box[(i % 3) + 3 * ((Math.floor(i / 3) >> (i % 3)) & 1)])
}

/** Whether corners are within a tolerance of a place between where they are at two poses [m]. */
function isBetween(at: Float64Array, before: Float64Array, after: Float64Array, tolerance: number): boolean {
  let along = 0
  let length = 0
  for (let i = 0; i < at.length; i++) {
    const step = after[i] - before[i]
    along += (at[i] - before[i]) * step
    length += step * step
  }
  const share = length > 0 ? Math.min(1, Math.max(0, along / length)) : 0
  for (let c = 0; c < at.length; c += 3) {
    let square = 0
    for (let i = c; i < c + 3; i++) square += (at[i] - before[i] - share * (after[i] - before[i])) ** 2
    if (square > tolerance * tolerance) return false
  }
  return true
}

/** How far each corner moves along the normal between both poses [m]; false for a triangle without area. */
function risesInto(c: Float64Array, out: Float64Array): boolean {
  const side = (a: number, k: number) => (c[3 * a + k] + c[9 + 3 * a + k] - c[k] - c[9 + k]) / 2
  const nx = side(1, 1) * side(2, 2) - side(1, 2) * side(2, 1)
  const ny = side(1, 2) * side(2, 0) - side(1, 0) * side(2, 2)
  const nz = side(1, 0) * side(2, 1) - side(1, 1) * side(2, 0)
  const size = Math.sqrt(nx * nx + ny * ny + nz * nz)
  if (!(size > 0)) return false
  for (let a = 0; a < 3; a++) {
    const i = 3 * a
    out[a] = ((c[9 + i] - c[i]) * nx + (c[10 + i] - c[i + 1]) * ny + (c[11 + i] - c[i + 2]) * nz) / size
  }
  return true
}

/** The part of a triangle that moves outward, at both poses. */
function piece(c: Float64Array, rises: Float64Array): Float64Array {
  const points: number[] = []
  for (let a = 0; a < 3; a++) {
    const b = (a + 1) % 3
    if (rises[a] >= 0)
      for (const pose of [0, 9]) points.push(c[pose + 3 * a], c[pose + 3 * a + 1], c[pose + 3 * a + 2])
    if (rises[a] * rises[b] >= 0) continue
    const share = rises[a] / (rises[a] - rises[b])
    for (const pose of [0, 9])
      for (let k = 0; k < 3; k++)
        points.push(c[pose + 3 * a + k] + share * (c[pose + 3 * b + k] - c[pose + 3 * a + k]))
  }
  return Float64Array.from(points)
}

function radiusOf(positions: Float32Array, [x, y, z]: readonly [number, number, number]): number {
  let most = 0
  for (let i = 0; i < positions.length; i += 3)
    most = Math.max(most, (positions[i] - x) ** 2 + (positions[i + 1] - y) ** 2 + (positions[i + 2] - z) ** 2)
  return Math.sqrt(most)
}

/** Instants between which every point within a radius of the followed one goes nearly straight. */
function posesOf(
  track: BodyTrack,
  radius: number,
  from: number,
  to: number,
  tolerance: number,
): Float64Array {
  const bounds = accelerationBounds(track, radius)
  const times: number[] = [from]
  const add = (low: number, high: number, deepest: number) => {
    const bend = (bounds.most(low, high) * (high - low) ** 2) / 8
    if (bend > tolerance && deepest > 0) {
      const middle = (low + high) / 2
      add(low, middle, deepest - 1)
      add(middle, high, deepest - 1)
    } else times.push(high)
  }
  for (const smooth of smoothStretches(track, from, to)) add(smooth.from, smooth.to, DEEPEST_HALVING)
  return Float64Array.from(times)
}

/** Where its speed may jump two instants of a track are one. */
function smoothStretches({ times }: BodyTrack, from: number, to: number): Smooth[] {
  const cuts = [from]
  for (let k = 0; k + 1 < times.length; k++)
    if (times[k] === times[k + 1] && times[k] > from && times[k] < to) cuts.push(times[k])
  cuts.push(to)
  return cuts.slice(1).flatMap((end, k) => (end > cuts[k] ? [{ from: cuts[k], to: end }] : []))
}

/** What the acceleration of any point within a radius of the followed one does not exceed, over a span of time. */
function accelerationBounds(track: BodyTrack, radius: number) {
  const motion = new BodyMotion(track)
  const { times } = track
  const stretches: { to: number; most: number }[] = []
  for (let k = 0; k + 1 < times.length; k++) {
    // in less than this nothing goes anywhere, and rounding is all that is left of its acceleration
    if (!(times[k + 1] - times[k] > NO_TIME)) continue
    motion.seek(times[k])
    const most = motion.mostAcceleration + radius * (motion.mostAngularAcceleration + motion.mostAngular ** 2)
    stretches.push({ to: times[k + 1], most })
  }
  return {
    most(low: number, high: number): number {
      let [first, last] = [0, stretches.length]
      while (first < last) {
        const middle = (first + last) >> 1
        if (stretches[middle].to <= low) first = middle + 1
        else last = middle
      }
      let most = 0
      for (let k = first; k < stretches.length; k++) {
        most = Math.max(most, stretches[k].most)
        if (stretches[k].to >= high) break
      }
      return most
    },
  }
}
