/** Where the bodies stand on screen, and where a point of one of them stands in ground. */
import { frameOfPose, moved, multiply, ORIGIN } from '@ligamen/core'

/** Ids of the bodies, and the array and places at which their poses stand. */
export interface ShownPoses {
  readonly bodies: readonly string[]
  readonly poses: Float64Array
  readonly at: number
  /** Another pose, toward which they stand by a share of the way. */
  readonly next?: number
  readonly share?: number
}

/** @param point in the frame of the body [m] */
export function placeOf(
  { bodies, poses, at }: ShownPoses,
  body: string,
  point: readonly [number, number, number],
): readonly [number, number, number] {
  const index = bodies.indexOf(body)
  if (index < 0) return point
  const here = poses.subarray(at)
  const frame = multiply(frameOfPose(here as Float64Array, index), moved([...point]))
  return [frame[ORIGIN]!, frame[ORIGIN + 1]!, frame[ORIGIN + 2]!]
}
