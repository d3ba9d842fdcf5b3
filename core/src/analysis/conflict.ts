/**
 * What fights: when a mechanism cannot be assembled, the smallest set of joints, mates and relations that contradict each
 * other, and what taking each of them away would give.
 *
 * A set is made smallest by leaving out one member after the other and keeping it out when the rest still fights
 * (deletion filter). Source: Chinneck, Feasibility and Infeasibility in Optimization, section 6.2.
 */
import type { Problem } from '../result'
import { assembleFrom } from '../solve/assemble'
import type { Mechanism } from '../mechanism/compile'
import { rankWith } from './mobility'
import type { Owner, Row } from '../mechanism/rows'
import { listed } from '../wording'

export interface Conflict {
  /** The members, by kind, id and name; without any one of them the rest can be assembled. */
  readonly members: readonly Owner[]
  /** For each member the mobility that is left when it is taken away. */
  readonly mobilityWithout: readonly number[]
  readonly sentence: string
}

/** More members than this are not tried one by one. */
const MOST_TRIED = 200

/**
 * @param rows further rows, such as drivers at their start
 * Returns null when everything can be assembled, or when the rows off the tree do not fight by themselves.
 */
export function findConflict(
  mechanism: Mechanism,
  known: Uint8Array,
  rows: readonly Row[] = [],
): Conflict | null {
  const all = [...mechanism.rows, ...rows]
  const closes = (kept: readonly Owner[]): boolean => {
    const names = new Set(kept.map(key))
    const part = { ...mechanism, rows: all.filter(({ owner }) => names.has(key(owner))) }
    return assembleFrom(part, mechanism.home, known).ok
  }
  const owners = [...new Map(all.map(({ owner }) => [key(owner), owner])).values()]
  if (closes(owners)) return null
  let kept: readonly Owner[] = owners
  for (const owner of owners.slice(0, MOST_TRIED)) {
    const without = kept.filter((other) => other !== owner)
    if (!closes(without)) kept = without
  }
  const mobilityWithout = kept.map((owner) => {
    const part = {
      ...mechanism,
      rows: all.filter((row) => key(row.owner) !== key(owner)),
    }
    const found = assembleFrom(part, mechanism.home, known)
    if (!found.ok) return Number.NaN
    return mechanism.links - 1 - rankWith(part, found.value, new Uint8Array(mechanism.links))
  })
  return { members: kept, mobilityWithout, sentence: sentenceOf(kept, mobilityWithout) }
}

const key = ({ kind, id }: Owner): string => `${kind} ${id}`

function sentenceOf(members: readonly Owner[], mobility: readonly number[]): string {
  const names = members.map(({ name }) => name)
  const set =
    names.length === 1
      ? `${names[0]} contradicts the joints along the tree`
      : `${listed(names)} contradict each other`
  const ways = members.map(({ name }, k) =>
    Number.isNaN(mobility[k])
      ? `without ${name} others still fight`
      : `without ${name} mobility ${mobility[k]}`,
  )
  return `${set}: ${ways.join('; ')}.`
}

/** The conflict as a problem for those who asked to open the document. */
export const conflictProblem = ({ members, sentence }: Conflict): Problem => ({
  code: 'conflict',
  message: sentence,
  ids: members.map(({ id }) => id),
})
