/** Parts as the kit makes them, with other dimensions where given. */
import { resolvePart, shapeType } from '../../src'
import type { Part, ResolvedPart } from '../../src'

/** A part of a kind as the kit makes it, with other dimensions where given. */
export function kitPart(
  kind: string,
  dimensions: Record<string, string | number> = {},
  more: Partial<Part> = {},
): Part {
  const shape = shapeType(kind)!
  const usual = Object.fromEntries(Object.entries(shape.dimensions).map(([name, d]) => [name, d.usual]))
  const outline = shape.outline?.map(([x, y]): [string, string] => [`${x} mm`, `${y} mm`])
  const part = {
    id: 'part',
    name: 'Part',
    shape: kind,
    dimensions: { ...usual, ...dimensions },
    colour: '#888888',
  }
  return { ...part, ...(outline ? { outline } : {}), ...more }
}

export function resolved(part: Part): ResolvedPart {
  const result = resolvePart(part, '')
  if (!result.ok) throw new Error(result.problems[0].message)
  return result.value
}
