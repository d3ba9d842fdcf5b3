/**
 * Edits of scenarios: drivers, moves and cues come and go, and what was tied to something that goes keeps the time at
 * which it was. Drafts are altered in place; ids are made so that none occurs twice.
 */
import type { AnyCue } from '../../document/format/cues'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Scenario } from '../../document/format/scenarios'
import { moveKey, startingEntries } from '../../document/starting'
import type { Timed } from '../../document/format/timing'
import { copyOf } from '../../document/copy'
import type { PlannedItem } from '../../motion/plan'
import { freshId, FreshIds, slug } from '../../document/ids'
import type { AnyDriver } from '../../document/format/drivers'
import type { Move } from '../../document/format/moves'
import type { Moves } from '../../motion/drivers/moves'
import type { PathDriver } from '../../motion/drivers/path'

type Lane = Moves | PathDriver

/** A scenario of a document, by id. */
export const scenarioOf = (document: MechanismDocument, id: string): Scenario =>
  document.scenarios.find((scenario) => scenario.id === id)!

/** The driver with moves of that id; undefined for others. */
export const laneOf = (scenario: Scenario, driver: string): Lane | undefined =>
  scenario.drivers.find((d): d is Lane => d.id === driver && 'moves' in d)

/** Adds an empty scenario, or a copy of one; returns its id. */
export function addScenario(draft: MechanismDocument, name: string, copied?: string): string {
  const id = freshId(draft, 'scenario')
  const source = copied === undefined ? undefined : scenarioOf(draft, copied)
  const scenario: Scenario = source
    ? renamed(draft, copyOf(source))
    : { id, name, length: '5 s', frameRate: 60, drivers: [] }
  draft.scenarios.push({ ...scenario, id, name })
  return id
}

/** Id of the scenario to which something is added: the one that is open; a document that has none gets its first. */
export const scenarioToFill = (draft: MechanismDocument, open: string | undefined): string =>
  open ?? draft.scenarios[0]?.id ?? addScenario(draft, 'Scenario')

/** A copy whose drivers, moves, cues and shots have ids of their own, its ties following them. */
function renamed(draft: MechanismDocument, scenario: Scenario): Scenario {
  const names = new Map<string, string>()
  const fresh = new FreshIds(draft)
  const rename = (id: string): string => {
    const name = fresh.take(id)
    names.set(id, name)
    return name
  }
  for (const driver of scenario.drivers) {
    driver.id = rename(driver.id)
    if ('moves' in driver)
      for (const move of driver.moves) if (move.id !== undefined) move.id = rename(move.id)
  }
  for (const own of [...(scenario.cues ?? []), ...(scenario.shots ?? []), ...(scenario.loads ?? [])])
    own.id = rename(own.id)
  const follow = (id: string) => names.get(id) ?? id
  for (const timed of timedOf(scenario)) {
    if (timed.tie?.with !== undefined) timed.tie.with = follow(timed.tie.with)
    if (timed.tie?.after !== undefined) timed.tie.after = follow(timed.tie.after)
  }
  for (const cue of scenario.cues ?? []) if ('targets' in cue) cue.targets = cue.targets.map(follow)
  return scenario
}

function timedOf(scenario: Scenario): Timed[] {
  return [
    ...scenario.drivers.flatMap((driver): Timed[] =>
      'moves' in driver ? driver.moves : driver.kind === 'motor' ? [driver] : [],
    ),
    ...(scenario.cues ?? []),
    ...(scenario.shots ?? []),
  ]
}

/** Adds a driver without its id; returns the id. */
export function addDriver(
  draft: MechanismDocument,
  scenario: string,
  words: string,
  driver: DistributiveOmit<AnyDriver, 'id'>,
): string {
  const id = freshId(draft, slug(words))
  scenarioOf(draft, scenario).drivers.push({ ...driver, id } as AnyDriver)
  return id
}

type DistributiveOmit<T, K extends keyof never> = T extends unknown ? Omit<T, K> : never

/** A new move, told by the one that it follows in its lane. */
export type NewMove = (before: Move | undefined) => Omit<Move, 'id'>

/** Puts a move into a lane before the move of that index, or after all others for null; returns its id. */
export function addMove(
  draft: MechanismDocument,
  scenario: string,
  driver: string,
  index: number | null,
  move: NewMove,
): string {
  const id = freshId(draft, `${driver}-move`)
  const { moves } = laneOf(scenarioOf(draft, scenario), driver)!
  const place = index ?? moves.length
  moves.splice(place, 0, { id, ...move(moves[place - 1]) })
  return id
}

/** Adds a cue to a scenario of the draft; returns its id. */
export function addCue(
  draft: MechanismDocument,
  scenario: string,
  cue: DistributiveOmit<AnyCue, 'id'>,
): string {
  const id = freshId(draft, `cue-${cue.kind}`)
  const target = scenarioOf(draft, scenario)
  target.cues = [...(target.cues ?? []), { ...cue, id } as AnyCue]
  return id
}

/**
 * Takes drivers, moves, cues or shots out of a scenario; what was tied to them starts where it did.
 * @param keys ids, or keys of moves without one
 * @param items the plan of the scenario before
 */
export function removeFromScenario(
  draft: MechanismDocument,
  scenario: string,
  keys: readonly string[],
  items: readonly PlannedItem[],
): void {
  const target = scenarioOf(draft, scenario)
  const gone = new Set(keys)
  for (const driver of target.drivers) {
    if (!('moves' in driver)) continue
    const left: Move[] = []
    driver.moves.forEach((move, k) => {
      const key = moveKey(driver.id, move, k)
      if (gone.has(driver.id)) gone.add(key)
      if (!gone.has(key)) left.push(move)
    })
    // what followed after the previous move keeps its place in time
    const before = driver.moves
    for (const move of left) {
      const index = before.indexOf(move)
      const last = index > 0 ? moveKey(driver.id, before[index - 1], index - 1) : null
      if (last !== null && gone.has(last)) settle(move, moveKey(driver.id, move, index), null, items)
    }
    driver.moves = left
  }
  target.drivers = target.drivers.filter(({ id }) => !gone.has(id))
  target.cues = target.cues?.filter(({ id }) => !gone.has(id))
  const shots = target.shots ?? []
  shots.forEach((shot, k) => {
    const before = shots[k - 1]
    if (!gone.has(shot.id) && before && gone.has(before.id)) settle(shot, shot.id, null, items)
  })
  if (target.shots) target.shots = shots.filter(({ id }) => !gone.has(id))
  for (const cue of target.cues ?? [])
    if ('targets' in cue) cue.targets = cue.targets.filter((id) => !gone.has(id))
  target.cues = target.cues?.filter((cue) => !('targets' in cue) || cue.targets.length > 0)
  for (const { key, timed } of startingEntries(draft, target)) settle(timed, key, gone, items)
}

/** Gives a time to what hangs on something that is gone (or, with null, on what was before it). */
function settle(
  timed: Timed,
  key: string,
  gone: ReadonlySet<string> | null,
  items: readonly PlannedItem[],
): void {
  const hangs = gone
    ? gone.has(timed.tie?.with ?? timed.tie?.after ?? '')
    : timed.start === undefined && timed.tie === undefined
  if (!hangs) return
  delete timed.tie
  const start = items.find((item) => item.key === key)?.start
  timed.start = start !== undefined && start >= 0 ? inSeconds(start) : 0
}

/** A time as people would type it. */
export const inSeconds = (time: number): string => `${Number(time.toFixed(4))} s`
