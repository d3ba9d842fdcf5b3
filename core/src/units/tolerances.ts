/** Tolerances of units/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** Exponents of units that differ by less are the same [-]. */
export const SAME_EXPONENT = 1e-9
