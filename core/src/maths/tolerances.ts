/** Tolerances of maths/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** Pivot of a sparse elimination that counts as zero [-]. Larger: ranks come out too low. Smaller: rounding counts as rank. */
export const PIVOT = 1e-9

/** Share of the largest entry that a pivot has at least [-]. Larger: more fill. Smaller: less accurate factors. */
export const THRESHOLD = 0.1

/** Share of the largest column below which a column adds no rank [-]. Larger: ranks too low. Smaller: rounding counts. */
export const RANK = 1e-9

/** What rounding leaves of a column that others span [-]. */
export const RANK_ROUNDING = 1e-10

/** Share by which a column must exceed the best one to be taken before it [-], so that ties go to the first. */
export const CLEARLY_LARGER = 1e-12

/** Pivot below which a sparse factorisation fails [-]. */
export const LEAST_PIVOT = 1e-14

/** Share of the squared right-hand side at which least squares end [-]: 1e-12 of its length. */
export const ENOUGH = 1e-24

/** Sine of the angle of two directions below which no frame can be laid by them [-]. */
export const ALONG = 1e-9

/** Keeps a square root off zero [m^2]. */
export const LEAST_FREE = 1e-300
