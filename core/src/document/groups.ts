/** Groups of bodies: nested, each member in one group at most, never inside itself; and copying one with all it holds. */
import type { Problem } from '../result'
import { copyOf } from './copy'
import { MechanismDocument } from './format/mechanism'
import { renameIds, walkDocument } from './walk'
import type { EntryPlace, ReferencePlace } from './walk'

export function groupProblems({ groups = [] }: MechanismDocument): Problem[] {
  const owner = new Map<string, string>()
  const problems: Problem[] = []
  groups.forEach((group, i) => {
    group.members.forEach((member, k) => {
      const other = owner.get(member)
      if (other !== undefined) {
        problems.push({
          code: 'group-member-twice',
          message: `“${member}” belongs to the group “${other}” already; take it out of one of the two.`,
          pointer: `/groups/${i}/members/${k}`,
          ids: [group.id, other, member],
        })
      }
      owner.set(member, group.id)
    })
  })
  groups.forEach((group, i) => {
    const chain = [group.id]
    for (let above = owner.get(group.id); above !== undefined; above = owner.get(above)) {
      if (above === group.id) {
        problems.push({
          code: 'group-circular',
          message: `The group “${group.name}” holds itself, by way of ${chain.join(', ')}.`,
          pointer: `/groups/${i}/members`,
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

/** Bodies with all that rigid groups bind to them: a group moves as one, whichever of its bodies is meant. */
export function withTheirGroups(document: MechanismDocument, bodies: readonly string[]): string[] {
  const sets = rigidSets(document)
  return [...new Set(bodies.flatMap((id) => sets.find((set) => set.includes(id)) ?? [id]))]
}

/** Lists whose entries are copied with the bodies that they belong to. */
const COPIED = ['bodies', 'groups', 'datums', 'paths', 'joints', 'mates', 'relations', 'springs'] as const

/**
 * A copy of the document in which a group is there twice: its bodies, inner groups and datums, and whatever refers to
 * them alone: paths, joints, mates, relations, springs. New ids end in `suffix`, new names in the same word.
 */
export function copyGroup(document: MechanismDocument, id: string, suffix: string): MechanismDocument {
  const copied = new Set([...bodiesOfGroup(document, id), ...groupsIn(document, id)])
  const inside = belongings(document, copied)
  const renamed = new Map([...inside].map((old) => [old, `${old}-${suffix}`]))
  const target = copyOf(document)
  for (const list of COPIED) {
    const entries = document[list] as { id: string; name: string }[] | undefined
    if (!entries) continue
    const copies = entries
      .filter((entry) => inside.has(entry.id))
      .map((entry) => ({ ...copyOf(entry), name: `${entry.name} ${suffix}` }))
    const part = { [list]: copies }
    renameIds(MechanismDocument, part, renamed)
    ;(target[list] as object[]).push(...copies)
  }
  return target
}

/** Ids of the given bodies and groups, of what is inside the bodies, and of what refers to these alone. */
function belongings(document: MechanismDocument, chosen: ReadonlySet<string>): Set<string> {
  const inside = new Set(chosen)
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
  const lists = COPIED.slice(2).map((list) => `/${list}/`)
  // a datum between others comes after them, so one round does not always do
  for (let before = -1; before < inside.size;) {
    before = inside.size
    for (const { id, pointer } of places) {
      const own = references.get(id) ?? []
      if (inside.has(id) || own.length === 0 || !lists.some((list) => pointer.startsWith(list))) continue
      if (own.every((reference) => inside.has(reference.id))) inside.add(id)
    }
  }
  return inside
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
