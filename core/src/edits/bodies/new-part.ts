/** Parts of the kit as new bodies, and other dimensions for those that are there already. */
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Part, Placement } from '../../document/format/parts'
import { shapeType } from '../../shapes/registry'
import { freshId, slug } from '../../document/ids'

/** A part of a kind with its usual dimensions, on nothing yet. Undefined for an unknown kind. */
export function usualPart(kind: string): Omit<Part, 'id'> | undefined {
  const shape = shapeType(kind)
  if (!shape) return undefined
  const dimensions = Object.fromEntries(
    Object.entries(shape.dimensions).map(([name, { usual }]) => [name, usual]),
  )
  const outline = shape.outline?.map(([x, y]): [string, string] => [`${x} mm`, `${y} mm`])
  return {
    name: shape.noun,
    shape: kind,
    dimensions,
    ...(outline ? { outline } : {}),
    colour: '#8fa3ad',
  }
}

export interface NewBody {
  readonly document: MechanismDocument
  readonly body: string
}

/** The document with a part standing as a body of its own; the first body is fixed to ground. */
export function addPart(document: MechanismDocument, part: Omit<Part, 'id'>, pose: Placement): NewBody {
  const draft = copyOf(document)
  const id = freshId(draft, slug(part.name))
  draft.bodies.push({
    id,
    name: part.name,
    ...(draft.bodies.some(({ grounded }) => grounded) ? {} : { grounded: true }),
    parts: [],
    pose,
  })
  const partId = freshId(draft, `${id}-part`)
  draft.parts.push({ id: partId, ...copyOf(part) })
  const placed = freshId(draft, `${id}-placed`)
  draft.bodies[draft.bodies.length - 1].parts.push({ id: placed, part: partId })
  return { document: draft, body: id }
}
