/**
 * Tabulated relation: b = f(a), f a quintic spline through the table, smooth to the fourth derivative. Source: VDI 2143 (splines in motion design); maths/quintic-spline.ts.
 */
import { IsBoolean, IsIn, IsOptional } from 'class-validator'
import { PairRelation } from '../../document/format/relations'
import { ArePairs } from '../../document/rules/rules'
import type { Quantity } from '../../units/quantity'
import { QuinticSpline } from '../../maths/quintic-spline'
import { fail, succeed } from '../../result'
import { parseQuantity } from '../../units/quantity'
import { Fit, reached } from './proposal'
import { defineRelation } from './relation-type'
import { NEXT_KNOT, SAME_VALUE } from '../tolerances'

/** The position of b follows that of a by a table smoothly. */
export class TabulatedRelation extends PairRelation {
  @IsIn(['table']) kind!: 'table'
  /** Pairs (position of a, position of b), by rising a. */
  @ArePairs(3, 10_000) points!: [Quantity, Quantity][]
  /** Starts over after the last point, whose b is that of the first. */
  @IsOptional() @IsBoolean() periodic?: boolean
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    table: TabulatedRelation
  }
}

export const table = defineRelation<TabulatedRelation>({
  kind: 'table',
  noun: 'Table',
  takes: 'two positions: what leads, then what follows',
  fields: TabulatedRelation,
  numbers: {},
  reversible: true,
  /** A straight line through where both are now, to be typed over. */
  propose(picked) {
    if (picked.length !== 2) return null
    const [a, b] = picked
    const points = [0, 1, 2].map((k) => [reached(a, k), reached(b, k)])
    return { fit: Fit.none, fields: { a: a.ref, b: b.ref, points }, basis: null }
  },
  equation(relation, context) {
    const a = context.coordinate(relation.a, '/a')
    if (!a.ok) return a
    const b = context.coordinate(relation.b, '/b')
    if (!b.ok) return b
    const problem = (path: string, message: string) =>
      fail({ code: 'relation-table', message: `${relation.name}: ${message}`, pointer: path })
    const knots: number[] = []
    const values: number[] = []
    for (const [k, [input, output]] of relation.points.entries()) {
      const x = parseQuantity(input, a.value.dimension)
      const y = parseQuantity(output, b.value.dimension)
      if (!x.ok) return problem(`/points/${k}/0`, x.problems[0].message)
      if (!y.ok) return problem(`/points/${k}/1`, y.problems[0].message)
      if (k > 0 && !(x.value > knots[k - 1] + NEXT_KNOT)) {
        return problem(
          `/points/${k}/0`,
          `point ${k + 1} does not lie beyond the one before it; order them by a.`,
        )
      }
      knots.push(x.value)
      values.push(y.value)
    }
    const last = values.length - 1
    if (relation.periodic && Math.abs(values[last] - values[0]) > SAME_VALUE) {
      return problem(`/points/${last}/1`, 'a periodic table ends with the value it starts with.')
    }
    const spline = new QuinticSpline(knots, values, relation.periodic ? 'periodic' : 'natural')
    const jet = new Float64Array(4)
    const shift = a.value.constant
    const sign = relation.reversed ? -1 : 1
    return succeed({
      sides: [
        { side: b.value, factor: 1 },
        {
          side: { ...a.value, constant: 0 },
          factor: -1,
          curve: {
            evaluate: (x, out) => {
              spline.evaluate(sign * (x + shift), jet)
              out[0] = jet[0]
              out[1] = sign * jet[1]
              out[2] = jet[2]
              out[3] = sign * jet[3]
            },
          },
        },
      ],
      dimension: b.value.dimension,
      sentence: `${context.nameOf(relation.b)} follows ${context.nameOf(relation.a)} by a table of ${knots.length} points`,
      gearing: null,
      absolute: true,
    })
  },
})
