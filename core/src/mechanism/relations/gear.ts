/**
 * Gear pair: theta_a + i theta_b = const for an external pair, theta_a - i theta_b for an internal one, both angles seen
 * from the carrier that holds the centres; i = teeth_b / teeth_a. On a moving carrier this is Willis' equation.
 * Source: Norton, Design of Machinery, chapter on gear trains (Willis' formula).
 */
import type { GearPair } from '../../document/format/relations'
import { cross, norm } from '../../maths/vector'
import { between, wheelEquation } from './ratio'
import { defineRelation } from './relation-type'
import type { PitchPoint, Side } from './relation-type'

export const gear = defineRelation<GearPair>({
  kind: 'gear',
  equation: (relation, context) =>
    wheelEquation(relation, context, !relation.internal, (a, b, { diameters, ratio }) =>
      pitchPoint(a, b, diameters, ratio, relation.internal === true),
    ),
})

/** On the line of centres, at the pitch radius of the first gear. */
function pitchPoint(
  a: Side,
  b: Side,
  diameters: readonly [number, number] | null,
  ratio: number,
  sameSide: boolean,
): PitchPoint | null {
  const gap = between(a, b)
  const distance = norm(gap)
  if (distance < 1e-9) return null
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
