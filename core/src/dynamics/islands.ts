/**
 * Links that move on their own: what hangs together by the tree or by rows, ground left out. Open chains are told from what has
 * loops, since they are solved in another way.
 */
import type { Equations } from '../mechanism/equations'
import { unknownsOfRow } from '../solve/structure'

/** Links that rows tie to each other, or that hang on one another. */
export interface Island {
  /** Parents before children. */
  readonly links: Int32Array
  /** Those that neither rows determine nor drivers prescribe. */
  readonly independent: Int32Array
}

export interface Islands {
  /** All links of chains without loops, parents before children. */
  readonly open: Int32Array
  readonly looped: readonly Island[]
}

/**
 * @param determined links whose coordinates the rows determine
 * @param known 1 for links that are prescribed
 */
export function islandsOf(equations: Equations, determined: Int32Array, known: Uint8Array): Islands {
  const { links, linkParent } = equations.mechanism
  const leader = Int32Array.from({ length: links }, (_, l) => l)
  const find = (l: number): number => {
    while (leader[l] !== l) l = leader[l] = leader[leader[l]]
    return l
  }
  const tie = (a: number, b: number) => {
    leader[find(a)] = find(b)
  }
  for (let link = 1; link < links; link++) if (linkParent[link] > 0) tie(link, linkParent[link])
  const nothingKnown = new Uint8Array(links)
  equations.rows.forEach((_, row) => {
    const [first, ...others] = unknownsOfRow(equations, row, nothingKnown)
    for (const other of others) tie(first, other)
  })
  const isDetermined = new Uint8Array(links)
  for (const link of determined) isDetermined[link] = 1
  const looped = new Set([...determined].map(find))
  const members = new Map<number, number[]>()
  const open: number[] = []
  for (let link = 1; link < links; link++) {
    const lead = find(link)
    if (!looped.has(lead)) open.push(link)
    else members.set(lead, [...(members.get(lead) ?? []), link])
  }
  return {
    open: Int32Array.from(open),
    looped: [...members.values()].map((mine) => ({
      links: Int32Array.from(mine),
      independent: Int32Array.from(mine.filter((link) => !isDetermined[link] && !known[link])),
    })),
  }
}
