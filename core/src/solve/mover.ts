/** What moves a mechanism over time, step by step: drivers alone (solver.ts), or forces (dynamics/free-solver.ts). */
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'
import type { Problem } from '../result'

/** The first of two ways, or the second one. */
export type Way = 0 | 1

/** A position where two ways of going on met, and which one was taken. */
export interface PassedCrossing {
  /** [s] */
  readonly time: number
  /** Links of the loop; the first is the one that turns most from one way to the other. */
  readonly links: readonly number[]
  readonly way: Way
}

export interface Mover {
  readonly state: MotionState
  readonly equations: Equations
  /** Rows that the others imply. */
  readonly redundant: readonly number[]
  /** Where the last step ended [s]. */
  readonly time: number
  /** Why the last step failed, or null. */
  readonly problem: Problem | null
  /** Crossings that were passed, in order. */
  readonly passed: readonly PassedCrossing[]
  /** Rates and accelerations at the start. False when it fails; `problem` then says why. */
  start(): boolean
  /** One step of its own towards a time, which it does not pass. False on failure. */
  step(time: number): boolean
  /** Places everything at an instant of the last step, which stays the last one. */
  look(time: number): void
}
