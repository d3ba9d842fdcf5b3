/** Groups of bodies: nested, each member in one group at most, never inside itself; and copying one with all it holds. */
import type { Problem } from '../result'
import type { MechanismDocument } from './format/mechanism'
import { coordinatesOf } from './format/relations'

export function groupProblems(document: MechanismDocument): Problem[] {
  const groups = new Map((document.groups ?? []).map((group) => [group.id, group]))
  const bodies = new Set(document.bodies.map(({ id }) => id))
  const owner = new Map<string, string>()
  const problems: Problem[] = []
  ;(document.groups ?? []).forEach((group, i) => {
    group.members.forEach((member, k) => {
      const path = `/groups/${i}/members/${k}`
      const other = owner.get(member)
      if (!bodies.has(member) && !groups.has(member)) {
        problems.push({
          code: 'reference-missing',
          message: `“${group.id}” refers to the body or group “${member}”, which is not in this mechanism.`,
          path,
          ids: [group.id, member],
        })
      } else if (other !== undefined) {
        problems.push({
          code: 'group-member-twice',
          message: `“${member}” belongs to the group “${other}” already; take it out of one of the two.`,
          path,
          ids: [group.id, other, member],
        })
      }
      owner.set(member, group.id)
    })
  })
  ;(document.groups ?? []).forEach((group, i) => {
    const chain = [group.id]
    for (let above = owner.get(group.id); above !== undefined; above = owner.get(above)) {
      if (above === group.id) {
        problems.push({
          code: 'group-circular',
          message: `The group “${group.name}” holds itself, by way of ${chain.join(', ')}.`,
          path: `/groups/${i}/members`,
          ids: chain,
        })
      }
      if (chain.includes(above)) break
      chain.push(above)
    }
  })
  return problems
}

/** Ids of the bodies of a group and of the groups in it. */
export function bodiesOfGroup(document: MechanismDocument, id: string): string[] {
  const group = document.groups?.find((g) => g.id === id)
  return group ? group.members.flatMap((member) => bodiesOfGroup(document, member)) : [id]
}

/** Sets of bodies that move as one: those of every outermost rigid group. */
export function rigidSets(document: MechanismDocument): string[][] {
  const inside = new Set((document.groups ?? []).flatMap(({ members }) => members))
  const sets: string[][] = []
  const visit = (id: string) => {
    const group = document.groups?.find((g) => g.id === id)
    if (group?.kind === 'rigid') sets.push(bodiesOfGroup(document, id))
    else group?.members.forEach(visit)
  }
  for (const { id } of document.groups ?? []) if (!inside.has(id)) visit(id)
  return sets
}

/** Fields whose text is never an id, though it may read like one. */
const WORDS = new Set(['name', 'kind', 'as', 'freedom', 'colour', 'part'])

/**
 * A copy of the document in which a group stands twice: its bodies, inner groups, datums, and the joints, mates and
 * relations that lie wholly inside. New ids end in `suffix`, new names in the same word.
 */
export function copyGroup(document: MechanismDocument, id: string, suffix: string): MechanismDocument {
  const bodies = new Set(bodiesOfGroup(document, id))
  const datums = new Set(document.datums.filter(({ body }) => bodies.has(body)).map((datum) => datum.id))
  const paths = new Set(
    (document.paths ?? []).filter(({ datum }) => datums.has(datum)).map((path) => path.id),
  )
  const joints = document.joints.filter(({ from, to }) => datums.has(from) && datums.has(to))
  const jointIds = new Set(joints.map((joint) => joint.id))
  const inside = (end: { datum?: string; path?: string }) =>
    (end.datum !== undefined && datums.has(end.datum)) || (end.path !== undefined && paths.has(end.path))
  const groups = groupsIn(document, id)

  const copiedIds = new Set([
    ...bodies,
    ...datums,
    ...paths,
    ...jointIds,
    ...groups,
    ...document.bodies.filter((body) => bodies.has(body.id)).flatMap(({ parts }) => parts.map((p) => p.id)),
  ])
  const renamed = <T extends { id: string; name?: string }>(entry: T): T => {
    const copy = JSON.parse(JSON.stringify(entry), (key, value: unknown) =>
      typeof value === 'string' && copiedIds.has(value) && !WORDS.has(key) ? `${value}-${suffix}` : value,
    ) as T
    // mates and relations are referred to by nothing that is copied
    if (copy.id === entry.id) copy.id = `${entry.id}-${suffix}`
    if (copy.name !== undefined) copy.name = `${entry.name} ${suffix}`
    return copy
  }
  const both = <T extends { id: string; name?: string }>(
    list: readonly T[],
    copied: (entry: T) => boolean,
  ): T[] => [...list, ...list.filter(copied).map(renamed)]
  return {
    ...document,
    bodies: both(document.bodies, (body) => bodies.has(body.id)),
    groups: both(document.groups ?? [], (group) => groups.has(group.id)),
    datums: both(document.datums, (datum) => datums.has(datum.id)),
    paths: both(document.paths ?? [], (path) => paths.has(path.id)),
    joints: both(document.joints, (joint) => jointIds.has(joint.id)),
    mates: both(document.mates ?? [], ({ a, b }) => inside(a) && inside(b)),
    relations: both(document.relations ?? [], (relation) =>
      coordinatesOf(relation).every(([, { joint }]) => jointIds.has(joint)),
    ),
  }
}

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
