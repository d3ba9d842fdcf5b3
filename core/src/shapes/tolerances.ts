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
 * Share of the radius by which a corner may miss the fitted cylinder or circle [-]. Larger: cones and free forms are offered
 * as cylinders, with diameters that they do not have. Smaller: coarse files lose their cylinders.
 */
export const FITS = 1e-4

/**
 * Share of its size by which corners of a face from a kernel may miss its plane [-]. Larger: curved faces pass for flat ones.
 * Smaller: files with few digits lose their faces.
 */
export const FITS_FACE = 1e-5

/**
 * Standard error of a cylinder's radius, as share of it, that a face from a kernel may leave [-]: a fifth of what is shown as
 * exact. Larger: short arcs give diameters that they do not have. Smaller: files with wide tolerances lose their cylinders.
 */
export const RADIUS_KNOWN = 2e-7

/** The same for cylinders recognised in bare triangles, whose corners have seven digits at best [-]. */
export const RADIUS_SEEN = 1e-4

/** Faces whose surfaces differ by less than this share of the radius or size are one [-]. */
export const SAME_SURFACE = 1e-5

/**
 * A round face reaches over at least this angle [rad]. Larger: shallow segments are no cylinders. Smaller: what is nearly flat
 * gets an axis far away.
 */
export const LEAST_ARC = 0.05

/**
 * Cosine of normal and axis below which a triangle lies along a cylinder [-]. Larger: pieces of rings and domes pass for
 * cylinders. Smaller: cylinders broken into slanting triangles are not seen.
 */
export const ALONG_SURFACE = 0.02

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

/** What the cosine between a direction and a side of a part may differ from 1 or 0 [-]. Larger: slanting parts are seen from the side. Smaller: rounding hides sides. */
export const ALONG_SIDE = 1e-9

/** Share of the outline's size below which corners are one, and areas nothing [-]. */
export const CORNER = 1e-9
