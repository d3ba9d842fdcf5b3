/** A spring between two picks. */
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Spring } from '../../document/format/springs'
import { freshId, slug } from '../../proposals/joining'
import type { Pick } from '../../proposals/joining'
import { datumOf } from '../pick-datum'

/** Adds it to the draft; returns its id. */
export function addSpring(
  draft: MechanismDocument,
  [from, to]: readonly [Pick, Pick],
  spring: Omit<Spring, 'id' | 'from' | 'to'>,
): string {
  const id = freshId(draft, slug(spring.name))
  const ends = { from: datumOf(draft, from), to: datumOf(draft, to) }
  draft.springs = [...(draft.springs ?? []), { id, ...ends, ...spring }]
  return id
}
