/** Tolerances of mechanism/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/**
 * Axes whose directions differ by less are parallel [1 - cosine]. Larger: turns are added about axes that are not one.
 * Smaller: typed directions count turns the slow way.
 */
export const PARALLEL = 1e-9

/** A mechanism smaller than this has all its joints in one point, and the size 1 m [m]. */
export const SMALLEST = 1e-9

/** Distance of two axes that counts as none [m]. Larger: small wheels lose their pitch point. Smaller: rounding gives one. */
export const ON_AXIS = 1e-9

/**
 * Bodies that are nearer than this touch [m]. Larger: wheels that miss each other pass. Smaller: meshes and typed places
 * miss by their rounding.
 */
export const MEETS = 1e-5

/** Cosine below the negative of which two axes point against each other [-]; crossing axes count as pointing the same way. */
export const AGAINST = 1e-9

/** A point of a table lies beyond the one before it by more than this [rad, m]. */
export const NEXT_KNOT = 1e-12

/** Values of a table that differ by less are the same [rad, m]. Larger: periods with a jump pass. */
export const SAME_VALUE = 1e-12

/** A distance below this is held as a point, since it has no direction [m]. */
export const VANISHES = 1e-12
