/**
 * The structure of a mechanism with some coordinates known: independent components, in each a well-conditioned choice of
 * rows and unknowns, and all that was chosen split into the smallest blocks that can be solved one after the other.
 *
 * Components are found by union over the unknowns of every row; known (driven) links do not tie rows together. Within a
 * component the choice is made by rank (column-pivoted QR for small ones, sparse elimination for large ones). The
 * blocks are the strong components of the graph in which a row needs the unknowns it holds and those it depends on.
 * Source: Duff, Erisman & Reid, Direct Methods for Sparse Matrices, chapter 6 (block triangular form).
 */
import { strongComponents } from '../maths/components'
import { eliminate } from '../maths/elimination'
import { matchRows } from '../maths/matching'
import { columnRank } from '../maths/rank'
import { rowEntries } from '../mechanism/row-entries'
import { isLinearRow, unknownsOfTerm } from '../mechanism/row-table'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'

/** Rows that share unknowns, and those unknowns (links). */
export interface Component {
  readonly rows: readonly number[]
  readonly unknowns: readonly number[]
}

/** A square part of the chosen system: as many rows as unknowns, both by index into the mechanism. */
export interface BlockPlan {
  readonly rows: readonly number[]
  readonly unknowns: readonly number[]
}

export interface Choice {
  /** Independent rows, and as many unknowns that they determine. */
  readonly rows: readonly number[]
  readonly unknowns: readonly number[]
  /** Rows that the chosen ones should imply. */
  readonly spare: readonly number[]
  /** Unknowns that no row determines. */
  readonly parked: readonly number[]
}

/** Larger components are chosen by sparse elimination. */
const DENSE_UNKNOWNS = 64

/** @param known one entry a link: 1 when its coordinate is prescribed */
export function components(equations: Equations, known: Uint8Array): Component[] {
  const { rows } = equations
  const leader = Int32Array.from(rows, (_, r) => r)
  const find = (r: number): number => {
    while (leader[r] !== r) r = leader[r] = leader[leader[r]]
    return r
  }
  const claimed = new Map<number, number>()
  const owned = new Map<string, number>()
  for (let r = 0; r < rows.length; r++) {
    // the rows of one joint stay together, also where none of its coordinates is unknown
    const { kind, id } = rows[r].owner
    const sibling = owned.get(`${kind} ${id}`)
    if (sibling === undefined) owned.set(`${kind} ${id}`, r)
    else leader[find(r)] = find(sibling)
    for (const link of unknownsOfRow(equations, r, known)) {
      const before = claimed.get(link)
      if (before === undefined) claimed.set(link, r)
      else leader[find(r)] = find(before)
    }
  }
  const members = new Map<number, { rows: number[]; unknowns: number[] }>()
  for (let r = 0; r < rows.length; r++) {
    const lead = find(r)
    const member = members.get(lead)
    if (member) member.rows.push(r)
    else members.set(lead, { rows: [r], unknowns: [] })
  }
  for (const [link, r] of claimed) members.get(find(r))!.unknowns.push(link)
  for (const { unknowns } of members.values()) unknowns.sort((a, b) => a - b)
  return [...members.values()]
}

export function unknownsOfRow(equations: Equations, row: number, known: Uint8Array): number[] {
  const links = new Set<number>()
  for (let t = equations.firstTerm[row]; t < equations.firstTerm[row + 1]; t++) {
    for (const [link] of unknownsOfTerm(equations, t, known)) links.add(link)
  }
  return [...links]
}

/** Scaled derivatives of a row by the given unknowns at the present position; pairs must be placed. */
export function rowGradient(
  equations: Equations,
  state: MotionState,
  row: number,
  known: Uint8Array,
): Map<number, number> {
  const gradient = new Map<number, number>()
  const entries = rowEntries(equations, [row], known)
  const out = new Float64Array(entries.links.length)
  equations.gradients(state, Int32Array.of(row), entries, out)
  entries.links.forEach((link, k) => gradient.set(link, (gradient.get(link) ?? 0) + out[k]))
  return gradient
}

/**
 * Chooses independent rows and the unknowns they determine at the present position.
 * @param among only these unknowns may be chosen; the others stay parked
 */
