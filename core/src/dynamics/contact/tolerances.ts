/** Tolerances of contact with forces: what each is in, and what gets worse when it is larger or smaller. */

/** Bodies that part more slowly than this after a blow stay together [sizes/s]. Larger: small bounces are cut off. Smaller: more of them are followed. */
export const RESTING_SPEED = 1e-5
/** Slower than this a contact may stick [sizes/s]. Larger: slow slides pass for sticking. Smaller: rounding alone slides. */
export const STICKING_SPEED = 1e-9
/** Bodies that come together more slowly than this do so without a blow [sizes/s]. Larger: rates jump unseen. Smaller: rounding is a blow. */
export const GENTLE_SPEED = 1e-9
/** Share of the largest force by which one may pull, or friction leave its cone [-]. Larger: contacts open late. Smaller: rounding opens them. */
export const PULLS = 1e-10
/** The same where there are hardly any forces, as an acceleration [sizes/s^2]. */
export const FAINT_PULL = 1e-11
/** Gaps of closed contacts that are taken out after a step [sizes]. Larger: gaps drift. Smaller: it is done after more steps. */
export const DRIFT = 1e-12
/** Share of the largest one below which a direction moves nothing [-]. Larger: heavy bodies count as fixed. Smaller: rounding moves them. */
export const MOVES_NOTHING = 1e-13
/** Softness of contacts with which forces are shared where they are not unique, beside that of the bodies [-]. Larger: more rounds. Smaller: noise is shared. */
export const SOFTNESS = 1e-8
/** The same while it is found which contacts push and stick [-]. Larger: friction slides a hair early. Smaller: pivots get lost in rounding. */
export const SOFTNESS_OF_CHOICE = 1e-7
/** Rounds in which that softness is taken out again. */
export const HARDENING_ROUNDS = 4
/** Share of the largest acceleration beyond which a contact breaks loose for good [-]. Larger: slow slides pass for sticking. Smaller: what only shares friction slides. */
export const BREAKS_LOOSE = 1e-7
/** A contact that has opened is one as any other from this gap on [sizes]. Larger: more are watched. Smaller: bounces are missed. */
export const AWAY = 1e-6
/** Bodies nearer to each other than this at the start touch; as much overlap is taken out [sizes]. Larger: what is drawn apart touches. Smaller: what is typed with few digits falls or overlaps. */
export const TOUCHES = 1e-7
/** Bodies that meet again sooner than this after a blow do not bounce [s]. Larger: small bounces are cut off. Smaller: rattling takes ever more steps. */
export const SHORTEST_FLIGHT = 1e-5
/** So many changes of contacts within a time [s] are not told apart any more. More: rattling takes long. Fewer: bounces that could be told apart are not. */
export const CROWDED = { changes: 20, within: 5e-4 }
/** Steps where contacts are not told apart [s]. Larger: impulses come late, and friction of what turns round is coarse. Smaller: more steps. */
export const CROWDED_STEP = 1e-4
/** How long they are not told apart at first, and at most where it goes on and on [s]. Larger: what is calm again is not noticed. Smaller: it begins anew more often. */
export const CROWDED_STRETCH = 2e-3
export const LONGEST_STRETCH = 0.05
/** Steps where surfaces of triangles touch [s]. Larger: blows come late, and what turns fast is coarse. Smaller: more steps. */
export const ROUGH_STEP = 2e-4
/** The same while everything rests or goes on evenly [s]. Larger: what begins to move does so late. Smaller: what lies still takes long. */
export const EVEN_STEP = 2e-3
/** Accelerations that change more slowly than this are even [sizes/s^3]. Larger: such long steps are wrong by more, 2e-8 sizes a second here. Smaller: rounding is uneven. */
export const EVEN = 0.1
/** It goes on in such steps for so long after surfaces of triangles have touched [s]. Larger: flights are coarse. Smaller: it begins anew at each bounce. */
export const ROUGH_STRETCH = 2e-3
/** What slides more slowly there sticks by static friction [sizes/s]. Larger: slow slides take too much friction. Smaller: what sticks is let go. */
export const SLOW_SLIP = 1e-6
/** With more contacts than these, those that are not told apart are swept over instead of solved as a whole. More: work grows with their cube. Fewer: what could be exact is not. */
export const MOST_AS_A_WHOLE = 8
/** Share of the largest impulse by which a sweep may still change one [-]. Larger: bodies sink in and are pushed out. Smaller: more sweeps. */
export const SWEPT = 1e-9
/** Of more contacts than these, the share of their number by which steps are longer and changes crowd sooner [-]. Larger: coarser. Smaller: slower. */
export const CROWDING = 0.25
/** Bodies that give way rub nearly fully from this sliding speed on [m/s]. Larger: what should stick creeps. Smaller: more steps. */
export const FULL_FRICTION_SPEED = 1e-3
/** How far anything goes in a step where bodies give way, as a share of the thickness of the thinnest outline [-]. Larger: thin bodies are passed. Smaller: more steps. */
export const THIN_STEP = 0.2
/** Directions in which a flat face with many corners that lies on another one is carried. More: steps grow with the cube of it. Fewer: it tips over early, by 1 % of its size here. */
export const FLUSH_DIRECTIONS = 24
