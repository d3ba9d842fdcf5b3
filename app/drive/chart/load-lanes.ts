/** Joints that loads act on, for the timing chart. */
import { isMovedByForces, loadsOf, loadType } from '@ligamen/core'
import type { MechanismDocument, Scenario } from '@ligamen/core'

export interface LoadedJoint {
  readonly joint: string
  readonly freedom: string | undefined
  /** All that acts along it, in a few words each. */
  readonly note: string
}

/**
 * Where loads move the scenario; with those of the whole mechanism.
 * @param driven joints that have a lane of their own
 */
export function jointsWithLoads(
  document: MechanismDocument | null,
  scenario: Scenario | null,
  driven: ReadonlySet<string | null>,
): LoadedJoint[] {
  if (!document || !scenario || !isMovedByForces(scenario)) return []
  const acting = [...loadsOf(document, scenario.id), ...loadsOf(document, null)].flatMap((load) =>
    'joint' in load && !load.suspended && !driven.has(load.joint) ? [load] : [],
  )
  return [...new Set(acting.map(({ joint }) => joint))].map((joint) => {
    const mine = acting.filter((load) => load.joint === joint)
    const note = mine.map((load) => loadType(load.kind).note(load)).join('; ')
    return { joint, freedom: mine[0]!.freedom, note }
  })
}
