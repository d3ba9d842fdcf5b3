/**
 * What a kind of driver states: its fields in the document, how it is said in a few words, and what it does over time once
 * it is known where it starts. Every kind is one file, listed in registry.ts.
 */
import type { Constructor } from '../../document/rules/nested'
import type { Driven } from '../../analysis/driving'
import type { TimeFunction } from '../../maths/time-function'
import type { Mechanism } from '../../mechanism/compile'
import type { Reading } from '../../mechanism/reading'
import type { Row } from '../../mechanism/rows'
import { fail } from '../../result'
import type { Result } from '../../result'
import type { Timing } from '../timing'
import type { MotionLaw } from '../../laws/motion-law'
import type { AnyDriver } from '../../document/format/drivers'
import type { ServoLaw } from '../../dynamics/loads/servo'

/** A move with its levels and duration in SI; when it starts is the timing's to say. */
export interface PlannedMove {
  /** See `moveKey`. */
  readonly key: string
  /** Place in the lane. */
  readonly index: number
  readonly from: number
  readonly rise: number
  /** [s] */
  readonly duration: number
  readonly law: MotionLaw
}

/** What a driver will do, once its timing is known. */
export interface Plan {
  /** Its moves; empty for drivers without. */
  readonly moves: readonly PlannedMove[]
  /** Errors: `moves-overlap`. */
  readonly course: () => Result<TimeFunction>
}

export interface ResolvedDriver extends Driven {
  readonly source: AnyDriver
  /** Place in the document. */
  readonly pointer: string
  /** What it drives; null where that is no single value. */
  readonly reading: Reading | null
  /**
   * What it does from a value on, and how long its moves take, which goes into the timing.
   * @param from of the reading at the time `since` [s]; what starts before that is left out
   */
  readonly plan: (from: number, timing: Timing, since: number) => Result<Plan>
  /** How it pulls to its course, where it does not prescribe it. */
  readonly servo: ServoLaw | null
  /** Its rows when it follows a course; none when it prescribes a link. */
  readonly following: (course: TimeFunction) => readonly Row[]
}

/** A value that is driven. */
export interface DrivenValue {
  readonly dimension: 'length' | 'angle'
  /** Of the joint, mate or relation. */
  readonly name: string
}

export interface DriverType<D extends AnyDriver> {
  readonly kind: D['kind']
  /** Its fields in the document. */
  readonly fields: Constructor
  /** How it drives, in a few words: "motor · 60 rpm". */
  note(driver: D): string
  /** Errors: those of the kind; their paths are relative to the driver. */
  resolve(mechanism: Mechanism, driver: D, place: string, timing: Timing): Result<ResolvedDriver>
}

export const defineDriver = <D extends AnyDriver>(type: DriverType<D>): DriverType<D> => type

/** A plan without moves. */
export const steady = (course: TimeFunction): Result<Plan> => ({
  ok: true,
  value: { moves: [], course: () => ({ ok: true, value: course }) },
})

export const fault = (code: string, path: string, message: string): Result<never> =>
  fail({ code, pointer: path, message })
