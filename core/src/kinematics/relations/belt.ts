/**
 * Belt or chain: d_a theta_a = d_b theta_b on a common carrier, or against each other with a crossed belt.
 * Source: common practice.
 */
import type { BeltDrive } from '../../document/relations'
import { succeed } from '../../result'
import { formatNumber } from '../../units/format'
import { sense, wheels } from './ratio'
import { defineRelation } from './relation-type'

export const belt = defineRelation<BeltDrive>({
  kind: 'belt',
  equation(relation, context) {
    const found = wheels(relation)
    if (!found.ok) return found
    const sides = context.onCarrier(relation.a, relation.b, relation.carrier)
    if (!sides.ok) return sides
    const [a, b] = sides.value
    const { ratio } = found.value
    const direction = (relation.crossed ? 1 : -1) * sense(a, b) * (relation.reversed ? -1 : 1)
    const names = [relation.a, relation.b].map((ref) => context.nameOf(ref))
    return succeed({
      sides: [
        { side: a, factor: 1 },
        { side: b, factor: direction * ratio },
      ],
      measures: 'angle',
      sentence: `1 turn of ${names[1]} turns ${names[0]} by ${formatNumber(ratio, 4)} turns ${direction > 0 ? 'the other way' : 'the same way'}`,
      pitch: null,
    })
  },
})
