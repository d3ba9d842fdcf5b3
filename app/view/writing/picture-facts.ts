/** What a document says of the things that are written about: their names, and the datums at which they are. */
import { entriesOf, nameOfEntry } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import type { Writing } from './written'

/** Length of the axis of a joint [m], where nothing says how large the mechanism is. */
const AXIS = 0.08

export function pictureFacts(
  document: MechanismDocument,
): Pick<Writing, 'nameOf' | 'datumOfProbe' | 'datumOfJoint' | 'axisLength'> {
  const probes = new Map(document.probes.map(({ id, datum }) => [id, datum]))
  const joints = new Map(document.joints.map(({ id, from }) => [id, from]))
  const entries = entriesOf(document)
  return {
    nameOf: (id) => nameOfEntry(entries, id),
    datumOfProbe: (probe) => probes.get(probe),
    datumOfJoint: (joint) => joints.get(joint),
    axisLength: AXIS,
  }
}
