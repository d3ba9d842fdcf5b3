/** What the screen and the workers that follow clearances say to each other. */
import type { ClearanceTask, MechanismDocument, OpenBody, PairClearance } from '@ligamen/core'

/** Triangles of imported parts by hash. */
export type Meshes = readonly (readonly [string, Float32Array])[]

export type ToClearance =
  /** What is worked on. One of the workers solves the scenario and records its motion, which `recorded` answers. */
  | { type: 'document'; document: MechanismDocument; scenario: string; meshes: Meshes; records: boolean }
  /** What is to be followed from now on. */
  | { type: 'task'; task: ClearanceTask }
  /** Follows pairs of the task, by their places in it. */
  | { type: 'follow'; pairs: readonly number[] }
  /** Which surfaces are open, of the bodies that it has looked at. */
  | { type: 'open' }

export type FromClearance =
  | { type: 'recorded'; task: ClearanceTask }
  | { type: 'followed'; pairs: PairClearance[] }
  | { type: 'open'; open: OpenBody[] }
  | { type: 'failed'; message: string }
