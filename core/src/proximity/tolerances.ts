/** Tolerances of proximity/: what each is in, and what gets worse when it is larger or smaller. */

/** Bodies nearer than this touch [m]. Larger: what passes closely is told as touching. Smaller: rounding decides. */
export const TOUCHES = 1e-9

/** How near to the border of a triangle a ray may pass, as a share of it [-]. Larger: more rays. Smaller: rays slip between triangles. */
export const ON_BORDER = 1e-9

/** Share of the largest below which a pivot or an area is zero [-]. */
export const NO_AREA = 1e-14

/** What the cosine of the angle between neighbours in one plane may lack of 1 [-]. Larger: surfaces are moved. Smaller: slanting faces keep their slivers. */
export const COPLANAR = 1e-10

/** How far a point may lie beside a side, as a share of it, and a direction beside a normal, and still lie on it [-]. */
export const SAME_FEATURE = 1e-7

/** How finely distances are told apart where some slack is given [m]. Larger: small clearances are less exact on the way. Smaller: teeth in mesh take long. */
export const FINE = 4e-6

/** Turns between two pieces of an outline that are none [rad]. Larger: blunt corners are taken for smooth. Smaller: rounding makes corners. */
export const SMOOTH = 1e-7

/** Turns of a normal along a piece that is straight [rad]. Larger: flat arcs are taken for straight. Smaller: rounding bends straight ones. */
export const FLAT = 1e-9

/** A last step of Newton's method on the places of a touch, as a share of their stretches [-]. Larger: gaps are less exact. Smaller: another step each time. */
export const SETTLED = 1e-8

/** How far a place may lie beyond the end of its stretch, as a share of it [-]. Larger: places go on too late. Smaller: rounding sends them to and fro. */
export const ON_END = 1e-10

/** How near two places are one, as a share of the outlines [-]. Larger: two contacts side by side are one. Smaller: one at the end of two stretches is two. */
export const SAME_PLACE = 1e-9
