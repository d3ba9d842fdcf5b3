/**
 * Tabulated relation: b = f(a), f a quintic spline through the table, so that a cam's follower has a smooth
 * acceleration. Source: VDI 2143 (splines in motion design); maths/quintic-spline.ts.
 */
import type { TabulatedRelation } from '../../document/format/relations'
import { QuinticSpline } from '../../maths/quintic-spline'
import { fail, succeed } from '../../result'
import { parseQuantity } from '../../units/quantity'
import { defineRelation } from './relation-type'

export const table = defineRelation<TabulatedRelation>({
  kind: 'table',
  equation(relation, context) {
    const a = context.coordinate(relation.a, '/a')
    if (!a.ok) return a
    const b = context.coordinate(relation.b, '/b')
    if (!b.ok) return b
    const problem = (path: string, message: string) =>
      fail({ code: 'relation-table', message: `${relation.name}: ${message}`, path })
    const knots: number[] = []
    const values: number[] = []
    for (const [k, [input, output]] of relation.points.entries()) {
      const x = parseQuantity(input, a.value.measures)
      const y = parseQuantity(output, b.value.measures)
      if (!x.ok) return problem(`/points/${k}/0`, x.problems[0].message)
      if (!y.ok) return problem(`/points/${k}/1`, y.problems[0].message)
      if (k > 0 && !(x.value > knots[k - 1] + 1e-12)) {
        return problem(
          `/points/${k}/0`,
          `point ${k + 1} does not lie beyond the one before it; order them by a.`,
        )
      }
      knots.push(x.value)
      values.push(y.value)
    }
    const last = values.length - 1
    if (relation.periodic && Math.abs(values[last] - values[0]) > 1e-12) {
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
            },
          },
        },
      ],
      measures: b.value.measures,
      sentence: `${context.nameOf(relation.b)} follows ${context.nameOf(relation.a)} by a table of ${knots.length} points`,
      pitch: null,
      absolute: true,
    })
  },
})
