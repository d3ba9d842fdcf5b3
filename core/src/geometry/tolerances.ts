/** Tolerances of geometry/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/**
 * Sine or cosine below which directions count as parallel or square [-]. Larger: tilted planes get a mid-plane. Smaller:
 * typed directions do not.
 */
export const PARALLEL = 1e-9

/** Points of a path nearer than this are one [m]. */
export const NEAREST = 1e-9

/** A pose that differs by less from the one written is left as it was typed [rad, m]. */
export const SAME_POSE = 1e-12

/** Sine of the angle of an arc's three points below which they lie on a line [-]. */
export const STRAIGHT = 1e-9
