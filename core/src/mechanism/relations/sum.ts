/** Linear sum: the weighted coordinates add up to a constant, as in a differential. Source: common practice. */
import type { LinearSum, SumTerm } from '../../document/format/relations'
import { fail, succeed } from '../../result'
import type { Reading } from '../reading'
import { defineRelation } from './relation-type'

export const sum = defineRelation<LinearSum>({
  kind: 'sum',
  equation(relation, context) {
    if (relation.terms.length < 2) {
      return fail({
        code: 'relation-terms',
        message: `${relation.name}: a sum needs two coordinates or more.`,
        path: '/terms',
      })
    }
    const sides: { side: Reading; factor: number }[] = []
    for (const [k, term] of relation.terms.entries()) {
      const side = context.coordinate(term, `/terms/${k}`)
      if (!side.ok) return side
      sides.push({ side: side.value, factor: term.factor })
    }
    return succeed({
      sides,
      measures: sides[0].side.measures,
      sentence: `${sumOf(relation.terms, (term) => context.nameOf(term))} stays constant`,
      pitch: null,
    })
  },
})

/** "Left + Right − 2 × Cage". */
const sumOf = (terms: readonly SumTerm[], nameOf: (term: SumTerm) => string): string =>
  terms
    .map((term, k) => {
      const size = Math.abs(term.factor)
      const sign = term.factor < 0 ? (k === 0 ? '−' : ' − ') : k === 0 ? '' : ' + '
      return `${sign}${size === 1 ? '' : `${size} × `}${nameOf(term)}`
    })
    .join('')
