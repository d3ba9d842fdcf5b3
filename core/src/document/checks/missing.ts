/** Ids that are used twice, and references to what is not there: from the table of references alone. */
import type { Problem } from '../../result'
import type { MechanismDocument } from '../format/mechanism'
import { walkDocument } from '../walk'
import type { EntryPlace, ReferencePlace } from '../walk'

export function idProblems(document: MechanismDocument): Problem[] {
  const entries = new Map<string, EntryPlace>()
  const repeated: Problem[] = []
  const references: ReferencePlace[] = []
  walkDocument(document, {
    entry: (place) => {
      const { id, pointer } = place
      const before = entries.get(id)
      if (!before) entries.set(id, place)
      else {
        repeated.push({
          code: 'id-repeated',
          message: `The id “${id}” stands at ${before.pointer} already; every id may be used once.`,
          pointer: `${pointer}/id`,
          ids: [id],
        })
      }
    },
    reference: (place) => references.push(place),
  })
  return [...repeated, ...references.flatMap((reference) => missing(reference, entries.get(reference.id)))]
}

function missing(
  { to, id, pointer, owner, scenario }: ReferencePlace,
  found: EntryPlace | undefined,
): Problem[] {
  // of ties there is more to say, see scenario-references.ts
  if (to.includes('move')) return []
  // what belongs to a scenario is referred to from inside it only
  if (found && to.includes(found.kind) && (found.scenario === null || found.scenario === scenario)) return []
  const words = [to.slice(0, -1).join(', '), to[to.length - 1]].filter(Boolean).join(' or ')
  // the lists whose entries have no id of their own
  const unnamed = pointer.startsWith('/clearance') ? 'Clearance' : 'Control desk'
  return [missingReference(pointer, words, id, owner ?? unnamed)]
}

export const missingReference = (path: string, what: string, id: string, owner: string): Problem => ({
  code: 'reference-missing',
  message: `“${owner}” refers to the ${what} “${id}”, which is not in this mechanism.`,
  pointer: path,
  ids: [owner, id],
})
