/**
 * Cylindrical joint: a slide `s` [m] along and a turn `angle` [rad] about the common z axis of its two datums.
 *
 * Closing conditions: 2 slides across z, 2 tilts.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, table 4.1.
 */
import { Axis, slide, square } from '../conditions'
import { defineJoint, rotation, translation } from './joint-type'

export const cylindrical = defineJoint({
  kind: 'cylindrical',
  noun: 'Cylindrical',
  freedoms: [translation('s', Axis.Z), rotation('angle')],
  closing: [slide(Axis.X), slide(Axis.Y), square(Axis.X, Axis.Z), square(Axis.Y, Axis.Z)],
})
