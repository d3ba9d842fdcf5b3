/** Shapes put together and replaced: several bodies become one, or a body gets another shape in place of its own. */
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Part, Placement } from '../../document/format/parts'
import { FreshIds, slug } from '../../document/ids'
import { placedFrames } from '../../geometry/datums'
import { resolvedParts, shapeOf } from '../../geometry/parts'
import { placementFrame, placementOf } from '../../geometry/placement'
import { inverse, multiply } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { removalOf } from './removal'

export interface Combined {
  readonly document: MechanismDocument
  /** What goes with it: joints between bodies that are one now. */
  readonly gone: readonly string[]
}

/**
 * Makes one body of several: parts and datums of the others move into the first one as they stand, and joints to them stay.
 * What joined these bodies to each other goes.
 * @param frames of all bodies in ground @param ids of bodies, the one that stays first
 */
export function combine(
  document: MechanismDocument,
  frames: ReadonlyMap<string, Frame>,
  ids: readonly string[],
): Combined {
  const draft = copyOf(document)
  const [first, ...others] = ids.map((id) => draft.bodies.find((body) => body.id === id)!)
  const inFirst = inverse(frames.get(first.id)!)
  for (const other of others) {
    const shift = multiply(inFirst, frames.get(other.id)!)
    const seen = (at: Placement | undefined) => placementOf(multiply(shift, placementFrame(at)))
    for (const placed of other.parts)
      first.parts.push(placed.on ? placed : { ...placed, at: seen(placed.at) })
    other.parts = []
    for (const datum of draft.datums) {
      if (datum.body !== other.id) continue
      datum.body = first.id
      // what is on a part or another datum has moved along with it
      if (!datum.feature && datum.on === undefined && !datum.between) datum.at = seen(datum.at)
    }
    if (other.grounded) first.grounded = true
  }
  const own = new Set<string | undefined>(
    draft.datums.flatMap(({ id, body }) => (body === first.id ? [id] : [])),
  )
  const inside = [
    ...draft.joints.flatMap(({ id, from, to }) => (own.has(from) && own.has(to) ? [id] : [])),
    ...(draft.mates ?? []).flatMap(({ id, a, b }) => (own.has(a.datum) && own.has(b.datum) ? [id] : [])),
  ]
  const { document: rest, hanging } = removalOf(draft, [...others.map(({ id }) => id), ...inside])
  const named = [...draft.joints, ...(draft.mates ?? [])].filter(({ id }) => inside.includes(id))
  return { document: rest, gone: [...named.map(({ name }) => name), ...hanging] }
}

/**
 * Gives a body one part in place of its parts. Datums that were on features of those stay where they are.
 * @param at where the part stands in the body
 */
export function replaceShape(
  document: MechanismDocument,
  id: string,
  part: Omit<Part, 'id'>,
  at: Placement,
): MechanismDocument {
  const draft = copyOf(document)
  const body = draft.bodies.find((one) => one.id === id)!
  const parts = resolvedParts(document.parts)
  const frames = placedFrames(body, parts, '')
  for (const datum of draft.datums) {
    if (datum.body !== id || !datum.feature) continue
    const { placed, name } = datum.feature
    const shape = parts.get(body.parts.find((one) => one.id === placed)!.part)
    if (!frames.ok || !shape) continue
    datum.at = placementOf(multiply(frames.value.get(placed)!, shapeOf(shape).datums()[name]))
    delete datum.feature
  }
  const ids = new FreshIds(draft)
  const made = { ...part, id: ids.take(slug(`${part.name}-part`)) }
  body.parts = [{ id: ids.take(`${id}-placed`), part: made.id, at }]
  const used = new Set(draft.bodies.flatMap((one) => one.parts.map((placed) => placed.part)))
  const had = new Set(document.bodies.flatMap((one) => one.parts.map((placed) => placed.part)))
  draft.parts = [...draft.parts.filter((one) => used.has(one.id) || !had.has(one.id)), made]
  return draft
}
