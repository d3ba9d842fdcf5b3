/** What scenarios must be beside their fields: one thing driven by each driver, ties to one thing each, no circle of ties. */
import { siValue } from '../../units/quantity'
import type { Problem } from '../../result'
import type { AnyCue } from '../format/cues'
import type { MechanismDocument } from '../format/mechanism'
import type { Scenario } from '../format/scenarios'
import { circlesIn } from '../circles'
import { namesOfDriven, startingEntries } from '../starting'
import type { StartingEntry } from '../starting'
import type { Passing } from '../format/timing'
import { fieldsOf } from '../rules/check'
import { shotFaults } from './shots'
import { driverClasses } from '../format/drivers'
import type { ValueDriver } from '../format/drivers'
import type { AnyDriver } from '../format/drivers'

export function scenarioProblems(document: MechanismDocument): Problem[] {
  const names = namesOfDriven(document)
  return [
    ...document.scenarios.flatMap((scenario, i) => {
      const path = `/scenarios/${i}`
      return [
        ...scenario.drivers.flatMap((driver, k) => driverProblems(driver, `${path}/drivers/${k}`)),
        ...(scenario.cues ?? []).flatMap((cue, k) => cueProblems(cue, `${path}/cues/${k}`)),
        ...(scenario.shots ?? []).flatMap((shot, k) => shotFaults(shot, `${path}/shots/${k}`)),
        ...startProblems(scenario, path),
        ...tieProblems(startingEntries(document, scenario, names), path),
      ]
    }),
    ...startCircles(document),
  ]
}

function driverProblems(driver: AnyDriver, path: string): Problem[] {
  if (!fieldsOf(driverClasses[driver.kind]).has('relation')) return []
  const { joint, mate, relation } = driver as ValueDriver
  if ([joint, mate, relation].filter((id) => id !== undefined).length === 1) return []
  return [
    {
      code: 'driver-incomplete',
      message: `The driver “${driver.id}” must name one joint, mate or relation that it drives.`,
      pointer: path,
      ids: [driver.id],
    },
  ]
}

function cueProblems(cue: AnyCue, path: string): Problem[] {
  if (cue.every !== undefined && !(siValue(cue.every, 'time') > 0)) {
    return [
      {
        code: 'cue-every',
        message: `A cue comes again after ${cue.every}; that must be more than zero seconds.`,
        pointer: `${path}/every`,
        ids: [cue.id],
      },
    ]
  }
  if (!('by' in cue) || cue.by !== cue.body) return []
  return [
    {
      code: 'cue-own-body',
      message: 'A body cannot take itself over; name the body that carries it.',
      pointer: `${path}/by`,
      ids: [cue.id, cue.body],
    },
  ]
}

/** A scenario starts in one way. */
function startProblems({ id, name, startPose, startAfter }: Scenario, path: string): Problem[] {
  if (startPose === undefined || startAfter === undefined) return []
  return [
    {
      code: 'start-ambiguous',
      message: `${name} starts at a pose and after another scenario; keep one of the two.`,
      pointer: `${path}/startPose`,
      ids: [id],
    },
  ]
}

/** No scenario starts after itself, by way of others. */
function startCircles({ scenarios }: MechanismDocument): Problem[] {
  const places = new Map(scenarios.map(({ id }, i) => [id, i]))
  const before = (id: string) => {
    const { startAfter } = scenarios[places.get(id)!]
    return startAfter !== undefined && places.has(startAfter) ? startAfter : undefined
  }
  return circlesIn(places.keys(), before).map((ids) => {
    const [name, ...others] = ids.map((id) => scenarios[places.get(id)!].name)
    return {
      code: 'start-circular',
      message: `${name} would start after itself, by way of ${others.join(', ') || 'itself'}.`,
      pointer: `/scenarios/${places.get(ids[0])}/startAfter`,
      ids,
    }
  })
}

/** Ties hang on one thing each, which is there, and never on themselves. */
function tieProblems(entries: readonly StartingEntry[], path: string): Problem[] {
  const byKey = new Map(entries.map((entry) => [entry.key, entry]))
  const problems = entries.flatMap((entry): Problem[] => {
    const { start, tie } = entry.timed
    const at = `${path}${entry.pointer}`
    const ids = [entry.key]
    if (!tie) return []
    if (start !== undefined) {
      const message = `${entry.name} has a start time and a tie; keep one of the two.`
      return [{ code: 'tie-ambiguous', message, pointer: `${at}/start`, ids }]
    }
    const { when } = tie
    if ([tie.with, tie.after, when].filter((way) => way !== undefined).length !== 1) {
      const message = `${entry.name} must be tied to one thing: with another start, after an end, or when a value is passed.`
      return [{ code: 'tie-ambiguous', message, pointer: `${at}/tie`, ids }]
    }
    if (when) return passingProblems(entry, when, `${at}/tie/when`)
    const to = (tie.with ?? tie.after)!
    if (byKey.has(to)) return []
    return [
      {
        code: 'tie-missing',
        message: `${entry.name} is tied to “${to}”, which is not in this scenario. Tie it to something else, or give it a time.`,
        pointer: `${at}/tie/${tie.with === undefined ? 'after' : 'with'}`,
        ids: [entry.key, to],
      },
    ]
  })
  return problems.length > 0 ? problems : circles(entries, path)
}

function passingProblems(entry: StartingEntry, when: Passing, path: string): Problem[] {
  if ((when.joint === undefined) !== (when.probe === undefined)) return []
  return [
    {
      code: 'tie-ambiguous',
      message: `${entry.name} waits for a value: name one joint or one probe that passes it.`,
      pointer: path,
      ids: [entry.key],
    },
  ]
}

/** Every circle of ties once, with its members named. */
function circles(entries: readonly StartingEntry[], path: string): Problem[] {
  const byKey = new Map(entries.map((entry) => [entry.key, entry]))
  const before = ({ after }: StartingEntry) => (after === null ? undefined : byKey.get(after))
  return circlesIn(entries, before).map((members) => ({
    code: 'tie-circular',
    message: `These wait for each other and none would start: ${members.map(({ name }) => name).join(', ')}. Give one of them a time.`,
    pointer: `${path}${members[0].pointer}/tie`,
    ids: members.map(({ key }) => key),
  }))
}
