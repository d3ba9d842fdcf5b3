/** Spindle and nut: s = lead / (2 pi) theta. Source: common practice. */
import { IsIn } from 'class-validator'
import { PairRelation } from '../../document/format/relations'
import { IsQuantity } from '../../document/rules/rules'
import type { Quantity } from '../../units/quantity'
import { carried, Fit, millimetres, turnAndSlide } from './proposal'
import { fail, succeed } from '../../result'
import { formatQuantity } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import { defineRelation } from './relation-type'

/** A spindle (a, a turn) and its nut (b, a slide). */
export class ScrewDrive extends PairRelation {
  @IsIn(['screw']) kind!: 'screw'
  /** Advance for one turn. */
  @IsQuantity('length') lead!: Quantity
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    screw: ScrewDrive
  }
}

export const screw = defineRelation<ScrewDrive>({
  kind: 'screw',
  fields: ScrewDrive,
  numbers: { lead: { label: 'Lead', dimension: 'length' } },
  reversible: true,
  propose(picked) {
    const both = turnAndSlide(picked)
    const thread = both && (carried(both[0], 'thread') ?? carried(both[1], 'thread'))
    if (!both || !thread) return null
    const lead = millimetres(thread.lead)
    return { fit: Fit.thread, fields: { a: both[0].ref, b: both[1].ref, lead }, basis: `a lead of ${lead}` }
  },
  equation(relation, context) {
    const lead = parseQuantity(relation.lead, 'length')
    if (!lead.ok || lead.value === 0) {
      return fail({
        code: 'relation-ratio',
        message: `${relation.name}: the lead must be other than zero.`,
        pointer: '/lead',
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
      dimension: 'length',
      sentence: `1 turn of ${names[0]} moves ${names[1]} by ${formatQuantity(lead.value, 'mm', 3)}`,
      pitch: null,
    })
  },
})
