/** Links on which both ends of rows ride while the unknowns of these rest. */
import type { Equations } from '../mechanism/equations'

/**
 * Two links a row; null where a row is no single primitive, or where other unknowns move between.
 * @param others 1 for links that are not the unknowns
 */
export function basesOf(equations: Equations, rows: Int32Array, others: Uint8Array): Int32Array | null {
  const { linkParent } = equations.mechanism
  const bases: number[] = []
  for (const row of rows) {
    const ends = equations.linksOf(row)
    if (!ends) return null
    for (const end of ends) {
      let base = end
      while (base > 0 && !others[base]) base = linkParent[base]
      for (let l = base; l > 0; l = linkParent[l]) if (!others[l]) return null
      bases.push(base)
    }
  }
  return Int32Array.from(bases)
}
