/** The clearances of a mechanism over a scenario, as checks, lanes and reports read them. */
import type { OpenEdge } from '../../proximity/solid'
import type { PairCourse } from './pair-walk'

/** The clearance of two bodies, by id. */
export interface PairClearance extends PairCourse {
  readonly a: string
  readonly b: string
}

/** Where the surface of a body is open; its overlaps have no depth then. */
export interface OpenBody {
  readonly body: string
  readonly edges: readonly OpenEdge[]
}

export interface Clearances {
  readonly scenario: string
  /** All that were looked at. */
  readonly pairs: readonly PairClearance[]
  /** Left out since somebody said so. */
  readonly ignored: readonly (readonly [string, string])[]
  /** How many pairs are joined directly, or move as one. */
  readonly joined: number
  /** Bodies whose shape is not at hand, by id. */
  readonly shapeless: readonly string[]
  readonly open: readonly OpenBody[]
  /** Clearances beyond were not sought [m]. */
  readonly near: number
}

/** Pairs that overlap first, the deepest ahead; then the nearest. */
export function byClearance(one: PairClearance, two: PairClearance): number {
  return rankOf(one) - rankOf(two) || (one.a + one.b).localeCompare(two.a + two.b)
}

/** Negative where they overlap, by how deep; infinite where they never come near. */
export function rankOf({ contacts, nearest }: PairClearance): number {
  const overlaps = contacts.filter(({ kind }) => kind === 'overlaps')
  if (overlaps.length > 0) return -Math.max(...overlaps.map(({ depth }) => depth ?? 1e3))
  return nearest?.distance ?? Infinity
}
