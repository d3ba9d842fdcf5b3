/** Two outlines, watched from step to step: whether they overlap, and whether they came so near that they may have met on the way. */
import type { MotionState } from '../mechanism/state'
import type { Touch } from '../proximity/outlines/touch'
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

  /**
   * @param overlap up to which they do not overlap [m]
   * @param closed places in which they touch, and which keep themselves from overlapping
   */
  constructor(
    readonly on: ContactPair,
    private readonly overlap: number,
    private readonly closed: readonly Touch[],
  ) {
    const { a, b } = on.finder
    this.smaller = Math.min(a.size, b.size)
  }

  /** Where a step begins. */
  begin(state: MotionState): void {
    this.before.set(this.reader.read(state, this.on.pair))
    this.elsewhere = 0
  }

  /** How often they must be looked at on the way to where they are now: 0 where nothing can have met, 1 where they overlap at the end. */
  looks(state: MotionState): number {
    const { on, reader, before, smaller, overlap } = this
    const { finder } = on
    const lie = reader.read(state, on.pair)
    const travel = finder.travel(before, lie)
    this.nextElsewhere = 0
    if (!reader.overlapsAlong(on)) return 0
    this.nextElsewhere = AHEAD * travel
    for (const touch of this.others(lie, AHEAD * travel))
      if (touch.gap < this.nextElsewhere) this.nextElsewhere = touch.gap
    const mayHaveMet = Math.min(this.elsewhere, this.nextElsewhere) < travel
    if (!mayHaveMet) return this.nextElsewhere < -overlap ? 1 : 0
    return Math.max(1, Math.ceil(travel / (THIN * smaller)))
  }

  /** The step counts. */
  accept(): void {
    this.before.set(this.reader.lie)
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
  private isClosed({ onA }: Touch): boolean {
    return this.closed.some(
      (one) => Math.hypot(one.onA[0] - onA[0], one.onA[1] - onA[1]) < SAME * this.smaller,
    )
  }
}
