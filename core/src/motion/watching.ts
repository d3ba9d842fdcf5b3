/** Values that something waits for: a joint or a probe passes one, and what is tied to that starts. */
import { coordinateOf } from '../mechanism/coordinate'
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import type { MotionState } from '../mechanism/state'
import { crossing } from '../maths/crossing'
import type { Jet } from '../maths/crossing'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { parseQuantity } from '../units/quantity'
import type { Measure } from './take'
import type { Waiting } from './timing'
import { INSTANT, REACHED } from './tolerances'

type Read = (state: MotionState, step: number, out: Float64Array) => void

export class Watcher {
  /** Where the value was at the last look but one, and at the last. */
  private readonly before = new Float64Array(3)
  private readonly now = new Float64Array(3)
  private readonly tried = new Float64Array(3)
  private lookedBefore = Number.NaN
  private looked = Number.NaN
  private readAt = Number.NaN
  private passings = 0
  private passedBefore = 0

  constructor(
    readonly key: string,
    private readonly read: Read,
    private readonly value: number,
    private readonly slack: number,
    private readonly direction: 'rising' | 'falling' | undefined,
    private readonly count: number,
  ) {}

  /**
   * Looks at the state at a time after the last look. Returns about when the passing happens that counts, or NaN.
   */
  look(state: MotionState, time: number): number {
    const { before, now, value, slack } = this
    this.lookedBefore = this.looked
    this.looked = time
    before.set(now)
    this.passedBefore = this.passings
    this.readInto(state, time, now)
    if (Number.isNaN(this.lookedBefore)) return Number.NaN
    const from = before[0] - value
    const to = now[0] - value
    // what was at the value does not pass it by leaving
    if (Math.abs(from) <= slack || (Math.abs(to) > slack && Math.sign(from) === Math.sign(to)))
      return Number.NaN
    if (this.direction !== undefined && (this.direction === 'rising') !== from < 0) return Number.NaN
    this.passings++
    if (this.passings < this.count) return Number.NaN
    const step = time - this.lookedBefore
    return this.lookedBefore + step * crossing(jetOf(before), jetOf(now), step, value)
  }

  /**
   * The instant of the passing between the last two looks, sought by false position (Illinois) on the motion itself:
   * near a corner of the motion the quintic through both looks is only a guess.
   * @param stateAt the motion at a time between both
   */
  seek(guess: number, stateAt: (time: number) => MotionState | null): number {
    const { tried, value, slack } = this
    let [low, high] = [this.lookedBefore, this.looked]
    let [below, above] = [this.before[0] - value, this.now[0] - value]
    let time = guess
    for (let k = 0; k < MOST_TRIES && high - low > INSTANT; k++) {
      const state = stateAt(time)
      if (!state) return high
      this.readInto(state, time, tried)
      const gap = tried[0] - value
      if (Math.abs(gap) <= slack) return time
      if (Math.sign(gap) === Math.sign(below)) {
        low = time
        below = gap
        above /= 2
      } else {
        high = time
        above = gap
        below /= 2
      }
      time = Math.abs(above) <= slack ? high : low + (high - low) * (below / (below - above))
    }
    return high
  }

  /** The motion went back to the look before the last one, which does not count. */
  back(state: MotionState): void {
    this.passings = this.passedBefore
    this.looked = this.lookedBefore
    this.readInto(state, this.looked, this.now)
  }

  private readInto(state: MotionState, time: number, out: Float64Array): void {
    this.read(state, Number.isNaN(this.readAt) ? 0 : time - this.readAt, out)
    this.readAt = time
  }
}

const MOST_TRIES = 60

const jetOf = (at: Float64Array): Jet => [at[0], at[1], at[2]]

/**
 * @param measures of the probes, which no one else reads
 * Errors: `tie-value`.
 */
export function watchersOf(
  mechanism: Mechanism,
  waiting: readonly Waiting[],
  dimension: readonly Measure[],
  path: string,
): Result<Watcher[]> {
  const problems: Problem[] = []
  const watchers = waiting.flatMap(({ entry }): Watcher[] => {
    const { joint, freedom, probe, value, direction, count } = entry.timed.tie!.when!
    const measure = dimension.find(({ channel }) => channel.key === probe)
    const coordinate = joint === undefined ? undefined : coordinateOf(mechanism, joint, freedom)
    const fault = (message: string, at: string) => {
      const ids = [entry.key]
      problems.push({
        code: 'tie-value',
        message: `${entry.name}: ${message}`,
        pointer: `${path}${entry.pointer}/tie/when/${at}`,
        ids,
      })
      return []
    }
    const measures_ = measure?.channel.dimension ?? coordinate?.dimension
    if (!measures_)
      return fault('what it waits for has no position; name one of the freedoms of the joint.', 'freedom')
    const passed = parseQuantity(value, measures_)
    if (!passed.ok) return fault(passed.problems[0].message, 'value')
    const slack = REACHED * (measures_ === 'length' ? mechanism.size : 1)
    const read = measure ? readMeasure(measure) : readCoordinate(new Reader(mechanism, [coordinate!]))
    return [new Watcher(entry.key, read, passed.value, slack, direction, count ?? 1)]
  })
  return problems.length > 0 ? fail(...problems) : succeed(watchers)
}

const readMeasure =
  (measure: Measure): Read =>
  (state, step, out) =>
    measure.read(state, step, out, 0)

const readCoordinate =
  (reader: Reader): Read =>
  (state, step, out) => {
    reader.read(state, step)
    out[0] = reader.values[0]
    out[1] = reader.rates[0]
    out[2] = reader.accelerations[0]
  }
