/**
 * Belt or chain: d_a theta_a = d_b theta_b on a common carrier, or against each other with a crossed belt.
 * Source: common practice.
 */
import { IsBoolean, IsIn, IsOptional } from 'class-validator'
import { carried, Fit, millimetres, twoTurns } from './proposal'
import { WHEEL_NUMBERS, WheelRelation } from './wheel-fields'
import { ahead, cross, dot, norm, scaled, squareTo, subtract } from '../../maths/vector'
import type { Contact } from './gearing'
import { wheelEquation } from './ratio'
import { defineRelation } from './relation-type'
import type { CarriedCoordinate } from './relation-type'
import { AGAINST, ON_AXIS } from '../tolerances'

/** Two pulleys or sprockets: both turn the same way, or against each other when the belt is crossed. */
export class BeltDrive extends WheelRelation {
  @IsIn(['belt']) kind!: 'belt'
  @IsOptional() @IsBoolean() crossed?: boolean
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    belt: BeltDrive
  }
}

export const belt = defineRelation<BeltDrive>({
  kind: 'belt',
  noun: 'Belt or chain',
  takes: 'two turns',
  fields: BeltDrive,
  numbers: WHEEL_NUMBERS,
  reversible: true,
  propose(picked) {
    const turns = twoTurns(picked)
    if (!turns) return null
    const refs = { a: turns[0].ref, b: turns[1].ref }
    const [pulleyA, pulleyB] = turns.map((one) => carried(one, 'pulley'))
    if (!pulleyA || !pulleyB) return { fit: Fit.none, fields: { ...refs, ratio: 1 }, basis: null }
    const [diameterA, diameterB] = [pulleyA, pulleyB].map(({ diameter }) => millimetres(diameter))
    return {
      fit: Fit.contour,
      fields: { ...refs, diameterA, diameterB },
      basis: `pulleys of ${diameterA} and ${diameterB}`,
    }
  },
  equation: (relation, context) =>
    wheelEquation(relation, context, (a, b, { diameters }) => {
      const alike = (dot(a.axis, b.axis) < -AGAINST ? -1 : 1) as 1 | -1
      const crossed = relation.crossed === true
      return {
        sense: (crossed ? -alike : alike) as 1 | -1,
        contact: diameters && beltContact(a, b, diameters, crossed),
        doubt: null,
      }
    }),
})

/** Where the belt runs onto both pulleys: on one side of the line of centres, or on opposite ones when it is crossed. */
function beltContact(
  a: CarriedCoordinate,
  b: CarriedCoordinate,
  [da, db]: readonly [number, number],
  crossed: boolean,
): Contact | null {
  const gap = squareTo(subtract(b.origin, a.origin), a.axis)
  const apart = norm(gap)
  if (apart < ON_AXIS) return null
  const along = scaled(gap, 1 / apart)
  const up = cross(a.axis, along)
  const points = [ahead(a.origin, up, da / 2), ahead(b.origin, up, ((crossed ? -1 : 1) * db) / 2)] as const
  return { points, direction: along }
}
