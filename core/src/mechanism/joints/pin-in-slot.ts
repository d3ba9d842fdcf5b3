/**
 * Pin in slot: the pin (second datum) slides by `s` [m] along x of the slot (first datum) and turns by `angle` [rad]
 * about their common z.
 *
 * Closing conditions: 2 slides along y and z, 2 tilts.
 */
import { Axis, slide, square } from '../conditions'
import { defineJoint, rotation, translation } from './joint-type'

export const pinInSlot = defineJoint({
  kind: 'pin-in-slot',
  noun: 'Pin in slot',
  sides: ['slot', 'pin'],
  freedoms: [translation('s', Axis.X), rotation('angle')],
  closing: [slide(Axis.Y), slide(Axis.Z), square(Axis.X, Axis.Z), square(Axis.Y, Axis.Z)],
})
