/** Tolerances of shots and pictures. */

/** Directions closer than this are one [rad]. Larger: a slow turn jerks. Smaller: the way between them is made of rounding. */
export const SAME_DIRECTION = 1e-6
/** Openings below this are parallel [rad]. Larger: the change is seen. Smaller: the eye goes kilometres away. */
export const SMALLEST_OPENING = 2e-3
/** Shots that overlap by less than this follow one another [s]. Larger: overlaps are not told. Smaller: rounded times overlap. */
export const OVERLAP = 1e-6
