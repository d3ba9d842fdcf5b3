/** Tolerances of proposals/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** Distance that counts as none [m]. */
export const ON_AXIS = 1e-9

/** Modules that differ by less fit each other [-]. */
export const SAME_TEETH = 1e-9

/** A shift or a turn below this is not told [m, rad]. */
export const WORTH_SAYING = 1e-9
