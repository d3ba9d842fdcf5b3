/** Two outlines, watched from step to step: whether they overlap, and whether they came so near that they may have met on the way. */
import type { MotionState } from '../mechanism/state'
import type { Touch } from '../proximity/outlines/touch'
import type { Closed } from './closed'
import { LieReader } from './pairs'
import type { ContactPair } from './pairs'

/** The deepest overlap that is sought, as a share of the smaller outline [-]. */
const DEEPEST = 0.25
/** How far outlines travel between two looks where they come near each other, as a share of the smaller one [-]. */
const THIN = 0.02
/** Places of one contact, as a share of the smaller outline [-]. */
const SAME = 1e-3
/** Places are sought somewhat farther than a step went, since the next one may go farther [-]. */
const AHEAD = 1.5

export class PairWatch {
  readonly reader = new LieReader()
  private readonly before = new Float64Array(4)
  private readonly smaller: number
  /** No place but those where they touch was nearer at the end of the last step [m]. */
  private elsewhere = 0
  private nextElsewhere = 0

  /** @param overlap up to which they do not overlap [m] */
  constructor(
    readonly on: ContactPair,
    private readonly overlap: number,
  ) {
    const { a, b } = on.finder
    this.smaller = Math.min(a.size, b.size)
  }

  /** Where a step begins. */
  begin(state: MotionState): void {
    this.before.set(this.reader.read(state, this.on.pair))
    this.elsewhere = 0
  }

  /**
   * How often they must be looked at on the way to where they are now: 0 where nothing can have met, 1 where they overlap at the end.
   * @param closed contacts that are closed
   */
  looks(state: MotionState, closed: readonly Closed[]): number {
    const { on, reader, before, smaller, overlap } = this
    const { finder } = on
    const lie = reader.read(state, on.pair)
    const travel = finder.travel(before, lie)
    if (!reader.overlapsAlong(on)) return 0
    const touches = finder.touches(lie, -DEEPEST * smaller, AHEAD * travel)
    this.nextElsewhere = AHEAD * travel
    for (const touch of touches)
      if (!this.isKnown(touch, closed)) this.nextElsewhere = Math.min(this.nextElsewhere, touch.gap)
    const mayHaveMet = Math.min(this.elsewhere, this.nextElsewhere) < travel
    if (!mayHaveMet) return this.nextElsewhere < -overlap ? 1 : 0
    return Math.max(1, Math.ceil(travel / (THIN * smaller)))
  }

  /** The step counts. */
  accept(): void {
    this.before.set(this.reader.lie)
    this.elsewhere = this.nextElsewhere
  }

  /** Touches that overlap now, the deepest first; what is closed keeps itself from overlapping. */
  overlaps(state: MotionState, closed: readonly Closed[]): Touch[] {
    const { on, reader, smaller, overlap } = this
    const lie = reader.read(state, on.pair)
    if (!reader.overlapsAlong(on)) return []
    return on.finder
      .touches(lie, -DEEPEST * smaller, -overlap)
      .filter((touch) => !this.isKnown(touch, closed))
  }

  /** Whether it is a closed contact, found anew: on the same stretches, or where that one went on to the next. */
  private isKnown({ onA, stretchA, stretchB }: Touch, closed: readonly Closed[]): boolean {
    return closed.some(
      ({ on, touch }) =>
        on === this.on &&
        ((touch.stretchA === stretchA && touch.stretchB === stretchB) ||
          Math.hypot(touch.onA[0] - onA[0], touch.onA[1] - onA[1]) < SAME * this.smaller),
    )
  }
}
