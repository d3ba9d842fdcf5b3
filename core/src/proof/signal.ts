/**
 * A probe of a take as a curve over continuous time: through the values at frames with what is known of their derivatives
 * (quintic, cubic or straight), and through the turning points that were found on the motion itself.
 */
import { GAUSS } from '../maths/gauss-legendre'
import { Quintic, quinticCoefficients } from '../maths/quintic'
import type { Jet } from '../maths/quintic'
import type { ProbeEvent, Take } from '../motion/take'
import { derivativeOf } from '../units/dimension'
import type { Dimension } from '../units/dimension'
import { ON_CROSSING, SAME_TIME } from './tolerances'

/** [s], SI */
export interface Spot {
  readonly time: number
  readonly value: number
}

export interface Extremes {
  readonly least: Spot
  readonly greatest: Spot
}

/** The third one is known of coordinates, where a check asks for it. */
export type Derivative = 0 | 1 | 2 | 3

export class Signal {
  /** Null for a derivative that has no name. */
  readonly dimension: Dimension | null
  readonly end: number
  private readonly c = new Float64Array(6)
  /** The frame whose coefficients these are. */
  private loaded = -1

  private constructor(
    /** Frames and instants between them, in order. */
    private readonly knots: Knots,
    /** Value and derivatives at a knot. */
    private readonly read: (knot: number, order: number) => number,
    dimension: Dimension,
    private readonly derivative: Derivative,
    /** Of the value itself, in order; null where nobody has sought them. */
    private readonly sought: readonly ProbeEvent[] | null,
    /** The highest derivative that can be read. */
    private readonly highest = 2,
  ) {
    this.dimension = derivativeOf(dimension, derivative)
    this.end = knots.times.length === 0 ? 0 : knots.times[knots.times.length - 1]
  }

  /** The signal of a probe; null when the take does not have it. */
  static of(take: Take, probe: string, derivative: Derivative = 0): Signal | null {
    const { probeChannels, probes, events, between } = take
    const n = probeChannels.length
    const column = probeChannels.findIndex(({ key }) => key === probe)
    if (column < 0) return null
    const mine = derivative === 0 ? events.filter((event) => event.probe === probe) : null
    const knots = knotsOf(take)
    const read = (knot: number, order: number) => {
      const place = knots.places[knot]
      return place >= 0
        ? probes[3 * (place * n + column) + order]
        : between.probes[3 * (~place * n + column) + order]
    }
    return new Signal(knots, read, probeChannels[column].dimension, derivative, mine)
  }

  /** The signal of a joint's coordinate, by its column. */
  static ofCoordinate(take: Take, column: number, derivative: Derivative = 0): Signal {
    const n = take.coordinateChannels.length
    const arrays = [take, take.between].map((of) => [
      of.coordinates,
      of.coordinateRates,
      of.coordinateAccelerations,
      of.coordinateThirds,
    ])
    const knots = knotsOf(take)
    const read = (knot: number, order: number) => {
      const place = knots.places[knot]
      return place >= 0 ? arrays[0][order][place * n + column] : arrays[1][order][~place * n + column]
    }
    const highest = take.coordinateThirds.length > 0 ? 3 : 2
    return new Signal(knots, read, take.coordinateChannels[column].dimension, derivative, null, highest)
  }

  get events(): readonly ProbeEvent[] {
    return this.sought ?? []
  }

  /** How many instants it is known at. */
  get count(): number {
    return this.knots.times.length
  }

  timeOf(knot: number): number {
    return this.knots.times[knot]
  }

  /** Value at a knot; not a number where there is none. */
  at(knot: number): number {
    return this.read(knot, this.derivative)
  }

  /** Value at any time of the take. */
  valueAt(time: number): number {
    const knot = this.knotBefore(time)
    return this.within(knot, (time - this.timeOf(knot)) / this.step(knot))
  }

  /** Whether there is a value all over a stretch. */
  isKnown(from: number, to: number): boolean {
    const [first, last] = this.knotsIn(from, to)
    for (let k = first; k <= last; k++) if (Number.isNaN(this.at(k))) return false
    return true
  }

