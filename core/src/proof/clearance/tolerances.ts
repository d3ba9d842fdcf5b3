/** Tolerances of clearance/: what each is in, and what gets worse when it is larger or smaller. */

/** What a smallest clearance may be missed by between instants [m], and as a share of it [-]. Larger: less exact. Smaller: slower. */
export const LEAST_GAIN = { length: 1e-5, share: 0.05 }

/** Share by which a distance may be too large while bodies are followed [-]; the smallest is then found exactly. Larger: more looks. Smaller: slower ones. */
export const SLACK = 0.025

/** Instants of contacts nearer than this are one [s]. */
export const SAME_TIME = 1e-9

/** Share of the speed below which bodies that meet do not close in on each other [-]. */
export const ON_CONTACT = 1e-6

/** Overlaps that are no deeper count as touching where nothing is said [m]: what chords miss of round faces, twice. */
export const USUAL_TOUCHING = 5e-5

/** Clearances beyond this are not told where nothing is said [m]. */
export const USUAL_NEAR = 0.005

/** Near bodies that glide past each other are looked at this often in a frame at least [-]. Larger: slower. Smaller: what is thin and fast may slip through a gap while something else is nearer. */
export const LOOKS_A_FRAME = 2

/** Motions that differ by no more are one [m, -]: those of two records of the same motion. Larger: small edits are missed. Smaller: everything is followed again. */
export const SAME_MOTION = 1e-8
