/**
 * Gear pair: theta_a + i theta_b = const for an external pair, theta_a - i theta_b for an internal one, both angles seen
 * from the carrier that holds the centres; i = teeth_b / teeth_a. On a moving carrier this is Willis' equation. About axes
 * that meet the pair is a bevel one, and turns as its pitch cones roll.
 * Source: Norton, Design of Machinery, chapter on gear trains (Willis' formula).
 */
import { IsBoolean, IsIn, IsOptional } from 'class-validator'
import { carried, Fit, millimetres, twoTurns } from './proposal'
import { WHEEL_NUMBERS, WheelRelation } from './wheel-fields'
import { wheelEquation } from './ratio'
import { defineRelation } from './relation-type'
import type { CarriedCoordinate, RelationContext } from './relation-type'
import { wheelContact } from './wheel-contact'
import { norm, squareTo, subtract } from '../../maths/vector'
import { succeed } from '../../result'
import { gearRadii } from '../../shapes/wheels/involute'
import { constantCurve } from '../rows'

/**
 * Two gears, each the second body of its joint, on the carrier that holds both centres: the first body of both joints,
 * or the body named. Ratio by teeth, by pitch diameters, or given: turns of a for one turn of b.
 */
export class GearPair extends WheelRelation {
  @IsIn(['gear']) kind!: 'gear'
  /** One of them has its teeth inside: both turn the same way. */
  @IsOptional() @IsBoolean() internal?: boolean
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    gear: GearPair
  }
}

export const gear = defineRelation<GearPair>({
  kind: 'gear',
  noun: 'Gear pair',
  takes: 'two turns',
  fields: GearPair,
  numbers: WHEEL_NUMBERS,
  reversible: true,
  toothed: true,
  propose(picked) {
    const turns = twoTurns(picked)
    if (!turns) return null
    const [a, b] = turns
    const refs = { a: a.ref, b: b.ref }
    const [gearA, gearB] = [carried(a, 'gear'), carried(b, 'gear')]
    if (gearA && gearB) {
      const [teethA, teethB] = [gearA.toothing.teeth, gearB.toothing.teeth]
      const internal = gearA.internal || gearB.internal
      return {
        fit: Fit.teeth,
        fields: { ...refs, teethA, teethB, ...(internal ? { internal } : {}) },
        basis: `${teethA} and ${teethB} teeth`,
      }
    }
    const [wheelA, wheelB] = [carried(a, 'wheel'), carried(b, 'wheel')]
    if (!wheelA || !wheelB) return { fit: Fit.none, fields: { ...refs, ratio: 1 }, basis: null }
    const [diameterA, diameterB] = [wheelA.diameter, wheelB.diameter].map(millimetres)
    return {
      fit: Fit.round,
      fields: { ...refs, diameterA, diameterB },
      basis: `wheels of ${diameterA} and ${diameterB}`,
    }
  },
  equation(relation, context) {
    const found = wheelEquation(relation, context, (a, b, { diameters, ratio }) =>
      wheelContact({ a, b, ratio, diameters, internal: relation.internal === true }),
    )
    const sides = context.onCarrier(relation.a, relation.b, relation.carrier)
    if (!found.ok || !sides.ok) return found
    const angle = workingAngle(sides.value, context)
    if (angle === null) return found
    return succeed({ ...found.value, pressure: { side: sides.value[0], curve: constantCurve(angle) } })
  },
})

/** Working pressure angle of two gears where they are [rad]: cos = (r_b1 +- r_b2) / a (ISO 21771, 5.1); null where there are none. */
function workingAngle(
  sides: readonly [CarriedCoordinate, CarriedCoordinate],
  context: RelationContext,
): number | null {
  const [a, b] = sides.map(({ body }) =>
    context
      .partsOf(body)
      .moving.flatMap(({ transmission }) => (transmission.kind === 'gear' ? transmission : [])),
  )
  // of several gears on one body nobody says which of them meshes
  if (a.length !== 1 || b.length !== 1) return null
  const [first, second] = [gearRadii(a[0].toothing).base, gearRadii(b[0].toothing).base]
  const bases = a[0].internal || b[0].internal ? Math.abs(first - second) : first + second
  const apart = norm(squareTo(subtract(sides[1].origin, sides[0].origin), sides[0].axis))
  return bases < apart ? Math.acos(bases / apart) : null
}
