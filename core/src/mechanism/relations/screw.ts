/**
 * Spindle and nut: s = lead / (2 pi) theta. A right-hand thread that turns forwards about its axis moves forwards along it
 * in a nut that stays; held in its place, it moves the nut backwards. That is so whichever of the two has the thread, and
 * wherever the datums of joints point. Source: common practice.
 */
import { IsIn } from 'class-validator'
import { PairRelation } from '../../document/format/relations'
import { IsQuantity } from '../../document/rules/rules'
import type { Quantity } from '../../units/quantity'
import { carried, Fit, millimetres, turnAndSlide } from './proposal'
import { fail, succeed } from '../../result'
import { formatQuantity } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import { dot } from '../../maths/vector'
import { ratesOf } from './gearing'
import { defineRelation } from './relation-type'

/** A spindle (a, a turn) and its nut (b, a slide). */
export class ScrewDrive extends PairRelation {
  @IsIn(['screw']) kind!: 'screw'
  /** Advance for one turn; negative for a left-hand thread. */
  @IsQuantity('length') lead!: Quantity
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    screw: ScrewDrive
  }
}

export const screw = defineRelation<ScrewDrive>({
  kind: 'screw',
  noun: 'Spindle and nut',
  takes: 'a turn and a slide',
  fields: ScrewDrive,
  numbers: { lead: { label: 'Lead', dimension: 'length' } },
  reversible: true,
  propose(picked) {
    const both = turnAndSlide(picked)
    const thread = both && (carried(both[0], 'thread') ?? carried(both[1], 'thread'))
    if (!both) return null
    const refs = { a: both[0].ref, b: both[1].ref }
    if (!thread) return { fit: Fit.none, fields: { ...refs, lead: '5 mm' }, basis: null }
    const lead = millimetres(thread.lead)
    return { fit: Fit.thread, fields: { ...refs, lead }, basis: `a lead of ${lead}` }
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
    const sides =
      context.onCommonCarrier(relation.a, relation.b) ?? context.onTheirOwn(relation.a, relation.b)
    if (!sides.ok) return sides
    const [turn, slide] = sides.value
    const along = dot(turn.axis, slide.axis)
    // a right-hand thread screws itself forwards; what it turns in goes the other way
    const itself = context.areOne(turn.body, slide.body) ? 1 : -1
    const sense = itself * (along < 0 ? -1 : 1) * (relation.reversed ? -1 : 1)
    const factor = (-sense * lead.value) / (2 * Math.PI)
    const names = [relation.a, relation.b].map((ref) => context.nameOf(ref))
    const hand = lead.value > 0 !== (relation.reversed === true) ? 'right' : 'left'
    const way = factor * along < 0 ? 'along' : 'against'
    const [rateA, rateB] = ratesOf([true, false], factor, 1)
    return succeed({
      sides: [
        { side: slide, factor: 1 },
        { side: turn, factor },
      ],
      dimension: 'length',
      sentence: `A ${hand}-hand thread: 1 turn of ${names[0]} moves ${names[1]} by ${formatQuantity(Math.abs(lead.value), 'mm', 3)} ${way} the axis of the turn`,
      gearing: {
        sides: [
          { turns: true, origin: turn.origin, axis: turn.axis, rate: rateA },
          { turns: false, origin: slide.origin, axis: slide.axis, rate: rateB },
        ],
        contact: null,
        doubt:
          Math.abs(along) > ALONG
            ? null
            : 'The slide is not along the axis of the turn; a nut moves along it',
      },
    })
  },
})

/** Cosine above which a slide is along the axis of a turn. */
const ALONG = 1 - 1e-6
