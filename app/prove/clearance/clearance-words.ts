/** What was found of a pair of bodies, in words. */
import { rankOf } from '@ligamen/core'
import type { PairClearance } from '@ligamen/core'
import { display, seconds } from '~/fields/display'

export type PairState = 'overlaps' | 'touches' | 'near'

export function stateOf({ contacts }: PairClearance): PairState {
  if (contacts.some(({ kind }) => kind === 'overlaps')) return 'overlaps'
  return contacts.length > 0 ? 'touches' : 'near'
}

/** "0.80 mm", "−2.4 mm"; "open" where a depth cannot be told. */
export function valueWords(pair: PairClearance): string {
  const state = stateOf(pair)
  if (state === 'touches') return display(0, 'length', 0)
  if (pair.contacts.some(({ kind, depth }) => kind === 'overlaps' && depth === null)) return 'overlap'
  return display(rankOf(pair), 'length', 0)
}

/** "overlap from 0.703 s to 0.880 s" */
export function whenWords(pair: PairClearance): string {
  const state = stateOf(pair)
  if (state === 'near') return `nearest at ${seconds(pair.nearest!.time, 3)}`
  const mine = pair.contacts.filter(({ kind }) => kind === state)
  const [first] = mine
  const words = state === 'overlaps' ? 'overlap' : 'touch'
  const more = mine.length > 1 ? `, ${mine.length} times` : ''
  return `${words} from ${seconds(first!.from, 3)} to ${seconds(first!.to, 3)}${more}`
}

/** When they are deepest in each other, or nearest [s]. */
export function worstTime(pair: PairClearance): number {
  const overlaps = pair.contacts.filter(({ kind }) => kind === 'overlaps')
  const of = overlaps.length > 0 ? overlaps : pair.contacts
  const [worst] = [...of].sort((one, two) => (two.depth ?? 0) - (one.depth ?? 0))
  return worst?.time ?? pair.nearest?.time ?? 0
}