  /** Least and greatest value over a stretch that is not empty. */
  extremes(from: number, to: number): Extremes {
    const spots: Spot[] = [from, to].map((time) => ({ time, value: this.valueAt(time) }))
    let [least, greatest] = spots[0].value <= spots[1].value ? spots : [spots[1], spots[0]]
    const meet = (time: number, value: number) => {
      if (value < least.value) least = { time, value }
      if (value > greatest.value) greatest = { time, value }
    }
    const [first, last] = this.knotsIn(from, to)
    for (let k = first; k <= last; k++) meet(this.timeOf(k), this.at(k))
    for (const { time, value } of this.events) if (time >= from && time <= to) meet(time, value)
    // what turns between frames was found on the motion; elsewhere the curve is asked
    if (!this.sought)
      for (const { time } of [least, greatest])
        for (const turn of this.turnsNear(time))
          if (turn.time >= from && turn.time <= to) meet(turn.time, turn.value)
    return { least, greatest }
  }

  /** Stretches in which it lies outside a band. */
  outside(lower: number, upper: number, from: number, to: number): [number, number][] {
    const beyond = (value: number) => Math.max(lower - value, value - upper)
    const found: [number, number][] = []
    let start: number | null = null
    let before: Spot | null = null
    for (const spot of this.places(from, to)) {
      const now = beyond(spot.value)
      if (before) {
        const was = beyond(before.value)
        if (was <= 0 && now > 0) start = this.crossing(before, spot, beyond)
        else if (was > 0 && now <= 0) {
          found.push([start ?? before.time, this.crossing(before, spot, beyond)])
          start = null
        }
      } else if (now > 0) start = spot.time
      before = spot
    }
    if (start !== null && before) found.push([start, before.time])
    return found
  }

  /** Every time that it reaches a value while it rises or falls. */
  passings(value: number, direction?: 'rising' | 'falling', from = 0, to = this.end): number[] {
    const found: number[] = []
    let before: Spot | null = null
    for (const spot of this.places(from, to)) {
      if (before) {
        const [was, now] = [before.value - value, spot.value - value]
        const rises = was < 0 && now >= 0
        const falls = was > 0 && now <= 0
        if ((rises && direction !== 'falling') || (falls && direction !== 'rising'))
          found.push(this.crossing(before, spot, (v) => v - value))
      }
      before = spot
    }
    return found
  }

  /** Where it changes its sign; what has been no larger than `rest` in between, where it leaves that. */
  signChanges(rest: number): number[] {
    const found: number[] = []
    let before: Spot | null = null
    let way = 0
    for (const spot of this.places(0, this.end)) {
      const next = Math.abs(spot.value) > rest ? Math.sign(spot.value) : 0
      if (next * way < 0 && before) {
        const isSteep = before.value * way > rest
        found.push(isSteep ? this.crossing(before, spot, (value) => value) : before.time)
      }
      if (next !== 0) way = next
      before = spot
    }
    return found
  }

  /** Mean and root of the mean square over a stretch, by Gauss-Legendre quadrature of the curve between knots. */
  means(from: number, to: number): { mean: number; rms: number } {
    let sum = 0
    let squares = 0
    for (let k = this.knotBefore(from); k + 1 < this.count && this.timeOf(k) < to; k++) {
      const start = Math.max(from, this.timeOf(k))
      const length = Math.min(to, this.timeOf(k + 1)) - start
      if (length <= 0) continue
      for (const [node, weight] of GAUSS) {
        const value = this.within(k, (start + length * node - this.timeOf(k)) / this.step(k))
        sum += weight * length * value
        squares += weight * length * value * value
      }
    }
    return { mean: sum / (to - from), rms: Math.sqrt(squares / (to - from)) }
  }

