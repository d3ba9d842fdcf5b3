/** Which number of a part is which: the part as it is, and as it would be with one of its dimensions larger. */
import { joined, parseQuantity, resolvePart, shapeOf } from '@ligamen/core'
import type { Part, Quantity, ShapeType } from '@ligamen/core'
import { sketchLines } from './sketch-lines'

/** Chords of a circle in the sketch. */
const CHORDS = 28
/** By how much the dimension is larger, tried one after the other until the part holds. */
const CHANGES = [1.35, 1.15, 0.7, 0.85]

type Sized = Omit<Part, 'id' | 'name' | 'colour'>
type Lines = [number, number][]

/** The part as it is; null while its numbers contradict each other. */
export function sketchOf(part: Sized): Lines | null {
  const resolved = resolvePart({ ...part, id: 'sketch', name: 'sketch', colour: '#888888' }, '')
  return resolved.ok ? sketchLines(joined(shapeOf(resolved.value).solids(CHORDS))) : null
}

/** The part with the dimension changed; null where no change holds. */
export function changedSketch(part: Sized, shape: ShapeType, name: string): Lines | null {
  const spec = shape.dimensions[name]
  if (!spec) return null
  const isCount = spec.dimension === 'count'
  const dimension = isCount ? 'number' : (spec.dimension ?? 'length')
  const read = parseQuantity(part.dimensions[name] ?? spec.usual, dimension)
  if (!read.ok) return null
  // a number that is nothing yet is shown as it usually is when it is something
  const from = read.value === 0 ? (dimension === 'length' ? 0.004 : 1) : read.value
  for (const change of CHANGES) {
    const value: Quantity = isCount ? String(Math.max(1, Math.round(from * change))) : from * change
    const lines = sketchOf({ ...part, dimensions: { ...part.dimensions, [name]: value } })
    if (lines) return lines
  }
  return null
}
