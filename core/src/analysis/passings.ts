/**
 * Where a value passes another one between two instants. Turns of the quintic through both instants split the step into
 * stretches in which the value only rises or only falls; where one of them may reach the other value, its ends and the
 * instant are sought on the motion itself, so that nothing depends on how long the step is.
 * Source: Dahlquist & Björck, Numerical Methods, section 6.2 (false position, Illinois).
 */
import { Quintic } from '../maths/quintic'
import type { Jet } from '../maths/quintic'
import { INSTANT, ON_VALUE, RESTS, TOUCHING, TURN_NEAR } from './tolerances'

/** A value over a step, with what it is between. */
export interface Stretch {
  readonly from: number
  readonly to: number
  readonly before: Jet
  readonly now: Jet
  /** The value on the motion itself at an instant between. */
  readonly at: (time: number) => Jet
  /** One radian, or the size of the mechanism: what tolerances are counted in. */
  readonly scale: number
}

export interface Passing {
  readonly time: number
  readonly rises: boolean
  /** How far beyond the other value it goes before it turns or the step ends; about 0 when it only touches. */
  readonly beyond: number
}

interface Place {
  readonly time: number
  readonly gap: number
  readonly rate: number
  readonly isExact: boolean
}

/** How far a value may be from both ends of a step of length h within it; cheap, and too far. */
export function farthest(
  h: number,
  rateBefore: number,
  rateNow: number,
  accelerationBefore: number,
  accelerationNow: number,
  scale: number,
): number {
  return (
    h * Math.max(Math.abs(rateBefore), Math.abs(rateNow)) +
    h * h * Math.max(Math.abs(accelerationBefore), Math.abs(accelerationNow)) +
    TURN_NEAR * scale
  )
}

/** Whether a value may come near another one within the step. */
export function mayReach({ from, to, before, now, scale }: Stretch, value: number): boolean {
  const reach = farthest(to - from, before[1], now[1], before[2], now[2], scale)
  const low = Math.min(before[0], now[0]) - reach
  const high = Math.max(before[0], now[0]) + reach
  return value >= low && value <= high
}

/** Every time that a value reaches another one, in order; one that starts at it does not reach it by leaving. */
export function passings(stretch: Stretch, value: number): Passing[] {
  const { from, to, before, now, scale } = stretch
  if (!(to > from)) return []
  const curve = new Quintic(before, now, to - from)
  const found: Passing[] = []
  let low: Place = { time: from, gap: before[0] - value, rate: before[1], isExact: true }
  for (const share of [...curve.turns(), 1]) {
    const isEnd = share === 1
    const guess = isEnd ? now[0] - value : curve.value(share) - value
    const near = TURN_NEAR * scale
    if (Math.abs(guess) > near && Math.abs(low.gap) > near && guess > 0 === low.gap > 0) {
      low = { time: from + share * (to - from), gap: guess, rate: 0, isExact: isEnd }
      continue
    }
    const high = isEnd
      ? { time: to, gap: guess, rate: now[1], isExact: true }
      : turnNear(stretch, from + share * (to - from), value)
    const start = low.isExact ? low : turnNear(stretch, low.time, value)
    const passing = passingBetween(stretch, start, high, value)
    if (passing) found.push(passing)
    low = high
  }
  return found
}

function passingBetween(stretch: Stretch, low: Place, high: Place, value: number): Passing | null {
  const { scale } = stretch
  if (Math.abs(low.gap) <= ON_VALUE * scale) return null
  const rises = low.gap < 0
  const rests = Math.abs(high.rate) < RESTS * scale
  if (Math.abs(high.gap) <= (rests ? TOUCHING : ON_VALUE) * scale) {
    return { time: high.time, rises, beyond: 0 }
  }
  if (low.gap > 0 === high.gap > 0) return null
  return { time: root(stretch, low, high, value), rises, beyond: Math.abs(high.gap) }
}

/** Where the value turns round near a time, by Newton's method on its rate. */
function turnNear({ from, to, at, scale }: Stretch, guess: number, value: number): Place {
  let time = guess
  let jet = at(time)
  for (let k = 0; k < MOST_TURN_STEPS && Math.abs(jet[1]) > RESTS * 1e-3 * scale; k++) {
    const next = Math.min(to, Math.max(from, time - jet[1] / jet[2]))
    if (!Number.isFinite(next) || Math.abs(next - time) < INSTANT) break
    time = next
    jet = at(time)
  }
  return { time, gap: jet[0] - value, rate: jet[1], isExact: true }
}

function root({ at, scale }: Stretch, start: Place, end: Place, value: number): number {
  let [low, high] = [start.time, end.time]
  let [below, above] = [start.gap, end.gap]
  for (let k = 0; k < MOST_TRIES && high - low > INSTANT; k++) {
    const time = low + (high - low) * (below / (below - above))
    const gap = at(time)[0] - value
    if (Math.abs(gap) <= ON_VALUE * scale) return time
    if (gap > 0 === below > 0) {
      low = time
      below = gap
      above /= 2
    } else {
      high = time
      above = gap
      below /= 2
    }
  }
  return high
}

const MOST_TURN_STEPS = 12
const MOST_TRIES = 60
