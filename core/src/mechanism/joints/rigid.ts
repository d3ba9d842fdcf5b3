/** Rigid joint: no freedom; the two datums stay on each other. Closing conditions: 3 slides, 2 tilts, 1 turn. */
import { Axis, slide, square } from '../conditions'
import { defineJoint } from './joint-type'

export const rigid = defineJoint({
  kind: 'rigid',
  noun: 'Rigid',
  freedoms: [],
  closing: [
    slide(Axis.X),
    slide(Axis.Y),
    slide(Axis.Z),
    square(Axis.X, Axis.Z),
    square(Axis.Y, Axis.Z),
    square(Axis.X, Axis.Y),
  ],
})
