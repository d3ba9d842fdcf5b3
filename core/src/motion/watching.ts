/** Values that something waits for: a joint or a probe passes one, and what is tied to that starts. */
import { coordinateOf } from '../mechanism/coordinate'
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import type { MotionState } from '../mechanism/state'
import { mayReach, passings } from '../analysis/passings'
import type { Stretch } from '../analysis/passings'
import type { Jet } from '../maths/quintic'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { parseQuantity } from '../units/quantity'
import type { Measure } from './take'
import type { Waiting } from './timing'
import { TOGETHER } from './tolerances'

type Read = (state: MotionState, step: number, out: Float64Array) => void

export class Watcher {
  /** Where the value was at the last look but one, and at the last. */
  private readonly before = new Float64Array(3)
  private readonly now = new Float64Array(3)
  private readonly tried = new Float64Array(3)
  private looked = Number.NaN
  private readAt = Number.NaN
  private passed = 0
  /** When it was passed in the last step. */
  private latest: readonly number[] = []

  constructor(
    readonly key: string,
    private readonly read: Read,
    private readonly value: number,
    private readonly scale: number,
    private readonly direction: 'rising' | 'falling' | undefined,
    private readonly count: number,
  ) {}

  /**
   * Looks at the state at a time after the last look. Returns when the value was reached as often as counts, or NaN.
   * @param stateAt the motion at a time between both
   */
  look(state: MotionState, time: number, stateAt: (time: number) => MotionState): number {
    const { before, now, tried, value, scale, looked } = this
    before.set(now)
    this.looked = time
    this.latest = []
    this.readInto(state, time, now)
    if (Number.isNaN(looked)) return Number.NaN
    const stretch: Stretch = {
      from: looked,
      to: time,
      before: jetOf(before),
      now: jetOf(now),
      scale: Math.max(scale, Math.abs(value)),
      at: (between) => {
        this.readInto(stateAt(between), between, tried)
        return jetOf(tried)
      },
    }
    if (!mayReach(stretch, value)) return Number.NaN
    const counted = passings(stretch, value).filter(
      ({ rises }) => this.direction === undefined || (this.direction === 'rising') === rises,
    )
    // whatever was sought, the motion is where the step ended
    this.readInto(stateAt(time), time, now)
    const missing = this.count - this.passed
    this.latest = counted.map((passing) => passing.time)
    this.passed += counted.length
    return counted.length < missing ? Number.NaN : counted[missing - 1].time
  }

  /** The motion goes on from an instant between the last two looks, or at the last. */
  goOnFrom(state: MotionState, time: number): void {
    this.passed -= this.latest.filter((passing) => passing > time + TOGETHER).length
    this.latest = []
    this.looked = time
    this.readInto(state, time, this.now)
  }

  private readInto(state: MotionState, time: number, out: Float64Array): void {
    this.read(state, Number.isNaN(this.readAt) ? 0 : time - this.readAt, out)
    this.readAt = time
  }
}

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
    const scale = measures_ === 'length' ? mechanism.size : 1
    const read = measure ? readMeasure(measure) : readCoordinate(new Reader(mechanism, [coordinate!]))
    return [new Watcher(entry.key, read, passed.value, scale, direction, count ?? 1)]
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
