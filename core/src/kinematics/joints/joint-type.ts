/**
 * What a joint type states: its freedoms, as a chain of turns and slides about the axes of its first datum, and the
 * conditions that close it when it is not in the spanning tree. Every type is one file, registered in registry.ts.
 */
import { Axis, slide, turn } from '../conditions'
import type { Condition } from '../conditions'

export interface Freedom {
  /** Name of the coordinate, as documents write it. */
  readonly name: string
  readonly motion: 'turn' | 'slide'
  readonly axis: Axis
  /** What measures the coordinate between the two datums. */
  readonly measure: Condition
}

export interface JointType {
  readonly kind: string
  readonly noun: string
  readonly freedoms: readonly Freedom[]
  readonly closing: readonly Condition[]
}

/** A turn about z, in radians, counting turns. */
export const rotation = (name: string): Freedom => ({ name, motion: 'turn', axis: Axis.Z, measure: turn })

/** A slide along an axis, in metres. */
export const translation = (name: string, axis: Axis): Freedom => ({
  name,
  motion: 'slide',
  axis,
  measure: slide(axis),
})

export const defineJoint = (type: JointType): JointType => type
