/** The geometry of a mechanism in SI: the places of a document, and its joints and mates. It finds every fault that needs no solving. */
import type { MechanismDocument } from '../document/format/mechanism'
import type { Places } from '../geometry/places'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { resolveJoints } from './joints/resolve'
import { resolveMates } from './mates/resolve'
import type { ResolvedJoint } from './joints/resolve'
import type { ResolvedMate } from './mates/resolve'
import { resolvePlaces } from '../geometry/places'

export interface Geometry extends Places {
  /** Every joint of the document, suspended ones too. */
  readonly joints: readonly ResolvedJoint[]
  readonly mates: readonly ResolvedMate[]
}

/**
 * @param document a validated document
 * Errors: those of places, joints and mates.
 */
export function resolveGeometry(document: MechanismDocument): Result<Geometry> {
  const places = resolvePlaces(document)
  if (!places.ok) return places
  const { datums, paths } = places.value
  const joints = resolveJoints(document, places.value)
  const mates = resolveMates(document, datums, paths)
  if (joints.ok && mates.ok) return succeed({ ...places.value, joints: joints.value, mates: mates.value })
  return fail(...(joints.ok ? [] : joints.problems), ...(mates.ok ? [] : mates.problems))
}
