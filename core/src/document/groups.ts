/** Groups of bodies: nested, each member in one group at most, never inside itself. */
import type { Problem } from '../result'
import type { MechanismDocument } from './format/mechanism'

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
