/** Ways out for what is wrong with a scenario, each with the document as it would be: at the move or the driver itself. */
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Scenario } from '../document/format/scenarios'
import { moveKey } from '../document/starting'
import { takeWay } from '../document/ways'
import type { Problem } from '../result'
import { settledHome } from '../proposals/settling'
import type { Advice } from './advice'
import type { Move } from '../document/format/moves'

/** Alters a draft and says what was done, or null when it does not apply. */
type Way = (scenario: Scenario, problem: Problem, document: MechanismDocument) => string | null

/** Takes one of two ways at a change point on which the motion starts. */
const leaveBy =
  (way: 'first' | 'second'): Way =>
  (scenario, { ids: [joint] = [] }) => {
    if (joint === undefined) return null
    takeWay(scenario, { joint, count: 1, way }, true)
    return `Take the ${way} way.`
  }

/** By the code of the problem. */
const ways: Readonly<Partial<Record<string, readonly Way[]>>> = {
  'way-undecided': [leaveBy('first'), leaveBy('second')],
  'moves-overlap': [
    (scenario, { ids = [] }) => {
      const move = moveOf(scenario, ids[0])
      if (!move) return null
      delete move.start
      delete move.tie
      return 'Start it when the one before it has ended.'
    },
  ],
  'move-past-limit': [
    (scenario, { ids = [], data }, { joints }) => {
      const move = moveOf(scenario, ids[0])
      const driver = scenario.drivers.find(({ id }) => id === ids[1])
      if (!move || driver?.kind !== 'moves') return null
      const freedoms = joints.find(({ id }) => id === driver.joint)?.freedoms ?? []
      const freedom = freedoms.find(({ name }) => name === driver.freedom) ?? freedoms[0]
      const limit = data?.limit === 'lower' ? freedom?.lower : freedom?.upper
      if (limit === undefined) return null
      delete move.by
      move.to = limit
      return `Let it end at the limit, ${limit}.`
    },
  ],
  'contact-overlaps': [(_, __, document) => (settledHome(document, '').ok ? 'Push them apart.' : null)],
  'driver-too-many': [
    (scenario, { ids = [] }) => {
      const driver = scenario.drivers.find(({ id }) => id === ids[0])
      if (!driver) return null
      driver.suspended = true
      return 'Let this driver rest.'
    },
  ],
}

/** @param problem of the scenario, as its report tells it, or why its motion stopped */
export function mendScenario(document: MechanismDocument, scenario: string, problem: Problem): Advice[] {
  return (ways[problem.code] ?? []).flatMap((way): Advice[] => {
    const draft = copyOf(document)
    const own = draft.scenarios.find(({ id }) => id === scenario)
    const sentence = own ? way(own, problem, draft) : null
    return sentence === null ? [] : [{ sentence, edit: sentence.replace(/\.$/, ''), document: draft }]
  })
}

function moveOf(scenario: Scenario, key: string | undefined): Move | undefined {
  for (const driver of scenario.drivers)
    if ('moves' in driver)
      for (const [k, move] of driver.moves.entries()) if (moveKey(driver.id, move, k) === key) return move
  return undefined
}
