/**
 * Prismatic joint: one slide `s` [m] along the common z axis of its two datums; zero where their origins agree.
 *
 * Closing conditions: 2 slides across z, 2 tilts, 1 turn.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, table 4.1.
 */
import { Axis, slide, square } from '../conditions'
import { defineJoint, translation } from './joint-type'

export const prismatic = defineJoint({
  kind: 'prismatic',
  noun: 'Prismatic',
  freedoms: [translation('s', Axis.Z)],
  closing: [
    slide(Axis.X),
    slide(Axis.Y),
    square(Axis.X, Axis.Z),
    square(Axis.Y, Axis.Z),
    square(Axis.X, Axis.Y),
  ],
})
