/** The joint types by kind. A new one adds its line here. */
import type { JointType } from './joint-type'
import { prismatic } from './prismatic'
import { revolute } from './revolute'
import { rigid } from './rigid'

const joints: Readonly<Record<string, JointType>> = { revolute, prismatic, rigid }

export const jointKinds: readonly string[] = Object.keys(joints)

export const jointType = (kind: string): JointType | undefined =>
  Object.hasOwn(joints, kind) ? joints[kind] : undefined
