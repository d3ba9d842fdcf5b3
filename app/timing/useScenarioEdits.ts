/** Edits of the scenario that is open and of its drivers, moves and cues, each with its name; see also `useEntryEdits.ts`. */
import {
  addCue,
  addDriver,
  addMove,
  addScenario,
  laneOf,
  moveKey,
  scenarioOf,
  scenarioToFill,
} from '@ligamen/core'
import type {
  AnyCue,
  AnyDriver,
  MechanismDocument,
  Motor,
  Move,
  NewMove,
  Problem,
  Scenario,
} from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'
import { useTimingStore } from '~/timing/timing'

type Refused = Promise<readonly Problem[]>
type Change = (scenario: Scenario, draft: MechanismDocument) => void

/** What is solved in less is solved while it is dragged [ms]. */
const LIVE = 200

/** The move of a key in a draft. */
const moveOf = (scenario: Scenario, driver: string, key: string): Move =>
  laneOf(scenario, driver)!.moves.find((m, k) => moveKey(driver, m, k) === key)!

export function useScenarioEdits() {
  const run = useRunStore()
  const mechanism = useMechanismStore()
  const timing = useTimingStore()
  const selection = useSelectionStore()
  const id = (draft: MechanismDocument) => scenarioToFill(draft, mechanism.scenario?.id)

  const changed = (change: Change) => (draft: MechanismDocument) =>
    change(scenarioOf(draft, id(draft)), draft)
  const alter = (name: string, change: Change): Refused => mechanism.edit(name, changed(change))

  /** Shows what a change would do while something is dragged, where that is solved at once. */
  function tryOut(change: Change) {
    if (run.milliseconds < LIVE && !run.partial) void mechanism.tryOut(changed(change))
  }

  async function add(name: string, copied?: string): Refused {
    let made = ''
    const before = selection.all
    const refused = await mechanism.edit(
      copied ? `Copy a scenario as ${name}` : `New scenario ${name}`,
      (draft) => {
        made = addScenario(draft, name, copied)
      },
    )
    if (refused.length > 0) return refused
    await mechanism.chooseScenario(made)
    // its name and length come next, unless something was selected meanwhile
    if (selection.all === before) selection.clear()
    return refused
  }

  async function remove(): Refused {
    const { name, id: gone } = mechanism.scenario!
    const next = mechanism.document!.scenarios.find((scenario) => scenario.id !== gone)
    if (!next) return []
    await mechanism.chooseScenario(next.id)
    return mechanism.edit(`Delete ${name}`, (draft) => {
      draft.scenarios = draft.scenarios.filter((scenario) => scenario.id !== gone)
      for (const scenario of draft.scenarios) if (scenario.startAfter === gone) delete scenario.startAfter
    })
  }

  async function drive(words: string, driver: Parameters<typeof addDriver>[3]): Refused {
    let made = ''
    const refused = await mechanism.edit(`Drive ${words}`, (draft) => {
      made = addDriver(draft, id(draft), `${words} ${driver.kind}`, driver)
    })
    if (refused.length === 0) timing.open = made
    return refused
  }

  /** @param values by the lane as it is when the edit's turn comes: those before it may still be tried */
  async function move(driver: string, index: number | null, values: NewMove): Refused {
    let made = ''
    const refused = await mechanism.edit('New move', (draft) => {
      made = addMove(draft, id(draft), driver, index, values)
    })
    if (refused.length === 0) timing.chosen = made
    return refused
  }

  async function cue(values: Parameters<typeof addCue>[2]): Refused {
    let made = ''
    const refused = await mechanism.edit(`New cue: ${values.kind}`, (draft) => {
      made = addCue(draft, id(draft), values)
    })
    if (refused.length === 0) timing.chosen = made
    return refused
  }

  return {
    tryOut,
    moveOf,
    alter,
    add,
    remove,
    drive,
    move,
    cue,
    alterMove: (name: string, driver: string, key: string, change: (move: Move) => void): Refused =>
      alter(name, (scenario) => change(moveOf(scenario, driver, key))),
    alterMotor: (name: string, driver: string, change: (motor: Motor) => void): Refused =>
      alter(name, (scenario) => change(scenario.drivers.find((d): d is Motor => d.id === driver)!)),
    alterDriver: (name: string, driver: string, change: (driver: AnyDriver) => void): Refused =>
      alter(name, (scenario) => change(scenario.drivers.find((d) => d.id === driver)!)),
    alterCue: (name: string, key: string, change: (cue: AnyCue) => void): Refused =>
      alter(name, (scenario) => change(scenario.cues!.find((c) => c.id === key)!)),
  }
}
