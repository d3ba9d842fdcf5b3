/** Tolerances of strands/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** A strand shorter than this has no direction [m]. */
export const NO_LENGTH = 1e-9
