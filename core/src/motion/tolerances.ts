/** Tolerances of motion/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** Instants nearer than this are one [s]. Larger: short acts are lost. Smaller: rounding begins acts twice. */
export const SAME_INSTANT = 1e-12

/**
 * What is further apart cannot be closed again by a cue [rad, sizes]. Larger: bodies jump when a joint is restored.
 * Smaller: hand-overs after a long motion are refused.
 */
export const APART = 1e-6

/** Events nearer than this happen together [s]. Larger: what follows comes at once. Smaller: rounding decides the order. */
export const TOGETHER = 1e-10

/** Starts this far before the scenario count as at its start [s]. */
export const BEFORE_START = 1e-12

/** Share by which run-up and run-down may exceed the time on [-], for shares that add up to 100 %. */
export const FULL_TIME = 1e-12

/** A value comes after the one before it by more than this [s]. */
export const NEXT_TIME = 1e-9

/** Moves that overlap by less follow each other [s]. Larger: overlaps pass. Smaller: typed times that meet are refused. */
export const TOUCHES = 1e-9

/** What a move over no distance takes [s]; zero would have no rate. */
export const NO_TIME = 1e-9

/** Beyond a limit by less than this a move ends at the limit [rad, sizes]. */
export const PAST_LIMIT = 1e-9

/** How near a function of time has to be to the quintics between its knots, as a share of its range [-]. Larger: swings fall between steps. Smaller: more steps. */
export const BETWEEN_KNOTS = 1e-3

/** How far a recorded motion may miss the solved one between its instants [rad, sizes]. Larger: contacts are late. Smaller: more instants. */
export const ON_TRACK = 1e-9

/** A body that moves more slowly stands still [rad/s, sizes/s]. */
export const STANDS = 1e-13

/** What falls farther than this falls for ever [sizes]. Larger: it is told late. Smaller: a long fall that ends is told. */
export const FALLS_AWAY = 20

/** Slower than this a motor stands [rad/s, sizes/s]. Larger: slow starts pass for stalls. Smaller: one that creeps does not stall. */
export const STALLED_RATE = 1e-6
/** Share of the energy before that an impact has to take to be told [-]. Larger: soft ones are not. Smaller: rounding alone is one. */
export const TOLD_IMPACT = 1e-6
