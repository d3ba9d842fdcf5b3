/** Groups of bodies: nested, each member in one group at most, never inside itself. */
import type { Problem } from '../result'
import { circlesIn } from './circles'
import type { MechanismDocument } from './format/mechanism'
import type { Group } from './format/parts'

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
  const places = new Map(groups.map(({ id }, i) => [id, i]))
  const above = (id: string) => {
    const holder = owner.get(id)
    return holder !== undefined && places.has(holder) ? holder : undefined
  }
  const circles = circlesIn(places.keys(), above)
  for (const [first, ...others] of circles) {
    const i = places.get(first)!
    problems.push({
      code: 'group-circular',
      message: `The group “${groups[i].name}” holds itself, by way of ${[first, ...others].join(', ')}.`,
      pointer: `/groups/${i}/members`,
      ids: [first, ...others],
    })
  }
  return circles.length > 0 ? problems : [...problems, ...depthProblems(groups, above)]
}

/** Groups that stand deeper in others than anybody nests them, the first of them. */
function depthProblems(groups: readonly Group[], above: (id: string) => string | undefined): Problem[] {
  const depths = new Map<string, number>()
  for (const [i, { id, name }] of groups.entries()) {
    const chain: string[] = []
    let at: string | undefined = id
    for (; at !== undefined && !depths.has(at); at = above(at)) chain.push(at)
    let depth = at === undefined ? 0 : depths.get(at)!
    for (const one of chain.reverse()) depths.set(one, ++depth)
    if (depth > DEEPEST)
      return [
        {
          code: 'group-too-deep',
          message: `The group “${name}” stands in ${depth - 1} others; at most ${DEEPEST - 1} can be.`,
          pointer: `/groups/${i}`,
          ids: [id],
        },
      ]
  }
  return []
}

/** How deep groups may be nested. Larger: walks over groups in groups run out of stack. */
const DEEPEST = 100

/** Ids of the bodies of a group and of the groups in it. */
export const bodiesOfGroup = (document: MechanismDocument, id: string): string[] =>
  bodiesBelow(groupsById(document), id)

const groupsById = ({ groups = [] }: MechanismDocument) => new Map(groups.map((group) => [group.id, group]))

function bodiesBelow(groups: ReadonlyMap<string, Group>, id: string): string[] {
  const group = groups.get(id)
  return group ? group.members.flatMap((member) => bodiesBelow(groups, member)) : [id]
}

/** Sets of bodies that move as one: those of every outermost rigid group. */
export function rigidSets(document: MechanismDocument): string[][] {
  const inside = new Set((document.groups ?? []).flatMap(({ members }) => members))
  const sets: string[][] = []
  const groups = groupsById(document)
  const visit = (id: string) => {
    const group = groups.get(id)
    if (group?.kind === 'rigid') sets.push(bodiesBelow(groups, id))
    else group?.members.forEach(visit)
  }
  for (const { id } of document.groups ?? []) if (!inside.has(id)) visit(id)
  return sets
}

/** Bodies with all that rigid groups bind to them: a group moves as one, whichever of its bodies is meant. */
export function withTheirGroups(document: MechanismDocument, bodies: readonly string[]): string[] {
  const sets = new Map(rigidSets(document).flatMap((set) => set.map((id) => [id, set] as const)))
  return [...new Set(bodies.flatMap((id) => sets.get(id) ?? [id]))]
}