  /** The knot at a time or the last before it, with another one after it. */
  private knotBefore(time: number): number {
    const { times } = this.knots
    let low = 0
    let high = Math.max(0, times.length - 2)
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (times[middle] <= time) low = middle
      else high = middle - 1
    }
    return low
  }

  /** From a knot to the next [s]. */
  private step(knot: number): number {
    return knot + 1 < this.count ? this.timeOf(knot + 1) - this.timeOf(knot) : 1
  }

  /** Knots within a stretch, both ends included. */
  private knotsIn(from: number, to: number): [number, number] {
    let first = this.knotBefore(from - SAME_TIME)
    while (first < this.count && this.timeOf(first) < from - SAME_TIME) first++
    let last = this.knotBefore(to + SAME_TIME)
    while (last + 1 < this.count && this.timeOf(last + 1) <= to + SAME_TIME) last++
    return [first, last]
  }

  /** Places between which it only rises or only falls, in order, both ends among them. */
  private *places(from: number, to: number): Generator<Spot> {
    const { events } = this
    let next = events.findIndex(({ time }) => time > from)
    if (next < 0) next = events.length
    const [first, last] = this.knotsIn(from, to)
    const until = function* (time: number): Generator<Spot> {
      for (; next < events.length && events[next].time < time; next++) yield events[next]
    }
    yield { time: from, value: this.valueAt(from) }
    for (let k = first; k <= last; k++) {
      const time = this.timeOf(k)
      yield* until(time)
      if (time > from && time < to) yield { time, value: this.at(k) }
    }
    yield* until(to)
    if (to > from) yield { time: to, value: this.valueAt(to) }
  }

  /** Where a measure of the value is zero between two places on whose sides it differs: halving and false position. */
  private crossing(before: Spot, after: Spot, measure: (value: number) => number): number {
    let [low, high] = [before.time, after.time]
    let [below, above] = [measure(before.value), measure(after.value)]
    for (let k = 0; k < 80 && high - low > ON_CROSSING * this.end; k++) {
      const time = low + (high - low) * (k % 3 === 2 ? 0.5 : below / (below - above))
      const value = measure(this.valueAt(time))
      if (value === 0) return time
      if (value > 0 === below > 0) [low, below, above] = [time, value, above / 2]
      else [high, above, below] = [time, value, below / 2]
    }
    return (low + high) / 2
  }

  private turnsNear(time: number): Spot[] {
    const near = this.knotBefore(time)
    return [near - 1, near, near + 1].flatMap((knot) => {
      const jets = knot < 0 || knot + 1 >= this.count ? null : this.jetsFrom(knot)
      if (!jets) return []
      const h = this.step(knot)
      const curve = new Quintic(...jets, h)
      return curve
        .turns()
        .map((share) => ({ time: this.timeOf(knot) + share * h, value: curve.value(share) }))
    })
  }

  private within(knot: number, share: number): number {
    if (this.count < 2) return this.at(0)
    if (share <= 0) return this.at(knot)
    if (share >= 1) return this.at(knot + 1)
    if (knot !== this.loaded) this.load(knot)
    const [c0, c1, c2, c3, c4, c5] = this.c
    return c0 + share * (c1 + share * (c2 + share * (c3 + share * (c4 + share * c5))))
  }

  /** Coefficients of the curve from a knot to the next. */
  private load(knot: number): void {
    const jets = this.jetsFrom(knot)
    this.loaded = knot
    if (jets) {
      quinticCoefficients(...jets[0], ...jets[1], this.step(knot), this.c)
      return
    }
    this.c.fill(0)
    this.c[0] = this.at(knot)
    this.c[1] = this.at(knot + 1) - this.c[0]
  }

  /** Both ends of the curve from a knot to the next, its second derivatives those of a cubic where they are not known; null for a line. */
  private jetsFrom(knot: number): readonly [Jet, Jet] | null {
    const { derivative } = this
    const h = this.step(knot)
    const value = (at: number, order: number) =>
      derivative + order > this.highest ? Number.NaN : this.read(at, derivative + order)
    const [x0, v0, a0] = [value(knot, 0), value(knot, 1), value(knot, 2)]
    const [x1, v1, a1] = [value(knot + 1, 0), value(knot + 1, 1), value(knot + 1, 2)]
    if (Number.isNaN(v0) || Number.isNaN(v1)) return null
    const slope = (x1 - x0) / h
    const isKnown = !Number.isNaN(a0) && !Number.isNaN(a1)
    return [
      [x0, v0, isKnown ? a0 : (6 * slope - 4 * v0 - 2 * v1) / h],
      [x1, v1, isKnown ? a1 : (-6 * slope + 2 * v0 + 4 * v1) / h],
    ]
  }
}

interface Knots {
  /** [s] */
  readonly times: Float64Array
  /** Frame, or ~index of an instant between frames. */
  readonly places: Int32Array
}

const known = new WeakMap<Take, Knots>()

function knotsOf(take: Take): Knots {
  const before = known.get(take)
  if (before) return before
  const { frames, interval, between } = take
  const end = (frames - 1) * interval
  const inner = between.times.findIndex((time) => time > end)
  const extra = inner < 0 ? between.times.length : inner
  const times = new Float64Array(frames + extra)
  const places = new Int32Array(frames + extra)
  let next = 0
  let k = 0
  for (let frame = 0; frame < frames; frame++) {
    const time = frame * interval
    for (; next < extra && between.times[next] < time; next++, k++) {
      times[k] = between.times[next]
      places[k] = ~next
    }
    times[k] = time
    places[k++] = frame
  }
  const knots = { times, places }
  known.set(take, knots)
  return knots
}
