/** Toy relation: one position is a share of another one. */
import { IsIn } from 'class-validator'
import { PairRelation } from '../../src/document/format/relations'
import { IsRatio } from '../../src/document/rules/rules'
import { defineRelation } from '../../src/mechanism/relations/relation-type'
import { succeed } from '../../src/result'

class Share extends PairRelation {
  @IsIn(['share']) kind!: 'share'
  @IsRatio() share!: number
}

declare module '../../src/document/format/relations' {
  interface RelationKinds {
    share: Share
  }
}

export const share = defineRelation<Share>({
  kind: 'share',
  noun: 'Share',
  takes: 'two positions',
  fields: Share,
  numbers: { share: { label: 'Share', dimension: 'number' } },
  reversible: false,
  propose: ([a, b]) => ({ fit: 9, fields: { a: a.ref, b: b.ref, share: 0.5 }, basis: 'a toy' }),
  equation(relation, context) {
    const a = context.coordinate(relation.a, '/a')
    if (!a.ok) return a
    const b = context.coordinate(relation.b, '/b')
    if (!b.ok) return b
    return succeed({
      sides: [
        { side: b.value, factor: 1 },
        { side: a.value, factor: -relation.share },
      ],
      dimension: a.value.dimension,
      sentence: `${context.nameOf(relation.b)} is ${relation.share} of ${context.nameOf(relation.a)}`,
      gearing: null,
    })
  },
})
