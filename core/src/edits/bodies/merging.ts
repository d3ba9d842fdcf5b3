/** A mechanism brought into another one: everything of it comes along under ids and names of its own, where it stands. */
import { copyOf } from '../../document/copy'
import { MechanismDocument } from '../../document/format/mechanism'
import { countedName, FreshIds } from '../../document/ids'
import { entriesOf, renameIds } from '../../document/walk'

export interface Merged {
  readonly document: MechanismDocument
  /** The bodies that came. */
  readonly bodies: readonly string[]
}

const LISTS = [
  'parts',
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
  'poses',
  'probes',
  'scenarios',
  'references',
  'checks',
  'charts',
] as const

/** @param other a valid document; its control desk stays behind */
export function mergeMechanism(document: MechanismDocument, other: MechanismDocument): Merged {
  const target = copyOf(document)
  const coming = copyOf(other)
  delete coming.desk
  const fresh = new FreshIds(document)
  const ids = new Map([...entriesOf(coming).keys()].map((id) => [id, fresh.take(id)]))
  renameIds(MechanismDocument, coming, ids)
  for (const list of LISTS) {
    const entries = coming[list] as { name: string }[] | undefined
    if (!entries || entries.length === 0) continue
    const there = (target[list] as { name: string }[] | undefined) ?? []
    const taken = new Set(there.map(({ name }) => name))
    for (const entry of entries) {
      if (taken.has(entry.name)) entry.name = countedName(taken, entry.name)
      else taken.add(entry.name)
    }
    ;(target as unknown as Record<string, object[]>)[list] = [...there, ...entries]
  }
  return { document: target, bodies: coming.bodies.map(({ id }) => id) }
}
