/** When two shapes meet in a step that has been made, found by looking back into it. */
import { firstRoot } from '../maths/first-root'
import type { MotionState } from '../mechanism/state'
import type { Place } from '../proximity/place'
import type { PairWatch } from './pair-watch'
import type { ContactPair } from './contact-pair'
import { BEYOND, TIGHT_INSTANT } from './tolerances'

/** A contact that closes, and where. */
export interface Closing<P extends Place = Place> {
  readonly kind: 'closes'
  readonly time: number
  readonly on: ContactPair<P>
  readonly touch: P
}

/** A step that can be looked back into: places everything at an instant of it. */
export interface LookBack {
  readonly state: MotionState
  look(time: number): void
}

/** Overlaps up to this share of the smaller shape are what they seem to be [-]. */
const SHALLOW = 1e-4

/** Places of two shapes that may have met one before the other. */
const MOST_PLACES = 8
/** Overlaps up to so many times what is none are of the place itself that has met. */
const DEEPER = 10

/** When a measure becomes positive that is so at the end of a time. */
export function since(step: LookBack, from: number, to: number, measure: () => number): number {
  const at = (time: number) => {
    step.look(time)
    return measure()
  }
  const first = at(from)
  return first > 0 ? from : firstRoot(at, from, to, TIGHT_INSTANT, first)
}

/**
 * The first of all. The motion stands at the end of the step before, and where they meet or at the end afterwards.
 * @param slack overlaps up to this are none [m]
 */
export function firstMeeting<P extends Place>(
  watches: readonly PairWatch<P>[],
  step: LookBack,
  from: number,
  end: number,
  slack: number,
): Closing<P> | null {
  const near = watches.filter((watch) => watch.look(step.state) > 0)
  let first: Closing<P> | null = null
  const looks = near.reduce((most, watch) => Math.max(most, watch.looks), 0)
  for (let k = 1; k <= looks && !first; k++) {
    const time = k < looks ? from + (k / looks) * (end - from) : end
    for (const watch of near) {
      step.look(time)
      if (watch.overlaps(step.state).length === 0) continue
      const met = firstPlace(watch, step, from, time, slack)
      if (met && (!first || met.time < first.time)) first = met
    }
  }
  if (first) step.look(first.time)
  return first
}

/** When two shapes that overlap at the end of a time have met first, of several places; null where they do not. */
function firstPlace<P extends Place>(
  watch: PairWatch<P>,
  step: LookBack,
  from: number,
  end: number,
  slack: number,
): Closing<P> | null {
  let found = meeting(watch, step, from, end, slack)
  for (let k = 0; found && k < MOST_PLACES; k++) {
    step.look(found.time)
    if (watch.overlaps(step.state).every(({ gap }) => gap > -DEEPER * slack)) break
    const earlier = meeting(watch, step, from, found.time, slack)
    if (!earlier || earlier.time >= found.time) break
    found = earlier
  }
  return found
}

/** When two shapes that overlap at the end of a time have met in the place that is deepest then; null where they do not. */
function meeting<P extends Place>(
  watch: PairWatch<P>,
  step: LookBack,
  from: number,
  end: number,
  slack: number,
): Closing<P> | null {
  const { state } = step
  const { on } = watch
  const [touch] = watch.overlaps(state)
  if (!touch) return null
  const overlap = () => -touch.value(watch.reader.read(state, on)) - slack
  // what was apart meets where the gap is zero
  step.look(from)
  const before = overlap()
  // two sides may overlap deeply where the bodies do not
  const shallow = SHALLOW * on.finder.smaller
  if (before <= shallow || watch.overlaps(state).length > 0) {
    const wasApart = before < -2 * slack
    const time = since(step, from, end, () => overlap() + (wasApart ? slack : 0))
    step.look(time)
    overlap()
    if (touch.isFound && touch.beyond <= BEYOND) return { kind: 'closes', time, on, touch }
  }
  // it began in another place
  const begun = since(step, from, end, () => (watch.overlaps(state).length > 0 ? 1 : -1))
  step.look(begun)
  return { kind: 'closes', time: begun, on, touch: watch.overlaps(state)[0] ?? touch }
}
