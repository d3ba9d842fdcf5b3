/** A spring between two picks. */
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Spring } from '../../document/format/springs'
import { freshId, slug } from '../../document/ids'
import type { DatumPick } from '../../document/picks'
import { datumOf } from '../../document/picks'

/** Adds it to the draft; returns its id. */
export function addSpring(
  draft: MechanismDocument,
  [from, to]: readonly [DatumPick, DatumPick],
  spring: Omit<Spring, 'id' | 'from' | 'to'>,
): string {
  const id = freshId(draft, slug(spring.name))
  const ends = { from: datumOf(draft, from), to: datumOf(draft, to) }
  draft.springs = [...(draft.springs ?? []), { id, ...ends, ...spring }]
  return id
}
