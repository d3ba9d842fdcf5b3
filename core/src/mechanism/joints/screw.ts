/**
 * Screw joint: one turn `angle` [rad] about the common z axis, along which it advances by the lead for every turn;
 * a negative lead is a left-hand thread.
 *
 * Closing conditions: 2 slides across z, 2 tilts, and slide - lead / (2 pi) * turn.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, table 4.1 (helical).
 */
import { Axis, slide, square, turn } from '../conditions'
import { defineJoint } from './joint-type'

export const screw = defineJoint({
  kind: 'screw',
  noun: 'Screw',
  freedoms: [{ name: 'angle', motion: 'screw', axis: Axis.Z, measure: turn }],
  closing: [slide(Axis.X), slide(Axis.Y), square(Axis.X, Axis.Z), square(Axis.Y, Axis.Z)],
  hasLead: true,
})
