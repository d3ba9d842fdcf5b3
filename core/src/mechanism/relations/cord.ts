/**
 * Cord on a drum: free length and wound length add up to what they are at home, L + R f - side R theta = constant, where f
 * is the angle of the tangent point and theta the turn of the drum.
 * Source: the involute of a circle; common practice for hoists (lead angle neglected).
 */
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { CoordinateRef, Relation } from '../../document/format/relations'
import { Nested } from '../../document/rules/nested'
import { RefTo } from '../../document/rules/references'
import { IsId, IsQuantity } from '../../document/rules/rules'
import type { Quantity } from '../../units/quantity'
import { inverse, multiply, ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { moved } from '../../maths/rigid-motion'
import type { Vector } from '../../maths/vector'
import { fail, succeed } from '../../result'
import { formatQuantity } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import { cordLength } from '../conditions'
import { pairTerm } from '../rows'
import { carried, Fit, millimetres } from './proposal'
import { defineRelation } from './relation-type'

/**
 * A cord wound on a drum (the second body of the joint a, about its axis) and made fast to a datum: what the drum winds up
 * the free part loses. The free part lies square to the axis; reversed, it leaves the drum on the other side.
 */
export class CordOnDrum extends Relation {
  @IsIn(['cord']) kind!: 'cord'
  @Nested(() => CoordinateRef) a!: CoordinateRef
  @IsId() @RefTo('datum') datum!: string
  /** Of the circle on which the middle of the cord lies. */
  @IsQuantity('length') diameter!: Quantity
  /** Thickness of the cord, and advance of its winding along the drum for one turn; only drawn. */
  @IsOptional() @IsQuantity('length') thickness?: Quantity
  @IsOptional() @IsQuantity('length') pitch?: Quantity
  /** Turns that are wound at the home pose; only drawn. */
  @IsOptional() @IsNumber() @Min(0) @Max(1000) turns?: number
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    cord: CordOnDrum
  }
}

export const cord = defineRelation<CordOnDrum>({
  kind: 'cord',
  noun: 'Cord on a drum',
  takes: 'the turn of the drum, and a datum to which the cord is made fast',
  fields: CordOnDrum,
  numbers: {
    diameter: { label: 'Diameter of the winding', dimension: 'length' },
    thickness: { label: 'Thickness of the cord', dimension: 'length' },
    pitch: { label: 'Advance of a winding', dimension: 'length' },
  },
  takesDatum: true,
  reversible: true,
  propose(picked, datum) {
    if (picked.length !== 1 || datum === null || picked[0].motion === 'slide') return null
    const drum = carried(picked[0], 'wheel') ?? carried(picked[0], 'pulley')
    const diameter = drum ? millimetres(drum.diameter) : '40 mm'
    const isReversed = hangsBackwards(picked[0].frame, datum.place, (drum?.diameter ?? 0.04) / 2)
    return {
      fit: drum ? Fit.round : Fit.none,
      fields: { a: picked[0].ref, datum: datum.id, diameter, ...(isReversed ? { reversed: true } : {}) },
      basis: drum ? `a diameter of ${diameter}` : null,
    }
  },
  equation(relation, context) {
    const diameter = parseQuantity(relation.diameter, 'length')
    if (!diameter.ok || !(diameter.value > 0)) {
      return fail({
        code: 'relation-ratio',
        message: `${relation.name}: the diameter of the winding must be more than zero.`,
        pointer: '/diameter',
      })
    }
    const drum = context.coordinate(relation.a, '/a')
    if (!drum.ok) return drum
    if (drum.value.dimension !== 'angle') {
      return fail({
        code: 'relation-freedom',
        message: `${relation.name}: ${context.nameOf(relation.a)} slides; a drum turns.`,
        pointer: '/a',
      })
    }
    const radius = diameter.value / 2
    const { pair, point } = context.fromJoint(relation.a, relation.datum)
    if (!(Math.hypot(point[0], point[1]) > radius)) {
      return fail({
        code: 'cord-inside',
        message: `${relation.name}: the cord is made fast inside the drum; choose a point outside of it, or a thinner drum.`,
        pointer: '/datum',
      })
    }
    const side = relation.reversed ? -1 : 1
    const length = cordLength(radius, side, [point[0], point[1]])
    return succeed({
      sides: [
        { side: { terms: [pairTerm(pair, length)], constant: 0, dimension: 'length' }, factor: 1 },
        { side: drum.value, factor: -side * radius },
      ],
      dimension: 'length',
      sentence: `1 turn of ${context.nameOf(relation.a)} winds ${formatQuantity(Math.PI * diameter.value, 'mm', 2)} of cord`,
      gearing: null,
    })
  },
})

/** Whether the free part hangs down more steeply where the cord leaves the drum clockwise. @param drum its frame in ground */
function hangsBackwards(drum: Frame, place: Vector, radius: number): boolean {
  const there = multiply(inverse(drum), moved(place))
  const [x, y] = [there[ORIGIN], there[ORIGIN + 1]]
  const away = Math.hypot(x, y)
  if (!(away > radius)) return false
  const rise = ([1, -1] as const).map((side) => {
    const angle = Math.atan2(y, x) - side * Math.acos(radius / away)
    // z of the way from the drum to the place, in ground
    return side * (-Math.sin(angle) * drum[2] + Math.cos(angle) * drum[5])
  })
  return rise[1] < rise[0] - STEEPER
}

/** By how much one way has to be steeper than the other to be taken [-]. */
const STEEPER = 1e-9
