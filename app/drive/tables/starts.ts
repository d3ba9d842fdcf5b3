/** When something starts, as one choice in words: in its turn, at a time, after or with something else, when a value is passed. */
import { startingEntries } from '@ligamen/core'
import type { MechanismDocument, Scenario, Timed } from '@ligamen/core'

export interface StartChoice {
  readonly value: string
  readonly title: string
}

/** Choices for the entry of that key; only moves have a turn. */
export function startChoices(document: MechanismDocument, scenario: Scenario, key: string): StartChoice[] {
  const entries = startingEntries(document, scenario)
  const own = entries.find((entry) => entry.key === key)
  const others = entries.filter((entry) => entry.key !== key && !entry.key.includes('/'))
  return [
    ...(own?.kind === 'move' ? [{ value: 'turn', title: 'in its turn' }] : []),
    { value: 'at', title: 'at a time' },
    ...others.map(({ key: id, name }) => ({ value: `after ${id}`, title: `after ${name}` })),
    ...others.map(({ key: id, name }) => ({ value: `with ${id}`, title: `with ${name}` })),
    ...document.joints.map(({ id, name }) => ({ value: `joint ${id}`, title: `when ${name} passes` })),
    ...document.probes.map(({ id, name }) => ({ value: `probe ${id}`, title: `when ${name} passes` })),
  ]
}

/** The choice that something has made. */
export function choiceOf({ start, tie }: Timed, hasTurn: boolean): string {
  if (tie?.with !== undefined) return `with ${tie.with}`
  if (tie?.after !== undefined) return `after ${tie.after}`
  if (tie?.when) return tie.when.joint === undefined ? `probe ${tie.when.probe}` : `joint ${tie.when.joint}`
  return start === undefined && hasTurn ? 'turn' : 'at'
}

/**
 * Makes another choice; what the old one had of times is kept where it fits.
 * @param now where it starts now, in words
 * @param passed a value for the first time that one is waited for
 */
export function choose(timed: Timed, choice: string, now: string, passed: string): void {
  const [way, id] = [choice.slice(0, choice.indexOf(' ')), choice.slice(choice.indexOf(' ') + 1)]
  delete timed.start
  const offset = timed.tie?.offset
  delete timed.tie
  const kept = offset === undefined ? {} : { offset }
  if (choice === 'at') timed.start = now
  else if (way === 'with') timed.tie = { with: id, ...kept }
  else if (way === 'after') timed.tie = { after: id, ...kept }
  else if (way === 'joint') timed.tie = { when: { joint: id, value: passed } }
  else if (way === 'probe') timed.tie = { when: { probe: id, value: passed } }
}
