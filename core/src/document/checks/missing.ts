/** References to what is not there. */
import type { Problem } from '../../result'

export const idsOf = (entries: readonly { id: string }[]): Set<string> => new Set(entries.map((e) => e.id))

export function missing(path: string, what: string, id: string, owner: string): Problem {
  return {
    code: 'reference-missing',
    message: `“${owner}” refers to the ${what} “${id}”, which is not in this mechanism.`,
    path,
    ids: [owner, id],
  }
}
