/** What the screen and the solver's worker say to each other. */
import type { Operation } from 'fast-json-patch'
import type { MechanismDocument, ModelReport, Problem, Take } from '@ligamen/core'

export type ToSolver =
  /** Replaces everything by a document. */
  | { type: 'open'; request: number; document: MechanismDocument; scenario: string }
  /** Tries an edit: it holds only when the mechanism still compiles and assembles. */
  | { type: 'propose'; request: number; patches: Operation[]; scenario: string }
  /** Gives up the run that is being solved. */
  | { type: 'cancel' }

export type FromSolver =
  | { type: 'accepted'; request: number; report: ModelReport }
  | { type: 'refused'; request: number; problems: Problem[] }
  /** Sent while a run takes longer than a moment. */
  | { type: 'progress'; share: number }
  | { type: 'take'; take: Take; milliseconds: number }
  | { type: 'cancelled' }
