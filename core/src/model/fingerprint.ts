/**
 * What of a document decides how one of its scenarios moves, as text: two documents with the same text have the same take.
 * Fields marked `@NoMotion`, poses that nothing starts at and the timing of other scenarios are left out. What other
 * scenarios drive and switch is not, since home and the spanning tree are chosen with all of them in sight; nor is whether jerks are
 * recorded.
 */
import { looksAtJerk } from '../document/format/checks'
import { MechanismDocument } from '../document/format/mechanism'
import type { Scenario } from '../document/format/scenarios'
import { nestingsOf } from '../document/rules/nested'
import type { Constructor } from '../document/rules/nested'
import { fieldsWithoutMotion } from '../document/rules/no-motion'
import { driverClasses } from '../document/format/drivers'
import type { AnyDriver } from '../document/format/drivers'
import { referencesOf } from '../document/rules/references'

/** Text that two documents share exactly when the scenario moves alike in both. */
export function motionFingerprint(document: MechanismDocument, scenario: string): string {
  const chain: Scenario[] = []
  for (let id: string | undefined = scenario; id !== undefined; id = chain[chain.length - 1].startAfter) {
    const next = document.scenarios.find((one) => one.id === id)
    if (!next || chain.includes(next)) break
    chain.push(next)
  }
  const starts = new Set(chain.map(({ startPose }) => startPose))
  return JSON.stringify([
    withoutIdle(MechanismDocument, {
      ...document,
      poses: (document.poses ?? []).filter(({ id }) => starts.has(id)),
      scenarios: chain,
    }),
    document.scenarios.map(({ drivers, cues }) => [drivers.map(target), cues ?? []]),
    looksAtJerk(document.checks),
  ])
}

/** What a driver acts on, however it moves it: its kind, what it refers to, and its switches. */
function target(driver: AnyDriver): unknown {
  const references = referencesOf(driverClasses[driver.kind])
  return Object.entries(driver).filter(
    ([key, value]) =>
      key === 'kind' || key === 'freedom' || references.has(key) || typeof value === 'boolean',
  )
}

/** A copy without the fields that do not decide how anything moves. */
function withoutIdle(type: Constructor, object: object): object {
  const idle = fieldsWithoutMotion(type)
  const nestings = nestingsOf(type)
  return Object.fromEntries(
    Object.entries(object).flatMap(([key, value]: [string, unknown]) => {
      if (idle.has(key) || value === undefined) return []
      const nesting = nestings.get(key)
      if (!nesting) return [[key, value]]
      const inner = (one: object): object => {
        const of = nesting.type()
        return withoutIdle(typeof of === 'function' ? of : of[(one as { kind: string }).kind], one)
      }
      return [[key, nesting.most === null ? inner(value as object) : (value as object[]).map(inner)]]
    }),
  )
}
