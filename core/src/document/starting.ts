/** Everything of a scenario that starts at some time: moves, motors and cues, with what each hangs on. */
import type { MechanismDocument } from './format/mechanism'
import type { AnyDriver, Scenario } from './format/scenarios'
import type { Timed } from './format/timing'

export interface StartingEntry {
  /** Its id, or for a move without one its driver and place in the lane: unique in the scenario. */
  readonly key: string
  readonly kind: 'move' | 'motor' | 'cue'
  /** "Jaw slide, move 2". */
  readonly name: string
  /** Place below the scenario. */
  readonly path: string
  readonly timed: Timed
  /** Key of what it starts with or after; null for a time, for what waits for a value, and for the first of a lane. */
  readonly after: string | null
}

export const moveKey = (driver: string, move: { id?: string }, index: number): string =>
  move.id ?? `${driver}/${index}`

export function startingEntries(document: MechanismDocument, scenario: Scenario): StartingEntry[] {
  const entries: StartingEntry[] = []
  const hangsOn = ({ start, tie }: Timed, before: string | null): string | null =>
    tie ? (tie.with ?? tie.after ?? null) : start === undefined ? before : null
  scenario.drivers.forEach((driver, k) => {
    const name = drivenName(document, driver)
    const path = `/drivers/${k}`
    if (driver.kind === 'motor') {
      entries.push({ key: driver.id, kind: 'motor', name, path, timed: driver, after: hangsOn(driver, null) })
    } else if ('moves' in driver) {
      let before: string | null = null
      driver.moves.forEach((move, m) => {
        const key = moveKey(driver.id, move, m)
        entries.push({
          key,
          kind: 'move',
          name: `${name}, move ${m + 1}`,
          path: `${path}/moves/${m}`,
          timed: move,
          after: hangsOn(move, before),
        })
        before = key
      })
    }
  })
  scenario.cues?.forEach((cue, k) => {
    const name = cue.name ?? `the cue “${cue.kind}”`
    entries.push({
      key: cue.id,
      kind: 'cue',
      name,
      path: `/cues/${k}`,
      timed: cue,
      after: hangsOn(cue, null),
    })
  })
  return entries
}

/** What a driver stands on, as people call it. */
export function drivenName(document: MechanismDocument, driver: AnyDriver): string {
  const named =
    driver.kind === 'path'
      ? document.datums.find(({ id }) => id === driver.datum)
      : [document.joints, document.mates ?? [], document.relations ?? []]
          .flat()
          .find(({ id }) => id === (driver.joint ?? driver.mate ?? driver.relation))
  return named?.name ?? driver.id
}
