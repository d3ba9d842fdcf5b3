/** The joint types by kind. A new one adds its line here. */
import { cylindrical } from './cylindrical'
import type { JointType } from './joint-type'
import { pinInSlot } from './pin-in-slot'
import { planar } from './planar'
import { prismatic } from './prismatic'
import { revolute } from './revolute'
import { rigid } from './rigid'
import { screw } from './screw'
import { spherical } from './spherical'
import { universal } from './universal'

const types: readonly JointType[] = [
  rigid,
  revolute,
  prismatic,
  cylindrical,
  screw,
  planar,
  spherical,
  universal,
  pinInSlot,
]
const joints = new Map(types.map((type) => [type.kind, type]))

/** Kinds of joint, as documents write them. */
export const jointKinds: readonly string[] = [...joints.keys()]

/** A joint type by its kind; undefined for an unknown one. */
export const jointType = (kind: string): JointType | undefined => joints.get(kind)
