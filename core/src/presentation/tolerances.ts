/** Tolerances of shots and pictures. */

/** Directions closer than this are one [rad]. Larger: a slow turn jerks. Smaller: the way between them is made of rounding. */
export const SAME_DIRECTION = 1e-6
/** Openings below this are parallel [rad]. Larger: the change is seen. Smaller: the eye goes kilometres away. */
export const SMALLEST_OPENING = 2e-3
/** Shots that overlap by less than this follow one another [s]. Larger: overlaps are not told. Smaller: rounded times overlap. */
export const OVERLAP = 1e-6

/**
 * How far behind a face a line of a drawing still counts as on it [pixels]. Larger: lines shine through thin parts. Smaller: creases are
 * broken by the faces beside them.
 */
export const BEHIND = 1.5

/** As a share of the distance to the target, how near to the eye things are drawn [-]. Smaller: what is beside the eye fills the picture. */
export const NEAREST = 0.05
