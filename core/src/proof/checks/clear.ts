/** Bodies stay clear of each other: nothing overlaps between frames either, or a clearance is kept. */
import { bodiesOfGroup } from '../../document/groups'
import type { Check } from '../../document/format/checks'
import type { MechanismDocument } from '../../document/format/mechanism'
import { rankOf } from '../clearance/clearances'
import type { PairClearance } from '../clearance/clearances'
import {
  atTime,
  decided,
  defineCheck,
  inUnit,
  limitOf,
  settled,
  typed,
  undecided,
  unlessCut,
} from '../check-type'
import type { Outcome } from '../check-type'

export const clear = defineCheck({
  kind: 'clear',
  needs: {
    fields: [],
    optional: ['body', 'other', 'lower'],
    words: 'a body or a group, another one and a least clearance, or nothing of these',
  },
  sentence({ body, other, lower }, { nameOf }) {
    const keeps = lower === undefined ? 'overlaps' : `comes nearer than ${typed(lower)} to`
    if (body === undefined && other === undefined)
      return lower === undefined
        ? 'Nothing overlaps'
        : `Nothing comes nearer than ${typed(lower)} to anything`
    const [one, two] = body === undefined ? [other, body] : [body, other]
    return `${nameOf(one)} never ${keeps} ${two === undefined ? 'anything' : nameOf(two)}`
  },
  decide(check, { document, clearances, take }) {
    if (!clearances) return undecided('Clearances have not been looked for since the last change.')
    const pairs = clearances.pairs.filter(pairsOf(document, check))
    const unknown = clearances.shapeless.find((id) => concerns(document, check, id))
    if (unknown !== undefined) return undecided(`The shape of ${nameIn(document, unknown)} is not here.`)
    if (pairs.length === 0)
      return undecided('There is no pair to look at: they are joined directly, or left out.')
    const lower = limitOf(check.lower, 'length', 0)
    const outcome = decideOf(document, pairs, lower, clearances.near)
    const end = Math.max(0, take.frames - 1) * take.interval
    return unlessCut(outcome, take.stopped ? `the motion stops at ${end.toFixed(3)} s` : null)
  },
})

function decideOf(
  document: MechanismDocument,
  pairs: readonly PairClearance[],
  lower: number,
  near: number,
): Outcome {
  // where nothing is demanded but that they do not overlap, what touches says nothing
  const free = lower > 0 ? pairs : pairs.filter((pair) => rankOf(pair) !== 0)
  if (free.length === 0) return decided(0, near, 'length', null, 'they touch')
  const worst = free.reduce((one, two) => (rankOf(two) < rankOf(one) ? two : one))
  const names = `${nameIn(document, worst.a)} and ${nameIn(document, worst.b)}`
  const overlaps = pairs.flatMap(({ contacts }) => contacts.filter(({ kind }) => kind === 'overlaps'))
  const stretches = overlaps.map(({ from, to }) => [from, to] as const)
  const deepest = deepestOf(worst)
  if (deepest && deepest.depth === null)
    return settled(
      false,
      `${names} meet ${atTime(deepest.from)}; one of them is not closed`,
      deepest.from,
      stretches,
    )
  if (deepest)
    return decided(
      -deepest.depth! - lower,
      lower,
      'length',
      deepest.time,
      `${names} overlap by ${inUnit(deepest.depth!, 'length')} ${atTime(deepest.time)}`,
      stretches,
    )
  const { nearest } = worst
  if (!nearest)
    return decided(near - lower, near, 'length', null, `no two come nearer than ${inUnit(near, 'length')}`)
  const found = `${inUnit(nearest.distance, 'length')} ${atTime(nearest.time)}: ${names}`
  return decided(nearest.distance - lower, Math.max(lower, nearest.distance), 'length', nearest.time, found)
}

const deepestOf = ({ contacts }: PairClearance) =>
  contacts
    .filter(({ kind }) => kind === 'overlaps')
    .reduce<PairClearance['contacts'][number] | null>(
      (one, two) => (one && (one.depth ?? Infinity) >= (two.depth ?? Infinity) ? one : two),
      null,
    )

const nameIn = (document: MechanismDocument, id: string): string =>
  document.bodies.find((body) => body.id === id)?.name ?? id

/** Whether a pair is one that the check speaks of. */
function pairsOf(document: MechanismDocument, { body, other }: Check): (pair: PairClearance) => boolean {
  const [ones, others] = [body, other].map((id) =>
    id === undefined ? null : new Set(bodiesOfGroup(document, id)),
  )
  const has = (set: ReadonlySet<string> | null, id: string) => set === null || set.has(id)
  return ({ a, b }) => (has(ones, a) && has(others, b)) || (has(ones, b) && has(others, a))
}

const concerns = (document: MechanismDocument, { body, other }: Check, id: string): boolean =>
  (body === undefined && other === undefined) ||
  [body, other].some((side) => side !== undefined && bodiesOfGroup(document, side).includes(id))
