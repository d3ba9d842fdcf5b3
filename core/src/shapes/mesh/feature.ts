/** What can be recognised in a mesh, with its frame: z is its axis or outward normal, and x its zero direction. */
import { frameAlong, ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { cross, dot, norm, unit } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { ALONG_AXIS } from '../tolerances'

/** A recognised place of a mesh, with its frame in the mesh [m]. */
export type Feature =
  | { readonly kind: 'plane'; readonly frame: Frame }
  | { readonly kind: 'cylinder'; readonly frame: Frame; readonly radius: number }
  | { readonly kind: 'circle' | 'arc'; readonly frame: Frame; readonly radius: number }
  /** Origin in the middle, z along it. */
  | { readonly kind: 'edge'; readonly frame: Frame; readonly ends: readonly [Vector, Vector] }

/** Strips of a round surface bend by less than this [rad]. */
export const BEND = Math.PI / 4.5

/** Fewer chords than this make no arc. */
export const FEWEST_CHORDS = 4

export function angleBetween(a: Vector, b: Vector): number {
  return Math.atan2(norm(cross(a, b)), dot(a, b))
}

/** Axis-aligned directions are chosen exactly, so that single precision does not show. */
export function framed(axis: Vector, origin: Vector): Frame {
  const rounded = unit(axis).map((c) => (Math.abs(c - Math.round(c)) < ALONG_AXIS ? Math.round(c) : c))
  const frame = frameAlong(rounded as unknown as Vector)!
  frame.set(origin, ORIGIN)
  return frame
}