export function choose(
  equations: Equations,
  state: MotionState,
  { rows, unknowns }: Component,
  known: Uint8Array,
  among: readonly number[] = unknowns,
): Choice {
  const column = new Map(among.map((link, k) => [link, k]))
  const gradients = rows.map((row) => rowGradient(equations, state, row, known))
  const picked =
    among.length > DENSE_UNKNOWNS ? chooseSparse(gradients, column) : chooseDense(gradients, column)
  const taken = new Set(picked.rows.map((r) => rows[r]))
  const determined = new Set(picked.columns.map((c) => among[c]))
  return {
    rows: rows.filter((row) => taken.has(row)),
    unknowns: unknowns.filter((link) => determined.has(link)),
    spare: rows.filter((row) => !taken.has(row)),
    parked: unknowns.filter((link) => !determined.has(link)),
  }
}

/** Independent rows and columns, by index. */
interface Picked {
  readonly rows: readonly number[]
  readonly columns: readonly number[]
}

function chooseSparse(
  gradients: readonly Map<number, number>[],
  column: ReadonlyMap<number, number>,
): Picked {
  const { rows, columns } = eliminate(
    gradients.map((gradient) => {
      const entries = [...gradient].filter(([link]) => column.has(link))
      return { columns: entries.map(([link]) => column.get(link)!), values: entries.map(([, v]) => v) }
    }),
    column.size,
  )
  return { rows: [...rows], columns: [...columns] }
}

function chooseDense(gradients: readonly Map<number, number>[], column: ReadonlyMap<number, number>): Picked {
  const n = column.size
  const m = gradients.length
  const jacobian = new Float64Array(m * n)
  gradients.forEach((gradient, r) => {
    for (const [link, value] of gradient) {
      const c = column.get(link)
      if (c !== undefined) jacobian[r * n + c] = value
    }
  })
  const byColumn = columnRank(jacobian, m, n)
  const { rank } = byColumn
  const columns = byColumn.order.slice(0, rank).sort()
  const transposed = new Float64Array(rank * m)
  columns.forEach((c, i) => {
    for (let r = 0; r < m; r++) transposed[i * m + r] = jacobian[r * n + c]
  })
  const { order } = columnRank(transposed, rank, m)
  return { rows: [...order.subarray(0, rank)], columns: [...columns] }
}

/**
 * Splits chosen rows and unknowns into blocks, each after those whose unknowns it needs. What rows of constant factors
 * determine from known coordinates alone is one block, the first.
 */
export function triangular(
  equations: Equations,
  rows: readonly number[],
  unknowns: readonly number[],
): BlockPlan[] {
  const { linkParent, links } = equations.mechanism
  const column = new Int32Array(links).fill(-1)
  unknowns.forEach((link, c) => {
    column[link] = c
  })
  const nothingKnown = new Uint8Array(links)
  const paths = rows.map((row) => unknownsOfRow(equations, row, nothingKnown))
  const held = paths.map((path) => path.map((link) => column[link]).filter((c) => c >= 0))
  const matched = matchRows(held, unknowns.length)
  const rowOf = new Int32Array(unknowns.length)
  matched.forEach((c, r) => {
    rowOf[c] = r
  })
  const needs = paths.map((path, r) => {
    const others = new Set<number>()
    for (const link of path) {
      // what a path depends on is solved before it, too; a sum of coordinates asks for nothing else
      const top = isLinearRow(equations, rows[r]) ? linkParent[link] : 0
      for (let l = link; l > top; l = linkParent[l]) if (column[l] >= 0) others.add(rowOf[column[l]])
    }
    others.delete(r)
    return [...others]
  })
  const planOf = (members: number[]): BlockPlan => {
    members.sort((a, b) => a - b)
    return {
      rows: members.map((r) => rows[r]),
      unknowns: members.map((r) => unknowns[matched[r]]).sort((a, b) => a - b),
    }
  }
  const first = new Set<number>()
  const later: number[][] = []
  for (const members of strongComponents(needs)) {
    const isPlain = members.every(
      (r) =>
        isLinearRow(equations, rows[r]) &&
        needs[r].every((other) => first.has(other) || members.includes(other)),
    )
    if (isPlain) for (const r of members) first.add(r)
    else later.push(members)
  }
  return [...(first.size > 0 ? [[...first]] : []), ...later].map(planOf)
}
