/** Tolerances of edits/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** Times nearer than this are one [s]. */
export const SAME_TIME = 1e-9

/** A gap above this is written as an offset of a tie [s]: half the last digit that is written. */
export const WORTH_AN_OFFSET = 5e-5

/** Share of the largest coordinate to which a mirrored corner must meet another one [-]. */
export const SYMMETRIC = 1e-4

/** And never nearer than this [m]. */
export const LEAST_SYMMETRY = 1e-9
