/**
 * Cord on a drum: free length and wound length add up to what they are at home, L + R f - side R theta = constant, where f
 * is the angle of the tangent point and theta the turn of the drum.
 * Source: the involute of a circle; common practice for hoists (lead angle neglected).
 */
import type { CordOnDrum } from '../../document/format/relations'
import { fail, succeed } from '../../result'
import { formatQuantity } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import { cordLength } from '../conditions'
import { pairTerm } from '../rows'
import { defineRelation } from './relation-type'

export const cord = defineRelation<CordOnDrum>({
  kind: 'cord',
  equation(relation, context) {
    const diameter = parseQuantity(relation.diameter, 'length')
    if (!diameter.ok || !(diameter.value > 0)) {
      return fail({
        code: 'relation-ratio',
        message: `${relation.name}: the diameter of the winding must be more than zero.`,
        path: '/diameter',
      })
    }
    const drum = context.coordinate(relation.a, '/a')
    if (!drum.ok) return drum
    if (drum.value.measures !== 'angle') {
      return fail({
        code: 'relation-freedom',
        message: `${relation.name}: ${context.nameOf(relation.a)} slides; a drum turns.`,
        path: '/a',
      })
    }
    const radius = diameter.value / 2
    const { pair, point } = context.fromJoint(relation.a, relation.datum)
    if (!(Math.hypot(point[0], point[1]) > radius)) {
      return fail({
        code: 'cord-inside',
        message: `${relation.name}: the cord is made fast inside the drum; choose a point outside of it, or a thinner drum.`,
        path: '/datum',
      })
    }
    const side = relation.reversed ? -1 : 1
    const length = cordLength(radius, side, [point[0], point[1]])
    return succeed({
      sides: [
        { side: { terms: [pairTerm(pair, length)], constant: 0, measures: 'length' }, factor: 1 },
        { side: drum.value, factor: -side * radius },
      ],
      measures: 'length',
      sentence: `1 turn of ${context.nameOf(relation.a)} winds ${formatQuantity(Math.PI * diameter.value, 'mm', 2)} of cord`,
      pitch: null,
    })
  },
})
