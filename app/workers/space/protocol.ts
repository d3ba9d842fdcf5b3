/** What the screen and the worker that finds swept volumes and reaches say to each other. One question at a time. */
import type { MechanismDocument, ReachRange, Spread } from '@ligamen/core'
import type { Meshes } from '../clearance/protocol'

export interface SweepWish {
  readonly document: MechanismDocument
  readonly scenario: string
  readonly meshes: Meshes
  /** By id. */
  readonly bodies: readonly string[]
  /** [s] */
  readonly from: number
  readonly to: number
  /** How near the surface of what is found has to be [m]; where that takes too long it is less. */
  readonly within: number
}

export interface ReachWish {
  readonly document: MechanismDocument
  readonly datum: string
  readonly ranges: readonly (Omit<ReachRange, 'coordinate'> & {
    readonly joint: string
    readonly freedom: string
  })[]
}

/** What a body or a group covers, or the hull of what a datum reaches, in ground. */
export interface Covered {
  /** Nine numbers a triangle [m]. */
  readonly positions: Float32Array
  /** [m^3] */
  readonly volume: number
  /** Lower and upper corner of its box [m]. */
  readonly box: Float64Array
}

export interface Swept extends Covered {
  /** How far its surface may be from what is really covered [m]. */
  readonly tolerance: number
  /** Poses between which it was made. */
  readonly poses: number
}

export interface ReachFound {
  /** Three numbers each [m]. */
  readonly points: Float32Array
  readonly spread: Spread
  /** Null for points that lie in a plane. */
  readonly hull: Covered | null
  readonly missed: number
  /** Why the first of them was not reached. */
  readonly because: string
}

export type ToSpace =
  | ({ type: 'sweep' } & SweepWish)
  | ({ type: 'reach' } & ReachWish)
  | { type: 'write'; format: 'stl' | 'glb'; name: string; positions: Float32Array }

export type FromSpace =
  | { type: 'progress'; share: number }
  | { type: 'swept'; swept: Swept }
  | { type: 'reached'; reached: ReachFound }
  | { type: 'written'; name: string; bytes: Uint8Array }
  | { type: 'failed'; message: string }
