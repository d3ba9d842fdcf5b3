/** Where the derivatives of some rows go: for every term of theirs, the links on its path that count. */
import { unknownsOfTerm } from './row-table'
import type { RowTable } from './row-table'

export interface RowEntries {
  /** First entry of every term, and one more. */
  readonly first: Int32Array
  readonly links: Int32Array
  readonly places: Int32Array
  /** Signs of the paths times the scale of each link. */
  readonly signs: Float64Array
}

/**
 * @param known 1 for links that do not count
 * @param place where the derivative of a row, by its index, goes for a link; one after the other when left out
 */
export function rowEntries(
  table: RowTable,
  rows: ArrayLike<number>,
  known: Uint8Array,
  place?: (r: number, link: number) => number,
): RowEntries {
  const first = [0]
  const links: number[] = []
  const places: number[] = []
  const signs: number[] = []
  for (let r = 0; r < rows.length; r++) {
    for (let t = table.firstTerm[rows[r]]; t < table.firstTerm[rows[r] + 1]; t++) {
      for (const [link, sign] of unknownsOfTerm(table, t, known)) {
        places.push(place ? place(r, link) : links.length)
        links.push(link)
        signs.push(sign * table.scale[link])
      }
      first.push(links.length)
    }
  }
  return {
    first: Int32Array.from(first),
    links: Int32Array.from(links),
    places: Int32Array.from(places),
    signs: Float64Array.from(signs),
  }
}
