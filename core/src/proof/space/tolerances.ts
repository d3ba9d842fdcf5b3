/** Tolerances of space/: what each is in, and what gets worse when it is larger or smaller. */

/** What moves outward by less between two poses covers nothing [m]. Larger: slow motions leave gaps. Smaller: rounding makes slivers. */
export const STANDS_STILL = 1e-9

/** How often a stretch is halved at most: 2^16 poses. Larger: a wild motion takes all memory. Smaller: long runs are coarse. */
export const DEEPEST_HALVING = 16

/** A stretch of a track that is shorter does not count [s]. Larger: jolts are missed. Smaller: rounding passes for acceleration. */
export const NO_TIME = 1e-8
