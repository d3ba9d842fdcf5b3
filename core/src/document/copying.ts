/**
 * Copies of bodies and groups with all that belongs to them: inner groups and datums, whatever refers to them alone (paths,
 * joints, mates, relations, contacts, springs, loads), and the drivers and loads of what is copied, in every scenario.
 */
import { copyOf } from './copy'
import { MechanismDocument } from './format/mechanism'
import type { Placement } from './format/parts'
import { bodiesOfGroup } from './groups'
import { countedName, FreshIds } from './ids'
import type { EntryKind } from './rules/references'
import { renameIds, walkDocument } from './walk'
import type { EntryPlace, ReferencePlace } from './walk'

/** Joints to bodies that stay, which come along: their copies are made to new datums on these bodies. */
export interface OutwardJoints {
  readonly joints: ReadonlySet<string>
  /** Where the new datums are on their bodies, by the datum that stays. */
  readonly datums: ReadonlyMap<string, Placement>
}

export interface CopiedEntries {
  readonly document: MechanismDocument
  /** Ids of the copies by those of the originals. */
  readonly copies: ReadonlyMap<string, string>
}

const NO_JOINTS: OutwardJoints = { joints: new Set(), datums: new Map() }

/** Lists whose entries are copied with the bodies that they belong to; the first two are chosen, the others follow. */
const LISTS = [
  'bodies',
  'groups',
  'datums',
  'paths',
  'joints',
  'mates',
  'relations',
  'contacts',
  'springs',
  'loads',
] as const
const FOLLOWING = LISTS.slice(2)

/** What a driver can drive. */
const DRIVEN: readonly EntryKind[] = ['joint', 'mate', 'relation', 'path', 'datum']

/**
 * @param ids of bodies and groups; a group brings all that is in it
 * @param outward joints that come along though they lead to bodies that stay
 * @param withDrivers whether the drivers of what is copied come along
 */
export function copyEntries(
  document: MechanismDocument,
  ids: readonly string[],
  outward: OutwardJoints = NO_JOINTS,
  withDrivers = true,
): CopiedEntries {
  const chosen = new Set(ids.flatMap((id) => [...bodiesOfGroup(document, id), ...groupsIn(document, id)]))
  const inside = belongings(document, chosen, outward.joints, withDrivers)
  const fresh = new FreshIds(document)
  const other = (id: string) => fresh.take(id.replace(/-\d+$/, ''))
  const copies = new Map([...inside, ...outward.datums.keys()].map((id) => [id, other(id)]))
  const target = copyOf(document)

  for (const list of LISTS) {
    const entries = document[list] as { id: string; name: string }[] | undefined
    if (!entries) continue
    const taken = new Set(entries.map(({ name }) => name))
    const made = entries
      .filter(({ id }) => inside.has(id))
      .map((entry) => ({
        ...copyOf(entry),
        name: list === 'datums' ? entry.name : countedName(taken, entry.name),
      }))
    renameIds(MechanismDocument, { [list]: made }, copies)
    ;(target[list] as object[]).push(...made)
  }
  const taken = new Set(document.datums.map(({ name }) => name))
  for (const [id, at] of outward.datums) {
    const { body, name } = document.datums.find((datum) => datum.id === id)!
    target.datums.push({ id: copies.get(id)!, name: countedName(taken, name), body, at })
  }
  document.scenarios.forEach(({ drivers }, k) => {
    const made = drivers.filter(({ id }) => inside.has(id)).map(copyOf)
    renameIds(MechanismDocument, { scenarios: [{ drivers: made }] }, copies)
    target.scenarios[k].drivers.push(...made)
    const loads = document.scenarios[k].loads ?? []
    const names = new Set(loads.map(({ name }) => name))
    const copied = loads
      .filter(({ id }) => inside.has(id))
      .map((load) => ({ ...copyOf(load), name: countedName(names, load.name) }))
    renameIds(MechanismDocument, { scenarios: [{ loads: copied }] }, copies)
    target.scenarios[k].loads?.push(...copied)
  })
  return { document: target, copies }
}

/** Ids of the given bodies and groups, of what is inside the bodies, and of what refers to these alone. */
function belongings(
  document: MechanismDocument,
  chosen: ReadonlySet<string>,
  joints: ReadonlySet<string>,
  withDrivers: boolean,
): Set<string> {
  const inside = new Set([...chosen, ...joints])
  const references = new Map<string, ReferencePlace[]>()
  const places: EntryPlace[] = []
  walkDocument(document, {
    entry: (place) => {
      places.push(place)
      if (place.kind !== 'placed part') return
      const body = document.bodies[Number(place.pointer.split('/')[2])]
      if (chosen.has(body.id)) inside.add(place.id)
    },
    reference: (place) => {
      if (place.owner === null || place.to.includes('part')) return
      references.set(place.owner, [...(references.get(place.owner) ?? []), place])
    },
  })
  const follows = ({ id, pointer }: EntryPlace): boolean => {
    if (!FOLLOWING.some((list) => pointer.startsWith(`/${list}/`))) return false
    const own = references.get(id) ?? []
    return own.length > 0 && own.every((reference) => inside.has(reference.id))
  }
  // a datum between others comes after them, so one round does not always do
  for (let before = -1; before < inside.size;) {
    before = inside.size
    for (const place of places) if (!inside.has(place.id) && follows(place)) inside.add(place.id)
  }
  if (!withDrivers) return inside
  for (const { id, kind, pointer } of places) {
    const own = references.get(id) ?? []
    if (kind === 'load' && own.length > 0 && own.every((reference) => inside.has(reference.id)))
      inside.add(id)
    if (kind !== 'driver') continue
    const driven = (references.get(id) ?? []).filter(
      (place) => place.to.some((to) => DRIVEN.includes(to)) && isFieldOf(pointer, place.pointer),
    )
    if (driven.length === 0 || !driven.every((place) => inside.has(place.id))) continue
    inside.add(id)
    for (const move of places) if (move.pointer.startsWith(`${pointer}/moves/`)) inside.add(move.id)
  }
  return inside
}

const isFieldOf = (entry: string, field: string): boolean =>
  field.startsWith(`${entry}/`) && !field.slice(entry.length + 1).includes('/')

function groupsIn(document: MechanismDocument, id: string): Set<string> {
  const found = new Set<string>()
  const visit = (member: string) => {
    const group = document.groups?.find((g) => g.id === member)
    if (!group) return
    found.add(member)
    group.members.forEach(visit)
  }
  visit(id)
  return found
}
