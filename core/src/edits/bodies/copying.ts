/**
 * Copies of bodies and groups: at a distance, in a row, in a circle, mirrored. A copy brings the joints, mates and
 * relations that lie wholly inside; its bodies are never fixed to ground by themselves.
 */
import { copyOf } from '../../document/copy'
import { copyGroup } from '../../document/groups'
import type { MechanismDocument } from '../../document/format/mechanism'
import { multiply } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import type { Vector } from '../../maths/vector'
import { bodiesOf, dissolve, gather, holderOf } from './grouping'
import { moved, turnedAbout } from '../../maths/rigid-motion'
import { placementOf } from '../../geometry/placement'

export interface Copies {
  readonly document: MechanismDocument
  /** The new bodies and groups, in the order of the originals. */
  readonly ids: readonly string[]
}

/**
 * @param frames where the bodies are in ground
 * @param moves where each copy is, as a motion of ground applied to the originals
 */
export function copyTo(
  document: MechanismDocument,
  frames: ReadonlyMap<string, Frame>,
  ids: readonly string[],
  moves: readonly Frame[],
): Copies {
  let draft = copyOf(document)
  const made: string[] = []
  for (const move of moves) {
    const { document: copied, suffix } = copyOnce(draft, ids)
    for (const id of bodiesOf(document, ids)) {
      const body = copied.bodies.find((b) => b.id === `${id}-${suffix}`)!
      delete body.grounded
      body.pose = placementOf(multiply(move, frames.get(id)!))
    }
    made.push(...ids.map((id) => `${id}-${suffix}`))
    draft = copied
  }
  return { document: draft, ids: made }
}

/** Copies at even steps along a vector [m]; the original is the first of `count`. */
export const rowOf = ([x, y, z]: Vector, count: number): Frame[] =>
  Array.from({ length: count - 1 }, (_, k) => moved([(k + 1) * x, (k + 1) * y, (k + 1) * z]))

/** Copies at even steps of turn [rad] about an axis of ground; the original is the first of `count`. */
export const circleOf = (centre: Vector, axis: Vector, step: number, count: number): Frame[] =>
  Array.from({ length: count - 1 }, (_, k) => turnedAbout(centre, axis, step * (k + 1)))

/** All of one selection copied together, so that what joins its members is copied too. */
function copyOnce(
  document: MechanismDocument,
  ids: readonly string[],
): { document: MechanismDocument; suffix: string } {
  const suffix = freshSuffix(document, ids)
  const [only] = ids
  if (ids.length === 1 && document.groups?.some(({ id }) => id === only)) {
    const copied = copyGroup(document, only, suffix)
    const holder = copied.groups?.find(({ id }) => id === holderOf(document, only))
    holder?.members.push(`${only}-${suffix}`)
    return { document: copied, suffix }
  }
  const { document: gathered, group } = gather(
    { ...document, groups: document.groups ?? [] },
    ids,
    'moving',
    'copying',
  )
  const copied = copyGroup(gathered, group, suffix)
  const plain = dissolve(dissolve(copied, `${group}-${suffix}`), group)
  // the originals stay in the groups that held them
  const groups = copyOf(document.groups ?? [])
  const fresh = (plain.groups ?? []).filter(({ id }) => !groups.some((g) => g.id === id))
  return { document: { ...plain, groups: [...groups, ...fresh] }, suffix }
}

function freshSuffix(document: MechanismDocument, ids: readonly string[]): string {
  const text = JSON.stringify(document)
  for (let k = 2; ; k++) if (!ids.some((id) => text.includes(`"${id}-${k}"`))) return String(k)
}
