/**
 * What a kind of cue states: its fields in the document, what it changes when it comes, and its words. Every kind is listed
 * in registry.ts.
 */
import type { AnyCue } from '../../document/format/cues'
import type { Constructor } from '../../document/rules/nested'
import type { MotionState } from '../../mechanism/state'
import type { Result } from '../../result'
import { siValue } from '../../units/quantity'
import type { ActiveRows } from './active-rows'
import type { Seen } from './seen'

export interface CueType<C extends AnyCue> {
  readonly kind: C['kind']
  /** Its fields in the document. */
  readonly fields: Constructor
  /** What it does, as an infinitive: "take over a body". */
  readonly title: string
  /** "Seed packet taken over by Arm". */
  words(cue: C, nameOf: (id: string) => string): string
  /** The fields of a new one for what is selected; null when there is nothing it could change. */
  draft(bodies: readonly string[], targets: readonly string[]): Omit<C, 'id' | 'kind'> | null
  /** How long it takes in a scenario of a length [s]; left out by kinds that happen at once. */
  duration?(cue: C, length: number): number
  /** It is seen only while it takes; what others change stays. */
  readonly lasts?: true
  /**
   * Changes what is seen; left out by kinds that change only what holds.
   * @param share of its duration that has passed, 0 to 1 @param opacity of what lasts, which comes and goes softly
   */
  see?(cue: C, seen: Seen, share: number, opacity: number): void
  /** Changes what holds, where the mechanism is; left out by kinds that change only what is seen. */
  apply?(cue: C, rows: ActiveRows, state: MotionState): Result<null>
}

export const defineCue = <C extends AnyCue>(type: CueType<C>): CueType<C> => type

/** Marks of one cue that are drawn at most. */
const MOST_TIMES = 1000

/**
 * When a cue comes, again and again where it repeats [s].
 * @param start of its first time @param length of the scenario
 */
export function cueTimes({ every, times }: AnyCue, start: number, length: number): number[] {
  if (every === undefined || !(start >= 0)) return [start]
  const step = siValue(every, 'time')
  const room = Math.floor((length - start) / step + 1e-9) + 1
  const count = Math.max(1, Math.min(times ?? Infinity, room, MOST_TIMES))
  return Array.from({ length: count }, (_, k) => start + k * step)
}
