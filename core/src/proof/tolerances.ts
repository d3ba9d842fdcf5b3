/** Tolerances of proof/: what each is in, and what gets worse when it is larger or smaller. */

/** What exceeds a limit by less than this share of it keeps it [-]. Larger: violations pass. Smaller: rounding is told as one. */
export const ON_LIMIT = 1e-9

/** Instants nearer than this are one [s]. */
export const SAME_TIME = 1e-9

/** An instant at which a curve passes a limit is sought to this share of a step [-]. */
export const ON_CROSSING = 1e-12

/** Lengths of a period that differ by less than this share are one [-]. Larger: what is not periodic has a period. */
export const SAME_PERIOD = 1e-3

/** Turns nearer than this are one event [s]. Larger: dead points beside a reversal are missed. Smaller: what follows a reversal is told as a dead point. */
export const SAME_TURN = 1e-6

/** Share by which a rate may change and count as steady [-]. */
export const STEADY = 1e-6

/** Share of its largest rate below which a joint rests [-]. */
export const AT_REST = 1e-6

/** Share by which the ratio of two rates may change and count as constant [-]. */
export const SAME_RATIO = 1e-9

/** Lengths of links that differ by less, as a share, are equal [-]. */
export const SAME_LENGTH = 1e-9

/** Sine of the angle between axes below which they are parallel [-]. */
export const PARALLEL = 1e-7
