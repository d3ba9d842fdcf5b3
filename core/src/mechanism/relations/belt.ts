/**
 * Belt or chain: d_a theta_a = d_b theta_b on a common carrier, or against each other with a crossed belt.
 * Source: common practice.
 */
import { IsBoolean, IsIn, IsOptional } from 'class-validator'
import { carried, Fit, millimetres, twoTurns } from './proposal'
import { WHEEL_NUMBERS, WheelRelation } from './wheel-fields'
import { cross, norm } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { between, wheelEquation } from './ratio'
import { defineRelation } from './relation-type'
import type { PitchPoint, CarriedCoordinate } from './relation-type'
import { ON_AXIS } from '../tolerances'

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
  fields: BeltDrive,
  numbers: WHEEL_NUMBERS,
  reversible: true,
  propose(picked) {
    const turns = twoTurns(picked)
    const pulleys = turns?.map((one) => carried(one, 'pulley'))
    if (!turns || !pulleys?.[0] || !pulleys[1]) return null
    const [diameterA, diameterB] = [pulleys[0].diameter, pulleys[1].diameter].map(millimetres)
    return {
      fit: Fit.contour,
      fields: { a: turns[0].ref, b: turns[1].ref, diameterA, diameterB },
      basis: `pulleys of ${diameterA} and ${diameterB}`,
    }
  },
  equation: (relation, context) =>
    wheelEquation(
      relation,
      context,
      relation.crossed === true,
      (a, b, { diameters }) => diameters && beltPitch(a, b, diameters, relation.crossed === true),
    ),
})

/** Where the belt runs onto both pulleys: on one side of the line of centres, or on opposite ones when it is crossed. */
function beltPitch(
  a: CarriedCoordinate,
  b: CarriedCoordinate,
  [da, db]: readonly [number, number],
  crossed: boolean,
): PitchPoint | null {
  const gap = between(a, b)
  const apart = norm(gap)
  if (apart < ON_AXIS) return null
  const along = gap.map((v) => v / apart) as unknown as Vector
  const up = cross(a.axis, along)
  const touch = (side: CarriedCoordinate, radius: number): Vector =>
    [0, 1, 2].map((k) => side.origin[k] + radius * up[k]) as unknown as Vector
  return {
    bodyA: a.body,
    bodyB: b.body,
    carrier: a.carrier,
    point: touch(a, da / 2),
    direction: along,
    other: { point: touch(b, ((crossed ? -1 : 1) * db) / 2), direction: along },
  }
}
