/**
 * Rack and pinion, or wheel and rail: the rack moves with the pitch point of the pinion, s = d / 2 theta, both seen from
 * the carrier of the pinion. Which way follows from the side on which they touch (rolling-side.ts).
 * Source: common practice: pi times the pitch diameter for one turn.
 */
import { IsIn, IsOptional } from 'class-validator'
import { PairRelation } from '../../document/format/relations'
import { RefTo } from '../../document/rules/references'
import { IsId, IsQuantity } from '../../document/rules/rules'
import type { Quantity } from '../../units/quantity'
import { carried, Fit, millimetres, turnAndSlide } from './proposal'
import { ahead, cross, dot } from '../../maths/vector'
import { fail, succeed } from '../../result'
import { formatQuantity } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import { ratesOf } from './gearing'
import { constantCurve } from '../rows'
import { defineRelation } from './relation-type'
import { rollingSide } from './rolling-side'

/** A pinion or wheel (a, a turn) and a rack or rail (b, a slide): pi times the pitch diameter for one turn. */
export class RackAndPinion extends PairRelation {
  @IsIn(['rack']) kind!: 'rack'
  @IsOptional() @IsId() @RefTo('body') carrier?: string
  @IsOptional() @IsQuantity('length') diameter?: Quantity
  /** Travel for one turn, when there is no pitch diameter. */
  @IsOptional() @IsQuantity('length') travel?: Quantity
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    rack: RackAndPinion
  }
}

export const rack = defineRelation<RackAndPinion>({
  kind: 'rack',
  noun: 'Rack and pinion',
  takes: 'a turn and a slide',
  fields: RackAndPinion,
  numbers: {
    diameter: { label: 'Pitch diameter', dimension: 'length' },
    travel: { label: 'Travel for one turn', dimension: 'length' },
  },
  reversible: true,
  toothed: true,
  propose(picked) {
    const both = turnAndSlide(picked)
    if (!both) return null
    const [turn, slide] = both
    const refs = { a: turn.ref, b: slide.ref }
    const gear = carried(turn, 'gear')
    if (gear && !gear.internal) {
      const { module, teeth } = gear.toothing
      return {
        fit: Fit.teeth,
        fields: { ...refs, diameter: millimetres(module * teeth) },
        basis: `${teeth} teeth of module ${millimetres(module)}`,
      }
    }
    const round = carried(turn, 'wheel') ?? carried(turn, 'pulley')
    if (!round) return { fit: Fit.none, fields: { ...refs, travel: '10 mm' }, basis: null }
    const diameter = millimetres(round.diameter)
    return { fit: Fit.round, fields: { ...refs, diameter }, basis: `a diameter of ${diameter}` }
  },
  equation(relation, context) {
    const { diameter, travel } = relation
    if ((diameter === undefined) === (travel === undefined)) {
      return fail({
        code: 'relation-ratio',
        message: `${relation.name}: give either the pitch diameter or the travel for one turn.`,
        pointer: '',
      })
    }
    const field = diameter === undefined ? 'travel' : 'diameter'
    const size = parseQuantity(diameter ?? travel!, 'length')
    if (!size.ok || size.value <= 0) {
      return fail({
        code: 'relation-ratio',
        message: `${relation.name}: the ${field} must be more than zero; the direction is set by “reversed”.`,
        pointer: `/${field}`,
      })
    }
    const radius = field === 'diameter' ? size.value / 2 : size.value / (2 * Math.PI)
    const sides = context.onCarrier(relation.a, relation.b, relation.carrier)
    if (!sides.ok) return sides
    const [a, b] = sides.value
    const { towards, distance, touches, doubt } = rollingSide(a, b, radius, context.partsOf(b.body))
    // where they touch, the rim of a wheel that turns forwards moves this way along the slide
    const side = dot(cross(a.axis, towards), b.axis) < 0 ? -1 : 1
    const factor = -side * (relation.reversed ? -1 : 1) * radius
    const toothed = context.partsOf(b.body).moving.find(({ transmission }) => transmission.kind === 'rack')
    const names = [relation.a, relation.b].map((ref) => context.nameOf(ref))
    const [rateA, rateB] = ratesOf([true, false], factor, 1)
    return succeed({
      sides: [
        { side: a, factor },
        { side: b, factor: 1 },
      ],
      ...(toothed?.transmission.kind === 'rack'
        ? { pressure: { side: a, curve: constantCurve(toothed.transmission.pressureAngle) } }
        : {}),
      dimension: 'length',
      sentence: `1 turn of ${names[0]} moves ${names[1]} by ${formatQuantity(2 * Math.PI * radius, 'mm', 2)}`,
      gearing: {
        sides: [
          { turns: true, origin: a.origin, axis: a.axis, rate: rateA },
          { turns: false, origin: b.origin, axis: b.axis, rate: rateB },
        ],
        contact: touches
          ? {
              points: [ahead(a.origin, towards, distance), ahead(a.origin, towards, distance)],
              direction: b.axis,
            }
          : null,
        doubt,
      },
    })
  },
})
