/**
 * Mobility by numerical rank at a given pose, or beside it where it is singular: freedoms that remain, and rows that say
 * again what other rows say already (redundant), by joint and direction.
 *
 * mobility = coordinates - rank, redundant = rows - rank. Rank by column-pivoted QR or sparse elimination, see
 * structure.ts.
 */
import type { Mechanism } from '../mechanism/compile'
import { Equations } from '../mechanism/equations'
import type { Row } from '../mechanism/rows'
import { standingAt } from '../mechanism/state'
import type { MotionState } from '../mechanism/state'
import { choose, components } from '../solve/structure'
import { System } from '../solve/system'

export interface RedundantRow {
  readonly joint: string
  readonly direction: string
}

export interface Mobility {
  readonly mobility: number
  readonly coordinates: number
  readonly rows: number
  readonly rank: number
  /** At an assembled pose every redundant row is consistent, that is harmless. */
  readonly redundant: readonly RedundantRow[]
  /** Ids of bodies that no joint ties to ground. */
  readonly floating: readonly string[]
}

/** @param q coordinates by link at which the loops are closed */
export function analyseMobility(mechanism: Mechanism, q: Float64Array): Mobility {
  const { state, equations } = standing(mechanism, q)
  const coordinates = mechanism.links - 1
  const { rank, redundant } = rankAt(equations, state, new Uint8Array(mechanism.links))
  return {
    mobility: coordinates - rank,
    coordinates,
    rows: equations.rows.length,
    rank,
    redundant: redundant.map((row) => {
      const { owner, direction } = equations.rows[row]
      return { joint: owner.id, direction }
    }),
    floating: mechanism.floating
      .filter((body) => !isJoined(mechanism, body))
      .map((body) => mechanism.geometry.bodies[body].source.id),
  }
}

/** Whether a joint that is off the tree, for a cue to switch it, holds a body now. */
const isJoined = ({ geometry }: Mechanism, body: number): boolean =>
  geometry.joints.some(
    ({ source, from, to, idle }) => !source.suspended && !idle && (from.body === body || to.body === body),
  )

/** Rank of the rows of the mechanism, and of further ones, for the links that are not known. */
export function rankWith(
  mechanism: Mechanism,
  q: Float64Array,
  known: Uint8Array,
  further: readonly Row[] = [],
): number {
  const { state, equations } = standing(mechanism, q, further)
  return rankAt(equations, state, known).rank
}

/** Independent rows, and those that are redundant; only where rows and unknowns are left over may a pose deceive. */
function rankAt(
  equations: Equations,
  state: MotionState,
  known: Uint8Array,
): { readonly rank: number; readonly redundant: readonly number[] } {
  const choices = components(equations, known).map((component) => choose(equations, state, component, known))
  if (choices.some(({ spare, parked }) => spare.length > 0 && parked.length > 0))
    return new System(equations, state, known)
  return {
    rank: choices.reduce((sum, { rows }) => sum + rows.length, 0),
    redundant: choices.flatMap(({ spare }) => spare),
  }
}

function standing(
  mechanism: Mechanism,
  q: Float64Array,
  further: readonly Row[] = [],
): { state: MotionState; equations: Equations } {
  const state = standingAt(mechanism, q)
  const equations = new Equations(mechanism, [...mechanism.rows, ...further])
  equations.placeEveryPair(state)
  return { state, equations }
}
