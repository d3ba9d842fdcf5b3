/** The datums that a mechanism offers by name, as picks: those made for their own sake, and those of its parts. */
import { datumsOn, multiply, parseQuantity, placedFrames, resolvedParts, shapeOf } from '@ligamen/core'
import type { Body, DatumPick, Frame, MechanismDocument, Part } from '@ligamen/core'

export interface NamedDatum {
  readonly pick: DatumPick
  /** On the body. */
  readonly frame: Frame
  readonly words: string
  /** Of what is round there [m]. */
  readonly radius?: number
}

/** Shapes of the parts of a body by id; those without a valid shape are left out. */
export const shapesOn = ({ parts }: MechanismDocument, body: Body) =>
  resolvedParts(parts.filter(({ id }) => body.parts.some(({ part }) => part === id)))

/** The radius of a part that has one diameter. */
function radiusOf({ dimensions }: Part): { readonly radius?: number } {
  const { diameter } = dimensions
  const read = diameter === undefined ? null : parseQuantity(diameter, 'length')
  return read?.ok ? { radius: read.value / 2 } : {}
}

/** Datums of a body, those made for their own sake first. */
export const namedDatumsOf = (document: MechanismDocument, body: Body): NamedDatum[] => [
  ...ownDatumsOf(document, body),
  ...offeredDatums(document, body),
]

/** Datums of a body that were made for their own sake. */
function ownDatumsOf(document: MechanismDocument, body: Body): NamedDatum[] {
  const own = document.datums.filter((datum) => datum.own && datum.body === body.id)
  const frames = own.length > 0 ? datumsOn(document, body.id) : null
  if (!frames?.ok) return []
  return own.map(({ id, name }) => ({
    pick: { name, body: body.id, on: id },
    frame: frames.value.get(id)!,
    words: `${name} of ${body.name}`,
  }))
}

/** Datums that the parts of a body offer. */
function offeredDatums(document: MechanismDocument, body: Body): NamedDatum[] {
  const parts = shapesOn(document, body)
  const frames = placedFrames(body, parts, '')
  if (!frames.ok) return []
  const several = body.parts.length > 1
  // a part that is called like its body needs no second name
  return body.parts.flatMap((placed) => {
    const part = parts.get(placed.part)
    if (!part) return []
    const source = document.parts.find(({ id }) => id === placed.part)!
    const where = several && source.name !== body.name ? `${source.name} of ${body.name}` : body.name
    return Object.entries(shapeOf(part).datums()).map(([name, frame]) => ({
      pick: { name, body: body.id, feature: { placed: placed.id, name } },
      frame: multiply(frames.value.get(placed.id)!, frame),
      words: `${name} of ${where}`,
      ...radiusOf(source),
    }))
  })
}
