/** Tolerances of advice/: what each is in, and what gets worse when it is larger or smaller. */

/**
 * Residual that a joint may show which is said to be held by others [-]. Larger: advice lets parts drift. Smaller: rounding
 * along a motion forbids good advice.
 */
export const STILL_HELD = 1e-8
