/** Tolerances of shapes/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/** Angle of triangles that belong to one face [rad]. Larger: round faces become flat. Smaller: flat faces break up. */
export const FLAT = 0.002

/** Share of the radius by which points of a round face may miss it [-]. */
export const ON_RADIUS = 0.004

/** Corners nearer than this share of the largest coordinate are one [-]. */
export const GRAIN = 1e-6

/** And never nearer than this [m]. */
export const LEAST_GRAIN = 1e-12

/** Corners of features nearer than this share of the largest coordinate are one [-]. */
export const WELD = 1e-5

/** A mesh smaller than this counts as this large [m]. */
export const LEAST_SIZE = 1e-9

/**
 * Share of the radius by which a corner may miss the fitted cylinder [-]. Larger: cones and free forms are offered as
 * cylinders, with diameters that they do not have. Smaller: coarse files lose their cylinders.
 */
export const FITS = 1e-4

/** Cosine below which a triangle lies along a cylinder rather than across it [-]. */
export const ALONG_SURFACE = 0.3

/** A direction this near to an axis is the axis [-]. */
export const ALONG_AXIS = 1e-5

/** Squared sine below which three points lie on a line [-]. */
export const COLLINEAR = 1e-12

/** Newton step at which the inverse involute is found [rad]. */
export const INVOLUTE = 1e-15

/** Modules and pressure angles that differ by less fit each other [-, rad]. */
export const SAME_TEETH = 1e-9

/** Half angle by which a point must lie outside the tooth to count [rad]. */
export const ON_FLANK = 1e-12

/** A programme may exceed a full turn by this [rad]. */
export const FULL_TURN = 1e-9

/** Share of the outline's size below which corners are one, and areas nothing [-]. */
export const CORNER = 1e-9
