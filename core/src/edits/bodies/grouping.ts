/** Groups made and changed: gathering, binding, nesting, dissolving, moving a member elsewhere. */
import { copyOf } from '../../document/copy'
import { bodiesOfGroup } from '../../document/groups'
import type { MechanismDocument } from '../../document/format/mechanism'
import { freshId, slug } from '../../document/ids'

/** Gathers bodies and groups under a new one, which is where the first of them was. */
export function gather(
  document: MechanismDocument,
  members: readonly string[],
  kind: 'rigid' | 'moving',
  name: string,
): { document: MechanismDocument; group: string } {
  const draft = copyOf(document)
  const id = freshId(draft, slug(name))
  const holders = new Set(members.map((member) => holderOf(draft, member)))
  // members of one group are gathered inside it
  const [holder] = holders.size === 1 ? holders : [undefined]
  for (const group of draft.groups ?? []) group.members = group.members.filter((m) => !members.includes(m))
  draft.groups = [...(draft.groups ?? []), { id, name, kind, members: [...members] }]
  draft.groups.find((group) => group.id === holder)?.members.push(id)
  draft.groups = draft.groups.filter((group) => group.members.length > 0)
  return { document: draft, group: id }
}

/** Puts a body or a group into a group, or on the outermost level (null). */
export function regroup(document: MechanismDocument, member: string, into: string | null): MechanismDocument {
  const draft = copyOf(document)
  for (const group of draft.groups ?? []) group.members = group.members.filter((m) => m !== member)
  draft.groups?.find((group) => group.id === into)?.members.push(member)
  draft.groups = draft.groups?.filter((group) => group.members.length > 0)
  return draft
}

/** Takes a group away; its members are where it was. */
export function dissolve(document: MechanismDocument, id: string): MechanismDocument {
  const draft = copyOf(document)
  const group = draft.groups?.find((g) => g.id === id)
  for (const other of draft.groups ?? [])
    other.members = other.members.flatMap((m) => (m === id ? (group?.members ?? []) : [m]))
  draft.groups = draft.groups?.filter((g) => g.id !== id)
  return draft
}

/** The group that holds a body or a group, if any. */
export const holderOf = (document: MechanismDocument, member: string): string | undefined =>
  document.groups?.find(({ members }) => members.includes(member))?.id

/** Bodies of a selection of bodies and groups, each once. */
export const bodiesOf = (document: MechanismDocument, ids: readonly string[]): string[] => [
  ...new Set(ids.flatMap((id) => bodiesOfGroup(document, id))),
]
