/** Bodies moved and turned by exact amounts, as motions of ground that are applied to where they are. */
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import { withTheirGroups } from '../../document/groups'
import { multiply } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { writePoses } from '../../geometry/placement'

/** @param frames where all bodies are in ground; what is joined to others finds its place anew */
export function moveBodies(
  document: MechanismDocument,
  frames: ReadonlyMap<string, Frame>,
  ids: readonly string[],
  motion: Frame,
): MechanismDocument {
  const draft = copyOf(document)
  const there = new Map(frames)
  for (const id of withTheirGroups(document, ids)) {
    const frame = frames.get(id)
    if (frame) there.set(id, multiply(motion, frame))
  }
  writePoses(draft, there)
  return draft
}
