/** What the screen and the solver's worker say to each other. */
import type { Operation } from 'fast-json-patch'
import type { MechanismDocument, ModelReport, Problem, Standing, Take, TakePart } from '@ligamen/core'
import type { Asked, Questions } from './questions'

/** A question with what it asks. */
export type Question = { [K in keyof Questions]: { question: K; asked: Asked<K> } }[keyof Questions]

export type ToSolver =
  /** Replaces everything by a document. */
  | { type: 'open'; request: number; document: MechanismDocument; scenario: string; known: string[] }
  /**
   * Tries an edit: it holds only when the mechanism still compiles and assembles. With `home` the mechanism is at its
   * home pose afterwards, else near where it is now. What is solved from one of the `known` fingerprints is not solved
   * again.
   */
  | {
      type: 'propose'
      request: number
      patches: Operation[]
      scenario: string
      home: boolean
      known: string[]
    }
  /** Triangles of imported parts by hash, for clearances; the motion is measured again with them. */
  | { type: 'meshes'; meshes: readonly (readonly [string, Float32Array])[] }
  /** Whether the frames found so far are given to the screen while a run is solved; else only at its end. */
  | { type: 'live'; isLive: boolean }
  /** Gives up the run that is being solved; what was found so far is given. */
  | { type: 'cancel' }
  /** Solves another scenario beside the one shown, now and after every edit; none for null. */
  | { type: 'compare'; scenario: string | null }
  | ({ type: 'ask'; request: number } & Question)
  /** A point of a body, in its frame, is taken hold of; it follows targets in ground until it is let go. */
  | { type: 'grab'; body: string; point: readonly [number, number, number]; alone: boolean }
  | { type: 'drag'; target: readonly [number, number, number] }

export type FromSolver =
  /** `fingerprint` tells what its take is solved from; see `motionFingerprint` of the core. */
  | {
      type: 'accepted'
      request: number
      report: ModelReport
      standing: Standing | null
      fingerprint: string
    }
  | { type: 'refused'; request: number; problems: Problem[] }
  | { type: 'answered'; request: number; answer: unknown }
  /** Where it is while it is dragged, and how far the point stays from its target [m]. */
  | { type: 'dragged'; standing: Standing; gap: number }
  /** Sent while a run takes longer than a moment. */
  | { type: 'progress'; share: number }
  /** Frames of a run that takes a while, to be played meanwhile. */
  | { type: 'part'; part: TakePart }
  | { type: 'take'; take: Take; milliseconds: number; fingerprint: string }
  /** The scenario does not even start. */
  | { type: 'unsolved'; problem: Problem }
  | { type: 'compared'; take: Take | null; problem: Problem | null }
  | { type: 'cancelled' }
