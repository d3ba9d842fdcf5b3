/** Loads come: of one scenario, or of all. */
import type { MechanismDocument } from '../../document/format/mechanism'
import type { AnyLoad } from '../../document/format/loads'
import { freshId, unused } from '../../document/ids'
import { loadType } from '../../dynamics/loads/registry'
import { jointType } from '../../mechanism/joints/registry'
import { scenarioOf } from './scenario-edits'

/** Where a load acts: along a joint's freedom, or at a datum. */
export type LoadPlace = { readonly joint: string; readonly freedom?: string } | { readonly datum: string }

/** What a load of a kind is made for. */
export const takesDatum = (kind: string): boolean => kind === 'force' || kind === 'torque'

/** The loads of a scenario, or of all without one. */
export const loadsOf = (document: MechanismDocument, scenario: string | null): readonly AnyLoad[] =>
  (scenario === null ? document.loads : scenarioOf(document, scenario).loads) ?? []

/** @param scenario null for all; returns the id */
export function addLoad(
  draft: MechanismDocument,
  scenario: string | null,
  kind: string,
  place: LoadPlace,
): string {
  const { title, begins } = loadType(kind)
  const all = [draft, ...draft.scenarios].flatMap(({ loads = [] }) => loads)
  const joint = 'joint' in place ? draft.joints.find(({ id }) => id === place.joint)! : null
  const datum = 'datum' in place ? draft.datums.find(({ id }) => id === place.datum)! : null
  const name = unused(new Set(all.map((load) => load.name)), `${title}, ${(joint ?? datum)!.name}`)
  const freedoms = joint ? jointType(joint.kind)!.freedoms : []
  const freedom = freedoms.find((one) => 'freedom' in place && one.name === place.freedom) ?? freedoms[0]
  const along = freedom?.motion === 'slide' ? 'length' : 'angle'
  const load = { id: freshId(draft, kind), name, kind, ...place, ...begins(along) } as AnyLoad
  const owner = scenario === null ? draft : scenarioOf(draft, scenario)
  owner.loads = [...(owner.loads ?? []), load]
  return load.id
}

/** Changes a load wherever it is. */
export function alterLoad(draft: MechanismDocument, id: string, change: (load: AnyLoad) => void): void {
  for (const { loads = [] } of [draft, ...draft.scenarios])
    for (const load of loads) if (load.id === id) change(load)
}
