/** Tolerances of proof/: what each is in, and what gets worse when it is larger or smaller. */

/** What exceeds a limit by less than this share of it keeps it [-]. Larger: violations pass. Smaller: rounding is told as one. */
export const ON_LIMIT = 1e-9

/** Instants nearer than this are one [s]. */
export const SAME_TIME = 1e-9

/** An instant at which a curve passes a limit is sought to this share of a step [-]. */
export const ON_CROSSING = 1e-12

/** Lengths of a period that differ by less than this share are one [-]. Larger: what is not periodic has a period. */
export const SAME_PERIOD = 1e-3
