/**
 * Outlines as people type them, a line each:
 * “20 mm, 5 mm” a corner; “20 mm, 5 mm, round 4 mm” or “chamfer 4 mm” one that is treated otherwise than all;
 * “20 mm, 5 mm, arc 0.4” a corner after which an arc of that bulge follows; “20 mm, 5 mm, arc through 30 mm, 9 mm” the same by a
 * point on it; “hole 9 mm, 9 mm, 6 mm” centre and diameter; “slot 9 mm, 9 mm, 30 mm, 9 mm, 6 mm” both
 * ends and width. A bare number is in millimetres.
 */
import { bulgeThrough, fail, parseQuantity, siOr, succeed } from '@ligamen/core'
import type { Part, Quantity, Result } from '@ligamen/core'

/** What of a part is drawn. */
export type Drawing = Required<Pick<Part, 'outline'>> & Pick<Part, 'arcs' | 'corners' | 'holes'>

export function drawingText({ outline, arcs = [], corners = [], holes = [] }: Drawing): string {
  const treated = new Map(
    corners.map(({ at, size, chamfer }) => [at, `, ${chamfer ? 'chamfer' : 'round'} ${size}`]),
  )
  const bulges = new Map(arcs.map(({ from, bulge }) => [from, bulge]))
  return [
    ...outline.map(
      ([x, y], k) => `${x}, ${y}${treated.get(k) ?? ''}${bulges.has(k) ? `, arc ${bulges.get(k)}` : ''}`,
    ),
    ...holes.map(({ x, y, toX, toY, diameter }) =>
      toX === undefined || toY === undefined
        ? `hole ${x}, ${y}, ${diameter}`
        : `slot ${x}, ${y}, ${toX}, ${toY}, ${diameter}`,
    ),
  ].join('\n')
}

/** Error: `outline-text`, with the line that cannot be read. */
export function readDrawing(text: string): Result<Drawing> {
  const drawing: Drawing = { outline: [] }
  const through: { from: number; middle: [Quantity, Quantity] }[] = []
  const lines = text.split('\n').filter((line) => line.trim() !== '')
  for (const [k, line] of lines.entries()) {
    const fault = (message: string) => fail({ code: 'outline-text', message: `Line ${k + 1}: ${message}` })
    const [word = ''] = /^\s*(hole|slot)\b/i.exec(line) ?? []
    const cells = line
      .slice(word.length)
      .split(/[,;\t]/)
      .map((cell) => cell.trim())
    const kind = word.trim().toLowerCase()
    if (kind !== '') {
      const lengths = lengthsOf(cells)
      if (!lengths || lengths.length !== (kind === 'hole' ? 3 : 5))
        return fault(
          kind === 'hole'
            ? 'a hole is its centre and diameter, as in “hole 9 mm, 9 mm, 6 mm”.'
            : 'a slot is both ends and its width, as in “slot 9 mm, 9 mm, 30 mm, 9 mm, 6 mm”.',
        )
      const [x, y, a, b, width] = lengths as [Quantity, Quantity, Quantity, Quantity, Quantity]
      const hole = kind === 'hole' ? { x, y, diameter: a } : { x, y, toX: a, toY: b, diameter: width }
      drawing.holes = [...(drawing.holes ?? []), hole]
      continue
    }
    const point = lengthsOf(cells.slice(0, 2))
    if (point?.length !== 2) return fault('a corner is two lengths, as in “20 mm, 5 mm”.')
    const from = drawing.outline.length
    drawing.outline.push(point as [Quantity, Quantity])
    const [, way = '', size = ''] = /^(round|chamfer)\s+(.*)$/i.exec(cells[2] ?? '') ?? []
    if (way !== '') {
      const corner = lengthsOf([size])
      if (!corner || cells.length > 3 || siOr(corner[0]!, 'length') < 0)
        return fault('a corner of its own is a radius or a length, as in “20 mm, 5 mm, round 4 mm”.')
      const chamfer = way.toLowerCase() === 'chamfer'
      const own = { at: from, size: corner[0]!, ...(chamfer ? { chamfer } : {}) }
      drawing.corners = [...(drawing.corners ?? []), own]
      continue
    }
    if (cells.length === 2) continue
    const [, by = '', rest = ''] = /^arc\s+(through\s+)?(.*)$/i.exec(cells[2]!) ?? []
    const middle = by === '' ? null : lengthsOf([rest, ...cells.slice(3)])
    const bulge = by === '' && cells.length === 3 ? Number(rest.replace('−', '-')) : Number.NaN
    if (middle?.length === 2) through.push({ from, middle: middle as [Quantity, Quantity] })
    else if (rest !== '' && Number.isFinite(bulge) && bulge !== 0)
      drawing.arcs = [...(drawing.arcs ?? []), { from, bulge }]
    else
      return fault(
        'an arc is a bulge, as in “20 mm, 5 mm, arc 0.4”, or a point, as in “arc through 30 mm, 9 mm”.',
      )
  }
  if (drawing.outline.length < 3)
    return fail({ code: 'outline-text', message: 'An outline needs three points or more.' })
  return withArcsThrough(drawing, through)
}

/** The bulges of arcs that were given by a point on them. */
function withArcsThrough(
  drawing: Drawing,
  through: readonly { from: number; middle: [Quantity, Quantity] }[],
): Result<Drawing> {
  const { outline } = drawing
  const si = (point: readonly [Quantity, Quantity]) =>
    point.map((length) => siOr(length, 'length')) as [number, number]
  const found = through.map(({ from, middle }) => ({
    from,
    bulge: bulgeThrough(si(outline[from]!), si(middle), si(outline[(from + 1) % outline.length]!)),
  }))
  const straight = found.find(({ bulge }) => bulge === null)
  if (straight)
    return fail({
      code: 'outline-text',
      message: `The arc after point ${straight.from + 1} goes through a point on the straight line; take one beside it.`,
    })
  const arcs = [
    ...(drawing.arcs ?? []),
    ...found.map(({ from, bulge }) => ({ from, bulge: Number(bulge!.toFixed(9)) })),
  ].sort((a, b) => a.from - b.from)
  return succeed(arcs.length > 0 ? { ...drawing, arcs } : drawing)
}

/** Lengths with their unit; null where one cannot be read. */
function lengthsOf(cells: readonly string[]): Quantity[] | null {
  const lengths = cells.map((cell) => (/^[-+−]?[\d.]+$/.test(cell) ? `${cell.replace('−', '-')} mm` : cell))
  return lengths.every((length) => parseQuantity(length, 'length').ok) ? lengths : null
}
