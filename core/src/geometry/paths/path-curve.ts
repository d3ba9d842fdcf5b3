/** What every kind of path states: its frame along the way, and its point nearest to a given one. */
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
