/** What a kind of path states: how many points it takes, and its curve through them. Every kind is listed in registry.ts. */
import type { Vector } from '../../maths/vector'
import type { Result } from '../../result'

/** A smooth curve with a frame that rides along it. */
export interface PathCurve {
  /**
   * Writes, for the coordinate u [m] along the path: the frame on the path (12 numbers), then d(frame)/du as a spatial
   * vector at the path's origin (6), then its derivative by u (6), all in the frame the path is given in.
   */
  follow(u: number, out: Float64Array): void
  /** The coordinate of the point of the path nearest to (x, y, z). */
  nearest(x: number, y: number, z: number): number
}

export interface MeasuredCurve extends PathCurve {
  /** From its first to its last point, or once around [m]. */
  readonly length: number
}

export interface PathType {
  readonly kind: string
  /** How many points it takes, and in words: "2 or more points". */
  readonly points: { readonly least: number; readonly most: number; readonly words: string }
  /** Errors: those of the kind. */
  make(points: readonly Vector[], closed: boolean): Result<MeasuredCurve>
}

export const definePath = (type: PathType): PathType => type
