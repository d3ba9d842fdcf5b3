/** Pairs for clearances must be of two bodies. */
import type { Problem } from '../../result'
import type { MechanismDocument } from '../format/mechanism'
import { bodiesOfGroup } from '../groups'

export function clearanceProblems(document: MechanismDocument): Problem[] {
  const { pairs = [], ignored = [] } = document.clearance ?? {}
  const lists = { pairs, ignored }
  return Object.entries(lists).flatMap(([list, entries]) =>
    entries.flatMap(({ a, b }, k) => {
      const others = new Set(bodiesOfGroup(document, b))
      const same = bodiesOfGroup(document, a).filter((id) => others.has(id))
      if (same.length === 0) return []
      const name = document.bodies.find(({ id }) => id === same[0])?.name ?? same[0]
      return [
        {
          code: 'pair-of-itself',
          message: `A pair for clearances has “${name}” on both sides; choose two different bodies or groups.`,
          pointer: `/clearance/${list}/${k}`,
          ids: [a, b],
        },
      ]
    }),
  )
}
