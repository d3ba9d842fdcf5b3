/**
 * The timing of a scenario: when every move, motor, cue and shot starts and ends. Ties are followed from what is known to what
 * hangs on it; what waits for a value to be passed has no time until that has happened.
 */
import { startingEntries } from '../document/starting'
import type { StartingEntry } from '../document/starting'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Scenario } from '../document/format/scenarios'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { siValue } from '../units/quantity'
import type { Quantity } from '../units/quantity'
import { BEFORE_START } from './tolerances'

/** Times in seconds; NaN while it waits for something that has not happened. */
export interface Times {
  readonly start: number
  readonly end: number
}

/** Something that starts when a value is passed. */
export interface Waiting {
  readonly entry: StartingEntry
  readonly offset: number
}

export class Timing {
  private readonly happened = new Map<string, number>()
  private readonly durations = new Map<string, number>()
  private readonly known = new Map<string, Times>()
  private readonly entries: ReadonlyMap<string, StartingEntry>

  /** @param scenario of a validated document */
  constructor(
    document: MechanismDocument,
    scenario: Scenario,
    /** Length of the scenario [s]. */
    readonly length: number,
  ) {
    this.entries = new Map(startingEntries(document, scenario).map((entry) => [entry.key, entry]))
  }

  get all(): Iterable<StartingEntry> {
    return this.entries.values()
  }

  /** How long an entry takes [s]; infinite for a motor that runs to the end. Entries without one take no time. */
  setDuration(key: string, duration: number): void {
    this.durations.set(key, duration)
    this.known.clear()
  }

  /** What an entry waited for has happened at a time. */
  happen(key: string, time: number): void {
    this.happened.set(key, time)
    this.known.clear()
  }

  /** Entries that wait for a value which has not been passed. */
  get waiting(): Waiting[] {
    return [...this.entries.values()].flatMap((entry) =>
      entry.timed.tie?.when && !this.happened.has(entry.key)
        ? [{ entry, offset: seconds(entry.timed.tie.offset) }]
        : [],
    )
  }

  of(key: string): Times {
    const settled = this.known.get(key)
    if (settled) return settled
    const entry = this.entries.get(key)!
    const start = this.startOf(entry)
    const duration = this.durations.get(key) ?? 0
    const end = duration === Infinity ? Math.max(start, this.length) : start + duration
    const times = { start, end }
    this.known.set(key, times)
    return times
  }

  private startOf({ key, timed, after, kind }: StartingEntry): number {
    const { start, tie } = timed
    if (start !== undefined) return seconds(start)
    if (!tie) return after === null || kind === 'motor' ? 0 : this.of(after).end
    const offset = seconds(tie.offset)
    if (tie.when) return (this.happened.get(key) ?? Number.NaN) + offset
    return offset + (tie.with === undefined ? this.of(tie.after!).end : this.of(tie.with).start)
  }

  /**
   * Faults that need no motion: what would start before the scenario does, or before what it waits for.
   * Errors: `move-start`, `tie-before`.
   */
  check(path: string): Result<null> {
    const problems: Problem[] = []
    for (const { key, kind, name, timed, pointer: at } of this.entries.values()) {
      // what is seen when never keeps a motion from running
      if (kind === 'shot') continue
      const { start } = this.of(key)
      const offset = seconds(timed.tie?.offset)
      if (start < -BEFORE_START) {
        problems.push({
          code: 'move-start',
          message: `${name} would start at ${round(start)} s, before the scenario does; let it start later.`,
          pointer: `${path}${at}/${timed.tie ? 'tie/offset' : 'start'}`,
          ids: [key],
        })
      } else if (timed.tie?.when && offset < 0) {
        problems.push({
          code: 'tie-before',
          message: `${name} cannot start before the value that it waits for is passed; use an offset of zero or more.`,
          pointer: `${path}${at}/tie/offset`,
          ids: [key],
        })
      }
    }
    return problems.length > 0 ? fail(...problems) : succeed(null)
  }
}

const round = (time: number) => Math.round(time * 1e4) / 1e4

/** A validated time. */
const seconds = (quantity: Quantity | undefined): number => siValue(quantity, 'time')
