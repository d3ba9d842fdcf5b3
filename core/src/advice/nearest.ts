/** How far a dimension can go: the value nearest to a refused one with which the mechanism still assembles. */
import type { MechanismDocument } from '../document/format/mechanism'
import { compile } from '../mechanism/compile'
import { assembleHome } from '../motion/run'
import { parseQuantity } from '../units/quantity'

/** Halvings of the interval between the good and the refused value. */
const HALVINGS = 20

/**
 * Bisects between the value in `good` and the one in `refused`, two documents that differ in one dimension only.
 * Returns the last value found to assemble [m] and whether it is a longest or a shortest one, or null when the
 * dimension is no length in both.
 */
export function nearestDimension(
  good: MechanismDocument,
  refused: MechanismDocument,
  part: number,
  dimension: string,
): { length: number; bound: 'longest' | 'shortest' } | null {
  const from = parseQuantity(good.parts[part].dimensions[dimension], 'length')
  const to = parseQuantity(refused.parts[part].dimensions[dimension], 'length')
  if (!from.ok || !to.ok) return null
  let closes = from.value
  let opens = to.value
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (closes + opens) / 2
    if (assembles(good, part, dimension, middle)) closes = middle
    else opens = middle
  }
  return { length: closes, bound: to.value > from.value ? 'longest' : 'shortest' }
}

function assembles(document: MechanismDocument, part: number, dimension: string, length: number): boolean {
  const parts = document.parts.map((p, i) =>
    i === part ? { ...p, dimensions: { ...p.dimensions, [dimension]: length } } : p,
  )
  const compiled = compile({ ...document, parts })
  return compiled.ok && assembleHome(compiled.value, []).ok
}
