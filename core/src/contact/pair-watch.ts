/** Two shapes, watched from step to step: whether they overlap, and whether they came so near that they may have met on the way. */
import type { MotionState } from '../mechanism/state'
import { LIE } from '../proximity/place'
import type { Lie, Place } from '../proximity/place'
import { LieReader } from './pairs'
import type { ContactPair } from './contact-pair'

/** How far shapes travel between two looks where they come near each other, as a share of the thickness of the thinner one [-]. */
const THIN = 0.1
/** How far it is looked where a stretch begins, as a share of the smaller one [-]. */
const AROUND = 0.5
/** Places are sought somewhat farther than a step went, since the next one may go farther [-]. */
const AHEAD = 1.5

/** Overlaps up to this are found as such, as a share of the smaller one [-]. */
const SHALLOW = 0.2

/** How much deeper shapes may overlap than they have travelled in a step, since they need not have travelled straight [-]. */
const DEEPER = 3

/**
 * Watches all pairs.
 * @param touching places in which they touch
 * @param before watches of the same pairs: those that nothing has changed for go on
 */
export const watchesOf = <P extends Place>(
  pairs: readonly ContactPair<P>[],
  overlap: number,
  touching: readonly { readonly on: ContactPair<P>; readonly touch: P }[],
  isThorough = false,
  before: readonly PairWatch<P>[] = [],
): PairWatch<P>[] =>
  pairs.map((on, k) => {
    const touches = touching.filter((one) => one.on === on).map(({ touch }) => touch)
    return before[k]?.watchesBeside(touches) ? before[k] : new PairWatch(on, overlap, touches, isThorough)
  })

export class PairWatch<P extends Place = Place> {
  readonly reader = new LieReader()
  /** What `look` has found. */
  looks = 0
  private readonly before = new Float64Array(LIE)
  private readonly after = new Float64Array(LIE)
  private readonly thin: number
  /** No place but those where they touch was nearer at the end of the last step [m]. */
  private elsewhere = 0
  private nextElsewhere = 0

  /**
   * @param overlap up to which they do not overlap [m]
   * @param closed places in which they touch, and which keep themselves from overlapping
   */
  constructor(
    readonly on: ContactPair<P>,
    private readonly overlap: number,
    private readonly closed: readonly P[],
    /** Whether it is looked on the way wherever they touch already: sides that lie flat may come to touch anywhere. */
    private readonly isThorough = false,
  ) {
    this.thin = THIN * on.finder.thickness
  }

  /** Whether these are the places in which they touch. */
  watchesBeside(touches: readonly P[]): boolean {
    const { closed } = this
    return touches.length === closed.length && touches.every((touch, k) => touch === closed[k])
  }

  /** Where a step begins. */
  begin(state: MotionState): void {
    const { on, reader, closed, before, elsewhere } = this
    const lie = reader.read(state, on)
    const around = AROUND * on.finder.smaller
    const travel = on.finder.travel(before, lie)
    // what was far from the last step on is far still
    const isFar = closed.length === 0 && elsewhere - travel > Math.max(around / 2, AHEAD * travel)
    this.elsewhere = isFar ? elsewhere - travel : on.finder.nearest(lie, around, closed)
    before.set(lie)
  }

  /** Finds how often they must be looked at on the way to where they are now: 0 where nothing can have met, 1 where they overlap at the end. */
  look(state: MotionState): number {
    this.looks = this.looksTo(state)
    return this.looks
  }

  private looksTo(state: MotionState): number {
    const { on, reader, before, thin, overlap, closed, isThorough } = this
    const { finder } = on
    const lie = reader.read(state, on)
    this.after.set(lie)
    const travel = finder.travel(before, lie)
    this.nextElsewhere = 0
    if (finder.areBeside(lie)) return 0
    // beside a place where they touch, sides that lie flat may come to touch anywhere; what it was far from at the start it has not met, whatever it is near to now
    const isApart = closed.length === 0
    const isFar = isApart && this.elsewhere - travel > AHEAD * travel
    const reach = Math.max(AHEAD * travel, isApart ? AROUND * finder.smaller : 0)
    this.nextElsewhere = isFar ? this.elsewhere - travel : finder.nearest(lie, reach, closed)
    const mayTouch = isThorough && finder.liesFlat && closed.length > 0
    const mayHaveMet = mayTouch || this.mayHaveMet(travel, isApart && this.nextElsewhere < reach)
    if (!mayHaveMet) return this.nextElsewhere < -overlap ? 1 : 0
    return Math.max(1, Math.ceil(travel / thin))
  }

  /** @param isKnown whether it is how near they are now, not only what they are apart at least [m] */
  private mayHaveMet(travel: number, isKnown: boolean): boolean {
    const { elsewhere, nextElsewhere, on } = this
    const most = AHEAD * travel
    // to meet on the way, it has to come all of one distance and go all of the other; deep overlaps may be taken for distances
    if (isKnown && most - elsewhere < SHALLOW * on.finder.smaller) return elsewhere + nextElsewhere < most
    return Math.min(elsewhere, nextElsewhere) < travel
  }

  /** The step counts. */
  accept(): void {
    this.before.set(this.after)
    this.elsewhere = this.nextElsewhere
  }

  /** Places that overlap now, not before the step, and are not closed, the deepest first. */
  overlaps(state: MotionState): P[] {
    const { on, reader, before, overlap } = this
    const lie = reader.readTogether(state, on)
    if (!lie) return []
    const { finder } = on
    return this.overlapsTo(lie, DEEPER * (finder.travel(before, lie) + finder.uneven + overlap))
  }

  /** The place that overlaps most now, also where it did before; null for none. */
  deepest(state: MotionState): P | null {
    const { on, reader } = this
    const lie = reader.readTogether(state, on)
    return lie && (this.overlapsTo(lie, Infinity)[0] ?? null)
  }

  private overlapsTo(lie: Lie, deepest: number): P[] {
    const { on, overlap, closed } = this
    const least = closed.length > 0 ? Math.max(overlap, on.finder.uneven) : overlap
    return on.finder.overlaps(lie, least, deepest, closed)
  }
}
