/**
 * What of a document decides how one of its scenarios moves, as text: two documents with the same text have the same take.
 * Fields marked `@NoMotion`, poses that nothing starts at, the timing of other scenarios, and shots and cues that change
 * only what is seen are left out. What other
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
import { startingEntries } from '../document/starting'
import { cueType } from '../motion/cues/registry'
import { needsForces } from '../document/moved-by-forces'
import { readsForces } from '../probes/registry'
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
      scenarios: chain.map((one) => ({ ...one, ...withoutSeen(document, one) })),
    }),
    document.scenarios.map((one) => [one.drivers.map(target), withoutSeen(document, one).cues ?? []]),
    looksAtJerk(document.checks),
    knowsForces(document, chain) ? forcesOf(document, chain) : null,
  ])
}

/** Whether masses and loads have a part in what a take of the scenarios holds. */
const knowsForces = (document: MechanismDocument, chain: readonly Scenario[]): boolean =>
  chain.some(needsForces) || readsForces(document)

/** What decides how forces move a mechanism: all of that is left out elsewhere. */
const forcesOf = (
  { loads, springs, bodies, parts }: MechanismDocument,
  chain: readonly Scenario[],
): unknown => [
  loads,
  springs,
  bodies.map(({ mass }) => mass),
  parts.map(({ density }) => density),
  chain.map(({ gravity, loads: own }) => [gravity, own]),
]

/**
 * Cues and shots of a scenario without those that change only what is seen, which have a part in the motion only when a
 * motion hangs on their times, or when they wait for a value, whose passing a run looks for.
 */
function withoutSeen(document: MechanismDocument, scenario: Scenario): Pick<Scenario, 'cues' | 'shots'> {
  const { cues = [], shots = [] } = scenario
  const seen = new Set([
    ...cues.filter(({ kind }) => !cueType(kind).apply).map(({ id }) => id),
    ...shots.map(({ id }) => id),
  ])
  const entries = new Map(startingEntries(document, scenario).map((entry) => [entry.key, entry]))
  const needed = new Set<string>()
  for (const { key, timed } of entries.values()) {
    if (seen.has(key) && !timed.tie?.when) continue
    for (let at: string | null = key; at !== null && !needed.has(at); at = entries.get(at)?.after ?? null)
      needed.add(at)
  }
  const kept = <E extends { id: string }>(list: readonly E[]) => {
    const left = list.filter(({ id }) => needed.has(id))
    return left.length > 0 ? left : undefined
  }
  return { cues: kept(cues), shots: kept(shots) }
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
