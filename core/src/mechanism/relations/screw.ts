/** Spindle and nut: s = lead / (2 pi) theta. Source: common practice. */
import type { ScrewDrive } from '../../document/format/relations'
import { fail, succeed } from '../../result'
import { formatQuantity } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import { defineRelation } from './relation-type'

export const screw = defineRelation<ScrewDrive>({
  kind: 'screw',
  equation(relation, context) {
    const lead = parseQuantity(relation.lead, 'length')
    if (!lead.ok || lead.value === 0) {
      return fail({
        code: 'relation-ratio',
        message: `${relation.name}: the lead must be other than zero.`,
        path: '/lead',
      })
    }
    const a = context.coordinate(relation.a, '/a')
    if (!a.ok) return a
    const b = context.coordinate(relation.b, '/b')
    if (!b.ok) return b
    const names = [relation.a, relation.b].map((ref) => context.nameOf(ref))
    return succeed({
      sides: [
        { side: b.value, factor: 1 },
        { side: a.value, factor: ((relation.reversed ? 1 : -1) * lead.value) / (2 * Math.PI) },
      ],
      measures: 'length',
      sentence: `1 turn of ${names[0]} moves ${names[1]} by ${formatQuantity(lead.value, 'mm', 3)}`,
      pitch: null,
    })
  },
})
