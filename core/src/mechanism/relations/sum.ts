/** Linear sum: the weighted coordinates add up to a constant, as in a differential. Source: common practice. */
import { IsIn } from 'class-validator'
import { CoordinateRef, Relation } from '../../document/format/relations'
import { NestedList } from '../../document/rules/nested'
import { IsRatio } from '../../document/rules/rules'
import { Fit } from './proposal'
import { fail, succeed } from '../../result'
import type { Reading } from '../reading'
import { defineRelation } from './relation-type'

/** A coordinate of a sum, with its factor. */
export class SumTerm extends CoordinateRef {
  /** Per radian or metre of the coordinate. */
  @IsRatio() factor!: number
}

/** A weighted sum of coordinates stays constant, as in a differential. */
export class LinearSum extends Relation {
  @IsIn(['sum']) kind!: 'sum'
  @NestedList(() => SumTerm, 64, { alone: false }) terms!: SumTerm[]
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    sum: LinearSum
  }
}

export const sum = defineRelation<LinearSum>({
  kind: 'sum',
  noun: 'Sum of positions',
  takes: 'two slides, or three positions and more',
  fields: LinearSum,
  numbers: {},
  reversible: false,
  /** Of two slides their difference; of more the last one is the mean of the others, as a differential's cage is. */
  propose(picked) {
    if (picked.length < 2 || (picked.length === 2 && picked.some(({ motion }) => motion === 'turn')))
      return null
    const last = picked.length - 1
    const terms = picked.map(({ ref }, k) => ({ ...ref, factor: k < last ? 1 : -last }))
    return { fit: Fit.none, fields: { terms }, basis: null }
  },
  equation(relation, context) {
    if (relation.terms.length < 2) {
      return fail({
        code: 'relation-terms',
        message: `${relation.name}: a sum needs two coordinates or more.`,
        pointer: '/terms',
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
      dimension: sides[0].side.dimension,
      sentence: `${sumOf(relation.terms, (term) => context.nameOf(term))} stays constant`,
      gearing: null,
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
