/** Two outlines, watched from step to step: whether they overlap, and whether they came so near that they may have met on the way. */
import type { MotionState } from '../mechanism/state'
import { areOnePlace } from '../proximity/outlines/touch'
import type { Touch } from '../proximity/outlines/touch'
import { LieReader } from './pairs'
import type { ContactPair } from './pairs'

/** The deepest overlap that is sought, as a share of the smaller outline [-]. */
const DEEPEST = 0.25
/** How far outlines travel between two looks where they come near each other, as a share of the thickness of the thinner one [-]. */
const THIN = 0.1
/** How far it is looked where a stretch begins, as a share of the smaller outline [-]. */
const AROUND = 0.5
/** Places of one contact, as a share of the smaller outline [-]. */
const SAME = 1e-3
/** Places are sought somewhat farther than a step went, since the next one may go farther [-]. */
const AHEAD = 1.5

/** Watches all pairs. @param touching places in which they touch */
export const watchesOf = (
  pairs: readonly ContactPair[],
  overlap: number,
  touching: readonly { readonly on: ContactPair; readonly touch: Touch }[],
  isThorough = false,
): PairWatch[] =>
  pairs.map((on) => {
    const touches = touching.filter((one) => one.on === on).map(({ touch }) => touch)
    return new PairWatch(on, overlap, touches, isThorough)
  })

export class PairWatch {
  readonly reader = new LieReader()
  /** What `look` has found. */
  looks = 0
  private readonly before = new Float64Array(4)
  private readonly after = new Float64Array(4)
  private readonly smaller: number
  /** Whether they may touch along whole sides. */
  private readonly liesFlat: boolean
  private readonly thin: number
  /** No place but those where they touch was nearer at the end of the last step [m]. */
  private elsewhere = 0
  private nextElsewhere = 0

  /**
   * @param overlap up to which they do not overlap [m]
   * @param closed places in which they touch, and which keep themselves from overlapping
   */
  constructor(
    readonly on: ContactPair,
    private readonly overlap: number,
    private readonly closed: readonly Touch[],
    /** Whether it is looked on the way wherever they touch already: sides that lie flat may come to touch anywhere. */
    private readonly isThorough = false,
  ) {
    const { a, b } = on.finder
    this.liesFlat = !a.isOval && !b.isOval
    this.smaller = Math.min(a.size, b.size)
    this.thin = THIN * Math.min(a.thickness, b.thickness)
  }

  /** Where a step begins. */
  begin(state: MotionState): void {
    const lie = this.reader.read(state, this.on.pair)
    this.before.set(lie)
    this.elsewhere = this.nearest(lie, AROUND * this.smaller)
  }

  /** Finds how often they must be looked at on the way to where they are now: 0 where nothing can have met, 1 where they overlap at the end. */
  look(state: MotionState): number {
    this.looks = this.looksTo(state)
    return this.looks
  }

  private looksTo(state: MotionState): number {
    const { on, reader, before, thin, overlap, closed, isThorough } = this
    const lie = reader.read(state, on.pair)
    this.after.set(lie)
    const travel = on.finder.travel(before, lie)
    this.nextElsewhere = 0
    if (!reader.overlapsAlong(on)) return 0
    // beside a place where they touch, sides that lie flat may come to touch anywhere; what it was far from at the start it has not met, whatever it is near to now
    const isFar = closed.length === 0 && this.elsewhere - travel > AHEAD * travel
    this.nextElsewhere = isFar ? this.elsewhere - travel : this.nearest(lie, AHEAD * travel)
    const mayTouch = isThorough && this.liesFlat && closed.length > 0
    const mayHaveMet = mayTouch || Math.min(this.elsewhere, this.nextElsewhere) < travel
    if (!mayHaveMet) return this.nextElsewhere < -overlap ? 1 : 0
    return Math.max(1, Math.ceil(travel / thin))
  }

  /** The least gap in other places than those that are closed, up to a bound. */
  private nearest(lie: Float64Array, most: number): number {
    let least = this.on.finder.cornersApart(lie, most)
    for (const { gap } of this.others(lie, most)) if (gap < least) least = gap
    return least
  }

  /** The step counts. */
  accept(): void {
    this.before.set(this.after)
    this.elsewhere = this.nextElsewhere
  }

  /** Touches that overlap now and are not closed, the deepest first. */
  overlaps(state: MotionState): Touch[] {
    const { on, reader, overlap } = this
    const lie = reader.read(state, on.pair)
    return reader.overlapsAlong(on) ? this.others(lie, -overlap) : []
  }

  /** Touches up to a gap in other places than those that are closed. */
  private others(lie: Float64Array, most: number): Touch[] {
    const { on, smaller, closed } = this
    const touches = on.finder.touches(lie, -DEEPEST * smaller, most, closed)
    return closed.length === 0 || touches.length === 0
      ? touches
      : touches.filter((touch) => !this.isClosed(touch))
  }

  /** Whether it is a closed contact that went on to the next stretch, found anew. */
  private isClosed(touch: Touch): boolean {
    return this.closed.some((one) => areOnePlace(one, touch, SAME * this.smaller))
  }
}
