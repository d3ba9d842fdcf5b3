/** Tolerances of document/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** By which the length of a quaternion may miss 1 [-]. */
export const UNIT_LENGTH = 1e-6

/** Distance of an eye from its target that says no direction [m]. */
export const SAME_PLACE = 1e-9

/** Length of a direction that points nowhere [-]. */
export const NO_DIRECTION = 1e-9
