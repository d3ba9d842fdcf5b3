/**
 * Events of probes: where each of them turns round, and where it passes a value that somebody has named. They are sought on
 * the motion itself at every step of the solver, so that nothing depends on frames.
 * Source: Dahlquist & Björck, Numerical Methods, section 6.2 (false position, Illinois).
 */
import { mayReach, passings } from '../analysis/passings'
import type { Stretch } from '../analysis/passings'
import { RESTS, TOUCHING } from '../analysis/tolerances'
import { Quintic } from '../maths/quintic'
import type { Jet } from '../maths/quintic'
import type { MotionState } from '../mechanism/state'
import type { Measure, ProbeEvent } from './take'
import { SAME_INSTANT } from './tolerances'

/** Events that a take has room for; the later ones are left out. */
const MOST_EVENTS = 200_000
const MOST_TRIES = 80

/** Reads all measures at every step, and between the last two steps for what happens there. */
export class ProbeReader {
  private readonly events: ProbeEvent[] = []
  /** Three numbers for each probe, at the last step but one and at the last. */
  private readonly before: Float64Array
  readonly now: Float64Array
  private readonly tried = new Float64Array(3)
  /** When each was read last [s]. */
  private readonly readAt: Float64Array
  /** Which way each went last. */
  private readonly headings: Int8Array
  private from = Number.NaN

  /**
   * @param scales one radian, or the size of the mechanism, for each measure
   * @param levels values whose passings are wanted, for each measure
   */
  constructor(
    private readonly measures: readonly Measure[],
    private readonly scales: readonly number[],
    private readonly levels: readonly (readonly number[])[],
  ) {
    this.before = new Float64Array(3 * measures.length)
    this.now = new Float64Array(3 * measures.length)
    this.readAt = new Float64Array(measures.length)
    this.headings = new Int8Array(measures.length)
  }

  /**
   * The end of a step, or an earlier instant from which the motion goes on anew.
   * @param isAnew nothing is sought before it
   * @param stateAt the motion at an instant of the step
   */
  read(state: MotionState, time: number, isAnew: boolean, stateAt: (time: number) => MotionState): void {
    const { measures, before, now, from } = this
    before.set(now)
    for (let k = 0; k < measures.length; k++) this.readInto(state, k, time, now, 3 * k)
    if (isAnew) this.forgetFrom(time)
    else if (time > from) {
      let sought = false
      for (let k = 0; k < measures.length; k++) if (this.seek(k, time, stateAt)) sought = true
      if (sought) {
        const back = stateAt(time)
        for (let k = 0; k < measures.length; k++) this.readInto(back, k, time, now, 3 * k)
      }
    }
    this.from = time
  }

  /** Events in order, without turns that go back no further than rounding: a value that rests on its way has none. */
  get clearEvents(): ProbeEvent[] {
    const { measures, scales, events } = this
    const scale = new Map(measures.map(({ channel }, k) => [channel.key, scales[k]]))
    const last = new Map<string, ProbeEvent>()
    const unclear = new Set<ProbeEvent>()
    for (const event of events) {
      if (event.kind !== 'maximum' && event.kind !== 'minimum') continue
      const before = last.get(event.probe)
      if (before && Math.abs(event.value - before.value) <= TOUCHING * scale.get(event.probe)!) {
        unclear.add(before).add(event)
        last.delete(event.probe)
      } else last.set(event.probe, event)
    }
    return events.filter((event) => !unclear.has(event))
  }

  private readInto(state: MotionState, k: number, time: number, out: Float64Array, at: number): void {
    this.measures[k].read(state, time - this.readAt[k], out, at)
    this.readAt[k] = time
  }

  /** What was found from an instant on is found again. */
  private forgetFrom(time: number): void {
    const { events } = this
    while (events.length > 0 && events[events.length - 1].time > time + SAME_INSTANT) events.pop()
  }

  /** Whether the motion was looked at in between. */
  private seek(k: number, to: number, stateAt: (time: number) => MotionState): boolean {
    const { from, before, now, tried, scales, levels, events, headings } = this
    const at = 3 * k
    const h = to - from
    if (events.length >= MOST_EVENTS) return false
    const heading = headings[k]
    headings[k] = wayOf(now[at + 1], scales[k]) || heading
    const mayTurn = turnsPerhaps(before, now, at, h, scales[k], heading)
    const mine = levels[k]
    if (!mayTurn && mine.length === 0) return false
    const [start, end] = jetsOf(before, now, at, h)
    let looked = false
    const stretch: Stretch = {
      from,
      to,
      before: start,
      now: end,
      scale: scales[k],
      at: (time) => {
        looked = true
        this.readInto(stateAt(time), k, time, tried, 0)
        return [tried[0], tried[1], tried[2]]
      },
    }
    const found: ProbeEvent[] = []
    const { key } = this.measures[k].channel
    if (mayTurn) {
      for (const { time, value, isHigh } of turnsOf(stretch, heading))
        found.push({ probe: key, kind: isHigh ? 'maximum' : 'minimum', time, value })
    }
    for (const value of mine) {
      if (!mayReach(stretch, value)) continue
      for (const { time, rises } of passings(stretch, value))
        found.push({ probe: key, kind: rises ? 'rises-past' : 'falls-past', time, value })
    }
    events.push(...found.sort((a, b) => a.time - b.time))
    return looked
  }
}

