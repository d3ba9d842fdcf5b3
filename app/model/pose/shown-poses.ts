/** Where the bodies are on screen, and where a point of one of them is in ground. */
import { frameOfPose, identityFrame, moved, multiply, ORIGIN } from '@ligamen/core'
import type { Frame } from '@ligamen/core'

/** Ids of the bodies, and the array and places at which their poses are. */
export interface ShownPoses {
  readonly bodies: readonly string[]
  readonly poses: Float64Array
  readonly at: number
  /** Another pose; they are a share of the way toward it. */
  readonly next?: number
  readonly share?: number
}

/** The frame of a body in ground; that of ground for a body that is not there. */
export function frameIn({ bodies, poses, at }: ShownPoses, body: string): Frame {
  const index = bodies.indexOf(body)
  return index < 0 ? identityFrame() : frameOfPose(poses.subarray(at), index)
}

type Point = readonly [number, number, number]

/** @param point in the frame of the body [m] */
export const placeOf = (shown: ShownPoses, body: string, point: Point): Point =>
  pointIn(frameIn(shown, body), point)

/** A point given in a frame, outside of it. */
export function pointIn(frame: Frame, point: Point): Point {
  const there = multiply(frame, moved([...point]))
  return [there[ORIGIN]!, there[ORIGIN + 1]!, there[ORIGIN + 2]!]
}
