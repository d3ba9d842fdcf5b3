/** Tolerances of probes/: what each is in, and what gets worse when it is larger or smaller. */

/**
 * Influence coefficient of a scaled coordinate above which it counts as moving something [-]. Larger: slow gears count as standing.
 * Smaller: rounding counts as a second driver.
 */
export const MOVES = 1e-9
