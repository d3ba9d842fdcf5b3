/** Tolerances of solve/: what each is in, and what gets worse when it is larger or smaller. Lengths in sizes are divided by the mechanism's size. */

/**
 * Largest scaled residual of a row that counts as closed [-]. Larger: visible gaps at joints. Smaller: long chains never
 * close, since rounding alone leaves about 1e-11.
 */
export const CLOSED = 1e-10

/**
 * Scaled residual below which Newton looks whether it is done [-]. Larger: velocities disagree with positions. Smaller: one
 * iteration more in most frames, for digits that rounding hides.
 */
export const TIGHT = 1e-12

/**
 * Correction that is left undone [rad, sizes]. Larger: near a poor pose a residual of 1e-12 hides an error of 1e-9.
 * Smaller: an iteration without gain.
 */
export const NEGLIGIBLE_STEP = 1e-11

/** Newton step whose square rounding hides [rad, sizes]. Larger: the error left is its square. Smaller: an iteration more. */
export const SMALL_STEP = 1e-7

/**
 * Residual that rounding may leave in long chains, and in angles that have counted ten thousands of turns [-]. Larger:
 * gaps. Smaller: such motions stop without a cause.
 */
export const ROUNDING = 1e-10

/**
 * Correction beyond the prediction that asks for a shorter time step [rad, sizes]. Larger: the branch may be left
 * unseen. Smaller: steps are halved for nothing.
 */
export const LARGEST_CORRECTION = 0.2

/**
 * Share of its leverage at first that a single row keeps at least; with less another row is chosen [-]. Larger: rows are
 * chosen anew too often. Smaller: the row grows useless before it is replaced.
 */
export const WEAK = 0.1

/**
 * Pivot ratio below which a position counts as singular [-]. Larger: motions stop before their dead point. Smaller: rates
 * are read off noise.
 */
export const NEAR_SINGULAR = 1e-6

/** Regularity that a block is measured by at least [-]. Larger: weak ones count as near singular. Smaller: noise is a measure. */
export const LEAST_REGULARITY = 0.05

/**
 * Share of its best regularity below which a block looks for a bridge [-]. Larger: bridges are long, and polynomials leave
 * the motion. Smaller: rates at their ends lose digits.
 */
export const BRIDGE_BELOW = 0.02

/** Share of its best regularity below which no bridge ends [-]. */
export const BRIDGE_END = 0.01

/** Residual that a bridge may leave on its way [-]; as CLOSED. */
export const BRIDGE_GAP = 1e-10

/** Pivot ratio below which rows are chosen anew [-]. Larger: choices are renewed too often. Smaller: rates lose digits. */
export const POOR_ROWS = 1e-3

/** The same for other unknowns, where some are parked that could take their place [-]. */
export const POOR_UNKNOWNS = 0.1

/**
 * Sum of squared scaled residuals at which assembling ends [-]: 1e-14 each. Larger: the start of a motion is not closed.
 * Smaller: iterations below rounding.
 */
export const SOLVED_COST = 1e-28

/** Share of the cost by which a step must lower it [-]. Larger: assembling gives up early. Smaller: it goes on for nothing. */
export const NO_GAIN = 1e-13

/** Damping with which assembling starts [-]; within a factor of a thousand it changes only the number of steps. */
export const FIRST_DAMPING = 1e-3

/** Damping is not lowered below this [-]: smaller ones are lost in rounding. */
export const LEAST_ASSEMBLY_DAMPING = 1e-13

/** Damping at which assembling gives up [-]: steps are smaller than rounding. */
export const MOST_DAMPING = 1e12

/** Gap to the target below which a dragged point has arrived [sizes]. Larger: it stops short. Smaller: steps for nothing. */
export const NEAR = 1e-9

/** Longest step of a drag [rad, sizes]. Larger: the branch may be left. Smaller: fast drags lag behind. */
export const LONGEST_STEP = 0.25

/** Damping with which a drag starts [-]; it adapts. */
export const FIRST_DRAG_DAMPING = 1e-6

/** Least damping of a drag [-]. Larger: it creeps. Smaller: it jitters near singular poses. */
export const LEAST_DAMPING = 1e-9

/** Share of the gap that a step must gain, or the drag has come as far as it can [-]. */
export const SLOW_GAIN = 1e-7

/** Nearer to a limit than this is at the limit [rad, sizes]. Larger: joints stick early. Smaller: they tremble at limits. */
export const AT_LIMIT = 1e-9

/** Gain per unit that counts as pushing against a limit [-]. Larger: a slow push goes through. Smaller: rounding pushes. */
export const PUSHES = 1e-12

/** Length of a projected direction that counts as none [-]. */
export const NO_FREEDOM = 1e-9

/** Share of a step below which it is given up [-]. */
export const LEAST_SHARE = 1e-6

/** Share by which a step stays short of a limit, so that rounding does not carry it over [-]. */
export const BEFORE_LIMIT = 1e-12

/** Square term of a quadratic below which it is a line, as share of the linear term [-]: its other root is out of reach. */
export const FLAT_CURVATURE = 1e-3

/** Share by which the slopes of two ways differ at least [-]. Larger: narrow crossings go unseen. Smaller: noise is a way. */
export const LEAST_PARTING = 1e-3

/** Share by which slopes may change along a short bridge [-]. */
export const JOINS = 0.3

/**
 * Second derivative with which a row opens that seems redundant, for rates of 1 [-]. Larger: singular positions pass for
 * redundancy. Smaller: rounding makes redundancy doubtful, which costs an assembly.
 */
export const OPENS = 1e-6

/** Part of the demanded rates that no rates of the unknowns meet [-]: above it the position is a dead point. */
export const UNREACHABLE = 1e-6
