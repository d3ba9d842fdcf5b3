/** Tolerances of analysis/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** Slip at the pitch point, per unit of size, below which wheels roll [1/s]. Larger: wrong ratios pass. Smaller: rounding slips. */
export const ROLLING = 1e-9

/** Values that differ by less agree [rad, sizes]. Larger: poses that contradict pass. Smaller: typed poses are refused. */
export const AGREES = 1e-8

/**
 * Beyond a limit by less than this is at the limit [rad, sizes]. Larger: limits give. Smaller: a motion that ends at its
 * limit is told to pass it.
 */
export const TOUCHING = 1e-9

/**
 * Rate, beside rates near 1, that counts as staying still [rad/s, sizes/s]. Larger: slow followers are told as parked.
 * Smaller: rounding moves.
 */
export const STILL = 1e-9

/** Rate by which one free motion moves a body more than another one [rad/s, m/s]; with less the first one stays. */
export const STRONGER = 1e-9

/** A passing is sought to this [s]. Larger: what waits for it starts late. Smaller: searching below rounding. */
export const INSTANT = 1e-12

/** Nearer to a value than this is at it [rad, sizes]. Larger: instants are early. Smaller: rounding passes twice. */
export const ON_VALUE = 1e-13

/** Rate below which a value rests, or turns round [rad/s, sizes/s]. */
export const RESTS = 1e-6

/** A turn this near to a value is sought on the motion itself [rad, sizes]; the quintic is nearer than that. */
export const TURN_NEAR = 1e-3

/** A range that goes less far than this from where it is counts as this far [rad, m]; only its pace depends on it. */
export const SAME_VALUE = 1e-9
