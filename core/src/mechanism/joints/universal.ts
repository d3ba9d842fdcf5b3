/**
 * Universal joint: two turns [rad] about axes that cross squarely, `turnX` about x of the first datum and `turnY`
 * about y of the second. With z along the shaft of each yoke, both zero means aligned shafts.
 *
 * Closing conditions: 3 slides, and x of the first stays square to y of the second.
 * Source: Haug, Computer Aided Kinematics and Dynamics of Mechanical Systems, section 9.4.
 */
import { Axis, crossTurnX, crossTurnY, slide, square } from '../conditions'
import { defineJoint, rotation } from './joint-type'

export const universal = defineJoint({
  kind: 'universal',
  noun: 'Universal',
  freedoms: [rotation('turnX', Axis.X, crossTurnX), rotation('turnY', Axis.Y, crossTurnY)],
  closing: [slide(Axis.X), slide(Axis.Y), slide(Axis.Z), square(Axis.X, Axis.Y)],
})
