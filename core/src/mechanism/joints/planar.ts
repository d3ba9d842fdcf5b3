/**
 * Planar joint: slides `x` and `y` [m] in the plane across z of the first datum, and a turn `angle` [rad] about z.
 *
 * Closing conditions: 1 slide along z, 2 tilts.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, table 4.1.
 */
import { Axis, slide, square } from '../conditions'
import { defineJoint, rotation, translation } from './joint-type'

export const planar = defineJoint({
  kind: 'planar',
  noun: 'Planar',
  freedoms: [translation('x', Axis.X), translation('y', Axis.Y), rotation('angle')],
  closing: [slide(Axis.Z), square(Axis.X, Axis.Z), square(Axis.Y, Axis.Z)],
})
