/** Home poses in which nothing overlaps that may touch: what overlaps is pushed apart, and what has a rest position goes back to it. */
import { settled } from '../contact/mover-for'
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import { writePoses } from '../geometry/placement'
import { frameOfPose } from '../mechanism/body-poses'
import { openModel } from '../model/model'
import { readStanding } from '../model/standing'
import { fail, succeed } from '../result'
import type { Result } from '../result'

/** The document with all that overlaps pushed apart. Errors: `push-apart`, those of opening. */
export const pushedApart = (document: MechanismDocument): Result<MechanismDocument> =>
  settledHome(copyOf(document), 'Bodies cannot be pushed apart')

/**
 * Writes the home pose into a document in which everything is at rest or on what pushes it.
 * @param what cannot be done, in words
 * Errors: `push-apart`, those of opening.
 */
export function settledHome(draft: MechanismDocument, what: string): Result<MechanismDocument> {
  const opened = openModel(draft)
  if (!opened.ok) return opened
  const { mechanism, home } = opened.value
  const stood = settled(mechanism, home)
  if (!stood)
    return fail({
      code: 'push-apart',
      message: `${what}: they overlap, and nothing gives way. Bring them apart first.`,
    })
  const { poses } = readStanding(opened.value, stood)
  writePoses(draft, new Map(draft.bodies.map(({ id }, k) => [id, frameOfPose(poses, k)])))
  return succeed(draft)
}
