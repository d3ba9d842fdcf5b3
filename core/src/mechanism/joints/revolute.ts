/**
 * Revolute joint: one turn `angle` [rad] about the common z axis of its two datums; zero where their x axes agree.
 *
 * Closing conditions: 3 slides, 2 tilts.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, table 4.1.
 */
import { Axis, slide, square } from '../conditions'
import { defineJoint, rotation } from './joint-type'

export const revolute = defineJoint({
  kind: 'revolute',
  noun: 'Revolute',
  freedoms: [rotation('angle')],
  closing: [slide(Axis.X), slide(Axis.Y), slide(Axis.Z), square(Axis.X, Axis.Z), square(Axis.Y, Axis.Z)],
})
