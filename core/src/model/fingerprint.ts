/**
 * What of a document decides how one of its scenarios moves, as text: two documents with the same text have the same take.
 * Names, looks, materials, poses that nothing starts at, the desk and the timing of other scenarios do not matter. What
 * other scenarios drive and switch does, since home and the spanning tree are chosen with all of them in sight.
 */
import type { MechanismDocument } from '../document/format/mechanism'
import type { AnyDriver, Scenario } from '../document/format/scenarios'

export function matterOf(document: MechanismDocument, scenario: string): string {
  const chain: Scenario[] = []
  for (let id: string | undefined = scenario; id !== undefined; id = chain[chain.length - 1].startAfter) {
    const next = document.scenarios.find((one) => one.id === id)
    if (!next || chain.includes(next)) break
    chain.push(next)
  }
  const starts = new Set(chain.map(({ startPose }) => startPose))
  return JSON.stringify({
    parts: without(document.parts, 'name', 'colour', 'density', 'material'),
    bodies: without(document.bodies, 'name', 'mass'),
    groups: without(document.groups ?? [], 'name'),
    datums: without(document.datums, 'name'),
    paths: without(document.paths ?? [], 'name'),
    joints: without(document.joints, 'name'),
    mates: without(document.mates ?? [], 'name'),
    relations: without(document.relations ?? [], 'name'),
    probes: without(document.probes, 'name'),
    poses: without(
      (document.poses ?? []).filter(({ id }) => starts.has(id)),
      'name',
    ),
    chain: without(chain, 'name'),
    driven: document.scenarios.map(({ drivers, cues }) => [drivers.map(target), cues ?? []]),
  })
}

/** What a driver stands on, however it moves it. */
function target(driver: AnyDriver): unknown {
  const { id, kind, suspended } = driver
  return driver.kind === 'path'
    ? [id, kind, suspended, driver.datum, driver.path, driver.oriented]
    : [id, kind, suspended, driver.joint, driver.freedom, driver.mate, driver.relation]
}

const without = <T extends object>(entries: readonly T[], ...keys: readonly (keyof T)[]): object[] =>
  entries.map((entry) =>
    Object.fromEntries(Object.entries(entry).filter(([key]) => !keys.includes(key as keyof T))),
  )
