/**
 * What a joint type states: its freedoms, as a chain of turns and slides about the axes of its first datum, and the
 * conditions that close it when it is not in the spanning tree. Every type is one file, registered in registry.ts.
 */
import { Axis, slide, turn } from '../conditions'
import type { Condition } from '../conditions'

export interface Freedom {
  /** Name of the coordinate, as documents write it. */
  readonly name: string
  /** A screw turns, and advances by the joint's lead for every turn. */
  readonly motion: 'turn' | 'slide' | 'screw'
  readonly axis: Axis
  /** What measures the coordinate between the two datums. */
  readonly measure: Condition
}

/** Whether a freedom is a length or an angle; a screw is read by its turn. */
export const freedomDimension = ({ motion }: Pick<Freedom, 'motion'>): 'length' | 'angle' =>
  motion === 'slide' ? 'length' : 'angle'

/** What a freedom is called where a joint has several: “turn about x”, “slide along z”. */
export const freedomWords = ({ motion, axis }: Pick<Freedom, 'motion' | 'axis'>): string =>
  `${motion === 'slide' ? 'slide along' : 'turn about'} ${'xyz'[axis]}`

export interface JointType {
  readonly kind: string
  readonly noun: string
  readonly freedoms: readonly Freedom[]
  readonly closing: readonly Condition[]
  /** What its first and second datum are, where they play different parts: the second pick is the first of them. */
  readonly sides?: readonly [string, string]
  /** True when the slide along z follows the turn about z by the joint's lead: one more closing row. */
  readonly hasLead?: boolean
}

/** A turn about an axis, in radians, counting turns. */
export const rotation = (name: string, axis: Axis = Axis.Z, measure: Condition = turn): Freedom => ({
  name,
  motion: 'turn',
  axis,
  measure,
})

/** A slide along an axis, in metres. */
export const translation = (name: string, axis: Axis): Freedom => ({
  name,
  motion: 'slide',
  axis,
  measure: slide(axis),
})

export const defineJoint = (type: JointType): JointType => type
