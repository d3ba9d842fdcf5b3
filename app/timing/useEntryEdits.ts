/** Edits of moves, motors and cues alike, one or several: shifted, copied, put in again, taken away. */
import { copyEntries, inSeconds, laneOf, pasteEntries, removeFromScenario, shiftEntries } from '@ligamen/core'
import type { MechanismDocument, Problem, Scenario } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useTimingStore } from '~/timing/timing'

type Refused = Promise<readonly Problem[]>

const NOWHERE: Problem = {
  code: 'no-lane',
  message:
    'None of the lanes that were copied from is in this scenario; open the lane that should take them.',
}

export function useEntryEdits() {
  const mechanism = useMechanismStore()
  const timing = useTimingStore()
  const id = () => mechanism.scenario!.id

  const several = (count: number, one: string) => (count === 1 ? one : `${count} of the timing chart`)

  /** Shifts what is chosen in time [s]. */
  function shift(one: string, keys: readonly string[], by: number): Refused {
    const { items } = timing
    const name = `${several(keys.length, one)} ${inSeconds(Math.abs(by))} ${by < 0 ? 'earlier' : 'later'}`
    return mechanism.edit(name, (draft) => shiftEntries(draft, id(), keys, by, items))
  }
  /** The same as a change of the scenario, from where the entries are now. */
  const shifted =
    (keys: readonly string[], by: number, items = timing.items) =>
    (_: Scenario, draft: MechanismDocument) =>
      shiftEntries(draft, id(), keys, by, items)

  function copy(keys: readonly string[]) {
    timing.copied = copyEntries(mechanism.document!, id(), keys, timing.items)
  }

  /** Puts what was copied at a time: moves of one lane into the lane that is open. */
  async function paste(at: number): Refused {
    const { copied, open } = timing
    const lanes = new Set(copied.map(({ lane }) => lane).filter((lane) => lane !== null))
    const lane = lanes.size === 1 && open !== null && laneOf(mechanism.scenario!, open) ? open : null
    let made: string[] = []
    const refused = await mechanism.edit(`Put ${several(copied.length, 'one')} there once more`, (draft) => {
      made = pasteEntries(draft, id(), copied, lane, at, timing.items)
    })
    if (refused.length > 0) return refused
    timing.allChosen = made
    return made.length > 0 ? [] : [NOWHERE]
  }

  return {
    shift,
    shifted,
    copy,
    paste,
    takeAway: (name: string, keys: readonly string[]): Refused =>
      mechanism.edit(`Delete ${name}`, (draft) => removeFromScenario(draft, id(), keys, timing.items)),
    /** Where an entry starts now, in words. */
    startOf: (key: string): string => {
      const start = timing.itemOf(key)?.start ?? 0
      return inSeconds(start >= 0 ? start : 0)
    },
  }
}
