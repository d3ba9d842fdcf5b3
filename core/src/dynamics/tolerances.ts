/** Tolerances of forces and free motion. */

/** Error of coordinates and rates of a step, relative [-]. Larger: energy drifts. Smaller: more steps, no gain below 1e-13. */
export const RELATIVE_ERROR = 1e-10
/** The same where a coordinate passes zero [rad, sizes]. Larger: slow motions are lost in it. Smaller: more steps near zero. */
export const ABSOLUTE_ERROR = 1e-12
/** The same of rates [rad/s, sizes/s]. */
export const ABSOLUTE_RATE_ERROR = 1e-11
/** Farthest that what belongs to a loop goes in one step [rad, sizes]. Longer: another branch may be met by chance. */
export const LONGEST_TRAVEL = 1
/** The same where values between steps are looked for. Longer: a short passing may be missed. */
export const LONGEST_WATCHED_TRAVEL = 0.5
/** Slower than this after a blow, it rests [rad/s, sizes/s]. Larger: small bounces are cut off. Smaller: more of them are followed. */
export const RESTING_RATE = 1e-6
/** Slower than this nothing slides against its friction [rad/s, sizes/s]. Larger: slow slides pass for stands. Smaller: rounding alone slides. */
export const LEAST_SLIDING_RATE = 1e-12
/** Relative change of friction with which it has been found together with the forces it depends on [-]. Larger: power does not balance. */
export const SETTLED_FRICTION = 1e-13
/** Nearer to a limit than this it touches [rad, sizes]. Larger: it floats above. Smaller: rounding alone is beyond. */
export const TOUCHING_LIMIT = 1e-11
/** How closely the instant of something sudden is found [s]. */
export const TIGHT_INSTANT = 1e-12
/** Share of the largest part of bracing below which a component has no part in it [-]. Larger: shared forces pass for unique. */
export const BRACED = 1e-7
/** Share of the largest reaction below which a component carries nothing [-]. Larger: small shares are not told. Smaller: rounding alone is told. */
export const CARRIED = 1e-9
/** Slower than this share of free fall it is at rest [-]. Larger: it stands beside its rest. Smaller: rounding alone moves it. */
export const AT_REST = 1e-11
/** Shorter than this no step from rest to rest is tried before it counts as a snap [s]. Larger: quick turns pass for snaps. Smaller: more tries. */
export const SHORTEST_REST_STEP = 1e-6
/** How closely the instant is found at which friction lets go, from rest to rest [s]. Larger: where it slips to depends on the steps. */
export const RELEASE_INSTANT = 1e-9
/** Length of the step after a slip [s]; it grows again. Larger: more tries where another slip follows. Smaller: more steps. */
export const FIRST_AFTER_SLIP = 1e-3
/** From this share of free fall on Newton's method is tried [-]. Larger: it is tried in vain. Smaller: more rounds before it. */
export const RELAXED_ENOUGH = 0.3
/** Relative error of a step on the way to rest [-]: only where it ends counts. */
export const RELAXING_ACCURACY = 1e-5
/** Share of the largest moment of inertia by which typed ones may be beyond what a body can have [-]: they are typed with few digits. */
export const IMPOSSIBLE_MOMENT = 1e-3
/** A spring shorter than this share of the mechanism's size has no direction [-]. Larger: short springs are warned of. Smaller: rounding points somewhere. */
export const NO_SPRING_LENGTH = 1e-9
/** Steps to its end beyond which a free motion is given up. Larger: one that cannot be resolved keeps the machine busy. Smaller: long runs are cut off. */
export const MOST_STEPS = 5_000_000
/** How often that is looked at. Larger: it is told later. Smaller: a short stretch of quick events passes for all of it. */
export const STEPS_BETWEEN_LOOKS = 20_000
/** Cosine of the second of three turns below which they tell the attitude of a body too poorly for smooth steps [-]. Larger: more is stepped evenly. Smaller: smooth steps get ever shorter. */
export const NEAR_POLE = 0.1
