/** When something starts, as one choice: after the previous move, at a time, after or with something else, when a value is passed. */
import { startingEntries } from '@ligamen/core'
import type { MechanismDocument, Scenario, Timed } from '@ligamen/core'

export type Start =
  | { readonly way: 'turn' | 'at' }
  /** After or with another entry, or when a joint or probe passes a value. */
  | { readonly way: 'after' | 'with' | 'joint' | 'probe'; readonly id: string }

export interface StartChoice {
  readonly value: Start
  readonly title: string
}

/** Choices for the entry of that key; moves and shots have a turn. */
export function startChoices(
  document: MechanismDocument,
  scenario: Scenario,
  key: string,
  turn = 'after the previous move',
): StartChoice[] {
  const entries = startingEntries(document, scenario)
  const own = entries.find((entry) => entry.key === key)
  // what others can be tied to has an id of its own; what moves hangs on no shot
  const others = entries.filter(
    (entry) => entry.key !== key && entry.id !== null && (entry.kind !== 'shot' || own?.kind === 'shot'),
  )
  return [
    ...(own?.kind === 'move' || own?.kind === 'shot'
      ? [{ value: { way: 'turn' as const }, title: turn }]
      : []),
    { value: { way: 'at' }, title: 'at a time' },
    ...others.map(({ key: id, name }) => ({ value: { way: 'after' as const, id }, title: `after ${name}` })),
    ...others.map(({ key: id, name }) => ({ value: { way: 'with' as const, id }, title: `with ${name}` })),
    ...document.joints.map(({ id, name }) => ({
      value: { way: 'joint' as const, id },
      title: `when ${name} passes`,
    })),
    ...document.probes.map(({ id, name }) => ({
      value: { way: 'probe' as const, id },
      title: `when ${name} passes`,
    })),
  ]
}

/** The choice that something has made. */
export function choiceOf({ start, tie }: Timed, hasTurn: boolean): Start {
  if (tie?.with !== undefined) return { way: 'with', id: tie.with }
  if (tie?.after !== undefined) return { way: 'after', id: tie.after }
  if (tie?.when?.joint !== undefined) return { way: 'joint', id: tie.when.joint }
  if (tie?.when?.probe !== undefined) return { way: 'probe', id: tie.when.probe }
  return { way: start === undefined && hasTurn ? 'turn' : 'at' }
}

export const isSameStart = (a: Start, b: Start): boolean =>
  a.way === b.way && ('id' in a ? a.id : null) === ('id' in b ? b.id : null)

/**
 * Makes another choice; what the old one had of times is kept where it fits.
 * @param now where it starts now, in words
 * @param passed a value for the first time that one is waited for
 */
export function choose(timed: Timed, choice: Start, now: string, passed: string): void {
  delete timed.start
  const offset = timed.tie?.offset
  delete timed.tie
  const kept = offset === undefined ? {} : { offset }
  if (choice.way === 'at') timed.start = now
  else if (choice.way === 'with') timed.tie = { with: choice.id, ...kept }
  else if (choice.way === 'after') timed.tie = { after: choice.id, ...kept }
  else if (choice.way === 'joint') timed.tie = { when: { joint: choice.id, value: passed } }
  else if (choice.way === 'probe') timed.tie = { when: { probe: choice.id, value: passed } }
}
