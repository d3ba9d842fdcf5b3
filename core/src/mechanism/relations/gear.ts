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
import { wheelContact } from './wheel-contact'

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
  equation: (relation, context) =>
    wheelEquation(relation, context, (a, b, { diameters, ratio }) =>
      wheelContact({ a, b, ratio, diameters, internal: relation.internal === true }),
    ),
})
