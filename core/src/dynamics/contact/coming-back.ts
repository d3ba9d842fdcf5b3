/** When two outlines that have parted a moment ago touch again, or come to the end of their sides near by: several times within a step at times. */
import { lowestOfCubic } from '../../maths/cubic-dip'
import { since } from '../../contact/first-meeting'
import type { Closing, LookBack } from '../../contact/first-meeting'
import { BEYOND } from '../../contact/tolerances'
import type { Meeting } from './meeting'

/** Share of a time in which something that comes back at once is not looked for [-]. */
const SHORTEST_SHARE = 1e-5
/** Instants of a step at which it is looked. */
const LOOKS = 2

/** A place comes to the end of its side. */
interface Leaving {
  readonly kind: 'leaves'
  readonly time: number
  readonly meeting: Meeting
}

/** Gaps [m]. */
interface Reach {
  /** Overlaps up to this are none. */
  readonly slack: number
  /** What has parted so far is followed no longer. */
  readonly away: number
}

/** Null where neither is. */
export function comesBack(
  meeting: Meeting,
  step: LookBack,
  [from, to]: readonly [number, number],
  { slack, away }: Reach,
): Closing | Leaving | null {
  const { state } = step
  const { on, touch, start } = meeting
  const place = () => {
    meeting.place(state)
    meeting.readRates(state)
    return meeting.gap
  }
  const gapAt = (time: number): number => {
    step.look(time)
    return place()
  }
  let begin = from
  let [gap, rate] = start
  for (let k = 1; k <= LOOKS; k++) {
    let end = from + (k / LOOKS) * (to - from)
    gapAt(end)
    const [gapAtEnd, rateAtEnd] = [meeting.gap, meeting.gapRate]
    const duration = end - begin
    // it may have been back and away again
    const dip = lowestOfCubic([gap, duration * rate], [gapAtEnd, duration * rateAtEnd])
    if (dip && dip.value < -slack && gapAt(begin + dip.at * duration) < -slack)
      end = begin + dip.at * duration
    gapAt(end)
    ;[gap, rate] = [gapAtEnd, rateAtEnd]
    const isBeyond = !touch.isFound || touch.beyond > BEYOND
    if (isBeyond) end = since(step, begin, end, () => (place(), touch.isFound ? touch.beyond - BEYOND : 1))
    if (gapAt(end) < -slack) {
      gapAt(begin)
      const turn =
        meeting.gapRate > 0
          ? since(step, begin, end, () => (place(), -meeting.gapRate))
          : lastApart(begin, end, gapAt)
      const time = gapAt(turn) > 0 ? since(step, turn, end, () => -place()) : turn
      return { kind: 'closes', time, on, touch }
    }
    if (isBeyond) return meeting.gap < away ? { kind: 'leaves', time: end, meeting } : null
    begin = end
  }
  return null
}

/** An instant, ever nearer to the beginning of a time, at which a gap is open; the beginning where it never is. */
function lastApart(begin: number, end: number, gapAt: (time: number) => number): number {
  for (let share = 0.5; share > SHORTEST_SHARE; share /= 2) {
    const time = begin + share * (end - begin)
    if (gapAt(time) > 0) return time
  }
  return begin
}
