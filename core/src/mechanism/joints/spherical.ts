/**
 * Spherical joint: the origins of both datums stay together. Its coordinates are three turns [rad], about x of the
 * first datum, then the carried y, then the carried z. At a second turn of 90 degrees the first and the third turn
 * about one line; the joint moves through that attitude, but its first and third coordinate have no rates there.
 *
 * Closing conditions: 3 slides.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, table 4.1; Craig, Introduction to Robotics, X-Y-Z angles.
 */
import { Axis, firstTurnX, secondTurnY, slide, thirdTurnZ } from '../conditions'
import { defineJoint, rotation } from './joint-type'

export const spherical = defineJoint({
  kind: 'spherical',
  noun: 'Spherical',
  freedoms: [
    rotation('turnX', Axis.X, firstTurnX),
    rotation('turnY', Axis.Y, secondTurnY),
    rotation('turnZ', Axis.Z, thirdTurnZ),
  ],
  closing: [slide(Axis.X), slide(Axis.Y), slide(Axis.Z)],
})
