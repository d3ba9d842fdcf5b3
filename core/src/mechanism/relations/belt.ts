/**
 * Belt or chain: d_a theta_a = d_b theta_b on a common carrier, or against each other with a crossed belt.
 * Source: common practice.
 */
import type { BeltDrive } from '../../document/format/relations'
import { cross, norm } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { between, wheelEquation } from './ratio'
import { defineRelation } from './relation-type'
import type { PitchPoint, Side } from './relation-type'

export const belt = defineRelation<BeltDrive>({
  kind: 'belt',
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
  a: Side,
  b: Side,
  [da, db]: readonly [number, number],
  crossed: boolean,
): PitchPoint | null {
  const gap = between(a, b)
  const apart = norm(gap)
  if (apart < 1e-9) return null
  const along = gap.map((v) => v / apart) as unknown as Vector
  const up = cross(a.axis, along)
  const touch = (side: Side, radius: number): Vector =>
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
