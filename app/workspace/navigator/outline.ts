/** The outline as rows: groups with what is in them, bodies with their own datums, then joints, mates and relations; filtered and folded. */
import { holderOf } from '@ligamen/core'
import type { Kind } from '~/model/screen/selection'
import type { MechanismDocument } from '@ligamen/core'

export interface OutlineRow {
  readonly key: string
  readonly id: string
  readonly kind: Kind | 'heading'
  readonly name: string
  readonly note: string
  readonly level: number
  /** Whether it is folded; null when there is nothing to fold. */
  readonly folded: boolean | null
}

export function rowsOf(
  document: MechanismDocument,
  filter: string,
  folded: ReadonlySet<string>,
): OutlineRow[] {
  const rows: OutlineRow[] = []
  const fits = (name: string) => filter === '' || name.toLowerCase().includes(filter)
  const bodies = new Map(document.bodies.map((body) => [body.id, body]))
  const groups = new Map((document.groups ?? []).map((group) => [group.id, group]))

  /** Datums made for their own sake, by body. */
  const datums = new Map<string, { id: string; name: string }[]>()
  for (const { own, id, name, body } of document.datums)
    if (own) datums.set(body, [...(datums.get(body) ?? []), { id, name }])

  /** Whether a member or anything in it fits the filter. */
  const holds = (id: string): boolean => {
    const group = groups.get(id)
    return group
      ? fits(group.name) || group.members.some(holds)
      : fits(bodies.get(id)?.name ?? '') || (datums.get(id) ?? []).some(({ name }) => fits(name))
  }
  const visit = (id: string, level: number) => {
    if (!holds(id)) return
    const group = groups.get(id)
    const body = bodies.get(id)
    if (group) {
      const isFolded = folded.has(id) && filter === ''
      rows.push({ key: id, id, kind: 'group', name: group.name, note: group.kind, level, folded: isFolded })
      if (!isFolded) for (const member of group.members) visit(member, level + 1)
    } else if (body) {
      const note = body.grounded ? 'ground' : ''
      const own = datums.get(id) ?? []
      const isFolded = own.length > 0 ? folded.has(id) && filter === '' : null
      rows.push({ key: id, id, kind: 'body', name: body.name, note, level, folded: isFolded })
      if (isFolded === false)
        for (const { id, name } of own.filter(({ name }) => fits(name) || fits(body.name)))
          rows.push({ key: id, id, kind: 'datum', name, note: 'datum', level: level + 1, folded: null })
    }
  }
  for (const { id } of document.groups ?? []) if (holderOf(document, id) === undefined) visit(id, 0)
  for (const { id } of document.bodies) if (holderOf(document, id) === undefined) visit(id, 0)

  const section = (heading: string, kind: Kind, entries: readonly Entry[]) => {
    const fitting = entries.filter(({ name }) => fits(name))
    if (fitting.length === 0) return
    const isFolded = folded.has(heading) && filter === ''
    rows.push({
      key: heading,
      id: heading,
      kind: 'heading',
      name: heading,
      note: String(fitting.length),
      level: 0,
      folded: isFolded,
    })
    if (isFolded) return
    for (const { id, name, kind: note, suspended } of fitting)
      rows.push({ key: id, id, kind, name, note: suspended ? 'suspended' : note, level: 1, folded: null })
  }
  section('Joints', 'joint', document.joints)
  section('Mates', 'mate', document.mates ?? [])
  section('Relations', 'relation', document.relations ?? [])
  return rows
}

type Entry = { id: string; name: string; kind: string; suspended?: boolean }
