/**
 * Gear pair: theta_a + i theta_b = const for an external pair, theta_a - i theta_b for an internal one, both angles seen
 * from the carrier that holds the centres; i = teeth_b / teeth_a. On a moving carrier this is Willis' equation.
 * Source: Norton, Design of Machinery, chapter on gear trains (Willis' formula).
 */
import { IsBoolean, IsIn, IsOptional } from 'class-validator'
import { carried, Fit, millimetres, twoTurns } from './proposal'
import { WHEEL_NUMBERS, WheelRelation } from './wheel-fields'
import { cross, norm } from '../../maths/vector'
import { between, wheelEquation } from './ratio'
import { defineRelation } from './relation-type'
import type { PitchPoint, CarriedCoordinate } from './relation-type'
import { ON_AXIS } from '../tolerances'

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
    wheelEquation(relation, context, !relation.internal, (a, b, { diameters, ratio }) =>
      pitchPoint(a, b, diameters, ratio, relation.internal === true),
    ),
})

/** On the line of centres, at the pitch radius of the first gear. */
function pitchPoint(
  a: CarriedCoordinate,
  b: CarriedCoordinate,
  diameters: readonly [number, number] | null,
  ratio: number,
  sameSide: boolean,
): PitchPoint | null {
  const gap = between(a, b)
  const distance = norm(gap)
  if (distance < ON_AXIS) return null
  // without pitch diameters the centre distance and the ratio give them: r_a + r_b or |r_a - r_b|, r_b = i r_a
  const radius = diameters ? diameters[0] / 2 : distance / (sameSide ? Math.abs(ratio - 1) : 1 + ratio)
  if (!Number.isFinite(radius)) return null
  // inside a larger wheel the point lies beyond the smaller one's centre
  const larger = diameters ? diameters[0] > diameters[1] : ratio < 1
  const side = sameSide && !larger ? -1 : 1
  const unit = gap.map((v) => v / distance) as unknown as readonly [number, number, number]
  return {
    bodyA: a.body,
    bodyB: b.body,
    carrier: a.carrier,
    point: [0, 1, 2].map((k) => a.origin[k] + side * radius * unit[k]) as unknown as PitchPoint['point'],
    direction: cross(a.axis, unit),
  }
}
