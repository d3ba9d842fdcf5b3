/** Everything of a scenario that starts at some time: moves, motors, cues and shots, with what each hangs on. */
import { driverClasses } from './format/drivers'
import { fieldsOf } from './rules/check'
import type { MechanismDocument } from './format/mechanism'
import type { Scenario } from './format/scenarios'
import type { Timed } from './format/timing'
import type { AnyDriver } from './format/drivers'

export interface StartingEntry {
  /** Its id, or for a move without one its driver and place in the lane: unique in the scenario. */
  readonly key: string
  /** What others can be tied to; null for a move without one. */
  readonly id: string | null
  readonly kind: 'move' | 'motor' | 'cue' | 'shot'
  /** "Jaw slide, move 2". */
  readonly name: string
  /** Place below the scenario. */
  readonly pointer: string
  readonly timed: Timed
  /** Key of what it starts with or after; null for a time, for what waits for a value, and for the first of a lane. */
  readonly after: string | null
}

/** Names a move in its scenario: by its id, else by its driver and place in the lane. */
export const moveKey = (driver: string, move: { id?: string }, index: number): string =>
  move.id ?? `${driver}/${index}`

/**
 * Everything of a scenario that starts at some time, in the order of the document.
 * @param names of what drivers act on, for those who ask about several scenarios
 */
export function startingEntries(
  document: MechanismDocument,
  scenario: Scenario,
  names = namesOfDriven(document),
): StartingEntry[] {
  const entries: StartingEntry[] = []
  const hangsOn = ({ start, tie }: Timed, before: string | null): string | null =>
    tie ? (tie.with ?? tie.after ?? null) : start === undefined ? before : null
  scenario.drivers.forEach((driver, k) => {
    const name = names.get(drivenId(driver) ?? '') ?? driver.id
    const path = `/drivers/${k}`
    if ('moves' in driver) {
      let before: string | null = null
      driver.moves.forEach((move, m) => {
        const key = moveKey(driver.id, move, m)
        entries.push({
          key,
          id: move.id ?? null,
          kind: 'move',
          name: `${name}, move ${m + 1}`,
          pointer: `${path}/moves/${m}`,
          timed: move,
          after: hangsOn(move, before),
        })
        before = key
      })
    } else if (isTimed(driver)) {
      entries.push({
        key: driver.id,
        id: driver.id,
        kind: 'motor',
        name,
        pointer: path,
        timed: driver,
        after: hangsOn(driver, null),
      })
    }
  })
  scenario.cues?.forEach((cue, k) => {
    const name = cue.name ?? `the cue “${cue.kind}”`
    entries.push({
      key: cue.id,
      id: cue.id,
      kind: 'cue',
      name,
      pointer: `/cues/${k}`,
      timed: cue,
      after: hangsOn(cue, null),
    })
  })
  scenario.shots?.forEach((shot, k) => {
    entries.push({
      key: shot.id,
      id: shot.id,
      kind: 'shot',
      name: shot.name,
      pointer: `/shots/${k}`,
      timed: shot,
      after: hangsOn(shot, scenario.shots![k - 1]?.id ?? null),
    })
  })
  return entries
}

/** Whether a driver is switched on at some time, as its kind declares by its fields. */
const isTimed = (driver: AnyDriver): driver is AnyDriver & Timed =>
  fieldsOf(driverClasses[driver.kind]).has('tie')

/** What a driver acts on: the first entry that it refers to, as people call it. */
export const drivenName = (document: MechanismDocument, driver: AnyDriver): string =>
  namesOfDriven(document).get(drivenId(driver) ?? '') ?? driver.id

function drivenId(driver: AnyDriver): string | undefined {
  const { joint, mate, relation, datum } = driver as {
    joint?: string
    mate?: string
    relation?: string
    datum?: string
  }
  return joint ?? mate ?? relation ?? datum
}

/** Names of all that drivers can act on, by id. */
export const namesOfDriven = ({
  joints,
  mates = [],
  relations = [],
  datums,
}: MechanismDocument): ReadonlyMap<string, string> =>
  new Map([...datums, ...relations, ...mates, ...joints].map(({ id, name }) => [id, name]))
