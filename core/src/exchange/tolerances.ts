/** Tolerances of exchange/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** Numbers below this are written as zero [m, rad]. */
export const NOISE = 1e-14

/** Cosine of the pitch below which roll and yaw are one turn [-]. */
export const UPRIGHT = 1e-12