const NOT_AT_ALL = 0

/** Which way a rate leads; 0 for one that rests, or is not known. */
const wayOf = (rate: number, scale: number): number =>
  Math.abs(rate) > RESTS * scale ? Math.sign(rate) : NOT_AT_ALL

/** Cheap, and true too often. @param heading the way it went last */
function turnsPerhaps(
  before: Float64Array,
  now: Float64Array,
  at: number,
  h: number,
  scale: number,
  heading: number,
): boolean {
  const v0 = before[at + 1]
  const v1 = now[at + 1]
  const [w0, w1] = [wayOf(v0, scale), wayOf(v1, scale)]
  if (w0 === NOT_AT_ALL && w1 === NOT_AT_ALL) return false
  if (w0 * w1 < 0 || w0 * heading < 0 || w1 * heading < 0) return true
  const bend = Math.max(Math.abs(before[at + 2]), Math.abs(now[at + 2]))
  return Math.min(Math.abs(v0), Math.abs(v1)) < h * bend
}

/** Both ends of a step; where the second derivative is not known, that of the cubic through both. */
function jetsOf(before: Float64Array, now: Float64Array, at: number, h: number): [Jet, Jet] {
  const [x0, v0, a0] = [before[at], before[at + 1], before[at + 2]]
  const [x1, v1, a1] = [now[at], now[at + 1], now[at + 2]]
  const slope = (x1 - x0) / h
  const known = !Number.isNaN(a0) && !Number.isNaN(a1)
  return [
    [x0, v0, known ? a0 : (6 * slope - 4 * v0 - 2 * v1) / h],
    [x1, v1, known ? a1 : (-6 * slope + 2 * v0 + 4 * v1) / h],
  ]
}

interface Turn {
  readonly time: number
  readonly value: number
  readonly isHigh: boolean
}

interface Slope {
  readonly time: number
  readonly value: number
  readonly rate: number
}

/**
 * Where it goes the other way, sought on the motion between the places where the quintic rises or falls most clearly. What has
 * rested turns where it leaves its rest.
 * @param heading the way it went last
 */
function turnsOf(stretch: Stretch, heading: number): Turn[] {
  const { from, to, before, now, scale } = stretch
  const shares = new Quintic(before, now, to - from).turns()
  const turns: Turn[] = []
  let way = heading
  let low: Slope | null = null
  let seen = 0
  for (const wall of [0, ...shares.slice(1).map((share, k) => (share + shares[k]) / 2), 1]) {
    const time = from + wall * (to - from)
    const jet = wall === 0 ? before : wall === 1 ? now : stretch.at(time)
    const high: Slope = { time: wall === 1 ? to : time, value: jet[0], rate: jet[1] }
    const next = wayOf(high.rate, scale)
    if (next * way < 0) {
      const isBracket = low !== null && wayOf(low.rate, scale) === way
      const guess = from + (shares.find((share) => share >= seen && share <= wall) ?? wall) * (to - from)
      const { time: at, value } = isBracket ? turnBetween(stretch, low!, high, guess) : (low ?? high)
      turns.push({ time: at, value, isHigh: way > 0 })
    }
    if (next !== NOT_AT_ALL) way = next
    low = high
    seen = wall
  }
  return turns
}

/**
 * Newton's method from a guess, and false position with halving where it does not get on: a rate may jump.
 * @param guess within the bracket
 */
function turnBetween(
  { at, scale }: Stretch,
  start: Slope,
  end: Slope,
  guess: number,
): { time: number; value: number } {
  let [low, high] = [start.time, end.time]
  let [below, above] = [start.rate, end.rate]
  let { value } = start
  let time = guess
  for (let k = 0; k < MOST_TRIES && high - low > SAME_INSTANT; k++) {
    const [now, rate, acceleration] = at(time)
    value = now
    if (Math.abs(rate) <= RESTS * 1e-4 * scale) break
    if (rate > 0 === below > 0) {
      low = time
      below = rate
      above /= 2
    } else {
      high = time
      above = rate
      below /= 2
    }
    const newton = time - rate / acceleration
    const isInside = newton > low && newton < high && k < 4
    if (isInside) time = newton
    else time = low + (high - low) * (k % 3 === 2 ? 0.5 : below / (below - above))
  }
  return { time, value }
}
