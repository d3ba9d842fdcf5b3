/** What a kind of dry friction says: how much it resists, which may depend on what its joint carries. */

/** What resists along a coordinate, each not negative [N m, N]. */
export interface Resistance {
  movingUp: number
  movingDown: number
  /** Against being moved from a stand. */
  heldUp: number
  heldDown: number
}

/** What a joint carries, as friction depends on it [N]. */
export interface CarriedForce {
  /** Along the axis of the freedom, on the body that moves with it. */
  axial: number
  /** Across it; never negative. */
  radial: number
}

export interface FrictionLaw {
  readonly needsCarried: boolean
  /**
   * Adds what resists to `to`.
   * @param effort of friction along the coordinate, as far as it is known
   */
  add(to: Resistance, carried: CarriedForce, effort: number): void
}

/** Adds what resists alike either way. */
export function resistBothWays(to: Resistance, moving: number, held: number): void {
  to.movingUp += moving
  to.movingDown += moving
  to.heldUp += held
  to.heldDown += held
}
