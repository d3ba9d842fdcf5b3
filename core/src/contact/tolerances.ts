/** Tolerances of contact/: what each is in, and what gets worse when it is larger or smaller. */

/** What the cosine between two axes may lack of 1 for outlines to touch [-]. Larger: slanting bodies touch where they do not. Smaller: rounding parts them. */
export const PARALLEL = 1e-9

/** Overlaps up to this are none, as a share of the mechanism's size [-]. Larger: bodies sink in before they push. Smaller: rounding pushes. */
export const OVERLAPS = 2e-10

/** Instants at which something begins are found to this [s]. Larger: pushes begin late. Smaller: more looks. */
export const TIGHT_INSTANT = 1e-13

/** How far a place may lie beyond the end of its stretch before a contact ends, as a share of it [-]. Larger: contact goes on beyond the edge. Smaller: rounding ends it. */
export const BEYOND = 1e-8

/** How hard a contact may pull, as what is left of a way back to rest [rad, sizes]. Larger: followers stick. Smaller: rounding parts them. */
export const PULLS = 1e-11

/** Bodies nearer to each other than this touch, for what is measured where they do [sizes]. Larger: a hair of room is none. Smaller: rounding parts them. */
export const MEASURED_AS_TOUCHING = 1e-7

/** How far from its rest position a coordinate is at rest [rad, sizes]. Larger: ways back are left out. Smaller: rounding is a way back. */
export const AT_REST = 1e-11

/** How little a coordinate may change a gap and still not give way, beside the largest [-]. Larger: wedges lock early. Smaller: rounding gives way. */
export const GIVES = 1e-9

/** How far anything goes in one step, so that nothing goes through anything [rad, sizes]. Larger: thin parts are passed. Smaller: more steps. */
export const LONGEST_TRAVEL = 0.2

/** How fast a gap may still close that another contact takes over [sizes/s]. Larger: bodies sink in. Smaller: rounding keeps both. */
export const OPENS = 1e-9

/** How near two places of one pair are one, as a share of the mechanism's size [-]. Larger: two contacts side by side are one. Smaller: one that is found anew is another. */
export const ONE_PLACE = 1e-7
