/** What a motion leaves on the model: the trails of points, and bodies drawn faintly where they were. */
import { frameAt, POSE } from '@ligamen/core'
import type { Take } from '@ligamen/core'

/** More ghosts than this hide each other. */
const MOST_GHOSTS = 60
/** More points than this are not seen on a trail. */
const MOST_POINTS = 4000

type Point = readonly [number, number, number]

/** Positions of a point on a body over a take, in ground: three numbers a frame, or every few frames of a long take [m]. */
export function trailOf(take: Take, body: string, [x, y, z]: Point): Float32Array {
  const every = Math.ceil(take.frames / MOST_POINTS)
  const points = Math.ceil(take.frames / every)
  const stride = POSE * take.bodies.length * every
  const offset = POSE * take.bodies.indexOf(body)
  const trail = new Float32Array(3 * points)
  for (let frame = 0; frame < points; frame++) {
    const p = frame * stride + offset
    const [px, py, pz, w, i, j, k] = take.poses.subarray(p, p + POSE) as unknown as number[]
    // v + 2 q x (q x v + w v), with q the vector part
    const ax = j! * z - k! * y + w! * x
    const ay = k! * x - i! * z + w! * y
    const az = i! * y - j! * x + w! * z
    trail[3 * frame] = px! + x + 2 * (j! * az - k! * ay)
    trail[3 * frame + 1] = py! + y + 2 * (k! * ax - i! * az)
    trail[3 * frame + 2] = pz! + z + 2 * (i! * ay - j! * ax)
  }
  return trail
}

/** Bodies drawn once more at other poses: seven numbers a body from each of `at`. */
export interface Ghosts {
  readonly bodies: readonly string[]
  readonly poses: Float64Array
  readonly at: readonly number[]
}

export const NO_GHOSTS: Ghosts = { bodies: [], poses: new Float64Array(0), at: [] }

/** The motion every few frames, from its start; none for 0. */
export function ghostsEvery({ bodies, poses, frames }: Take, every: number): Ghosts {
  if (every <= 0) return NO_GHOSTS
  const shown = Math.min(MOST_GHOSTS, Math.ceil(frames / every))
  const stride = POSE * bodies.length
  return { bodies, poses, at: Array.from({ length: shown }, (_, k) => k * every * stride) }
}

/** Another motion at a time [s]. */
export function ghostAt(take: Take, time: number): Ghosts {
  const { bodies, poses } = take
  return { bodies, poses, at: [frameAt(take, time) * POSE * bodies.length] }
}
