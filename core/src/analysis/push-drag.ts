/**
 * Dragging with contacts: what is grabbed goes where it is pulled as if it were alone, and on the way there it pushes what it meets. It
 * stops where nothing gives way, or where a limit is reached.
 */
import { contactPairs } from '../contact/pairs'
import { PushingMover } from '../contact/pushing-mover'
import { constant, straight } from '../maths/time-function'
import type { Mechanism } from '../mechanism/compile'
import type { MotionState } from '../mechanism/state'
import { Dragger } from '../solve/drag'
import type { PrescribedLink } from '../solve/inputs'
import { Course } from './course'
import { LimitWatch } from './limits'

/** Steps on the way to one place at most; the next one goes on from there. */
const MOST_STEPS = 60

export class PushingDragger {
  private dragger: Dragger
  /** What was pushed on the way to the last place, and still is. */
  private mover: PushingMover | null = null
  /** Links that it drives. */
  private driven: readonly number[] = []

  /** See `Dragger`. */
  constructor(
    private readonly mechanism: Mechanism,
    q: Float64Array,
    private readonly body: number,
    private readonly point: readonly [number, number, number],
    private readonly held: readonly number[] = [],
  ) {
    this.dragger = new Dragger(mechanism, q, body, point, held)
  }

  get state(): MotionState {
    return this.dragger.state
  }

  /** Moves toward a target in ground [m]. Returns how far from it the point stays [m]. */
  to(target: readonly [number, number, number]): number {
    const { mechanism, body, point, held, dragger } = this
    const from = dragger.state.q.slice()
    const gap = dragger.to(target)
    const q = this.pushedTo(from, dragger.state.q)
    if (q.every((value, link) => value === dragger.state.q[link])) return gap
    this.dragger = new Dragger(mechanism, q, body, point, held)
    return this.dragger.gapTo(target)
  }

  /** Goes from one position to another one that joints allow, as far as contacts and limits do. */
  private pushedTo(from: Float64Array, to: Float64Array): Float64Array {
    const { mechanism, held, dragger } = this
    const moved = [...dragger.independent].filter((link) => to[link] !== from[link])
    if (moved.length === 0) return from
    const drives: PrescribedLink[] = [
      ...held.map((link) => ({ link, evaluate: constant(from[link]) })),
      ...moved.map((link) => ({ link, evaluate: straight(from[link], to[link]) })),
    ]
    const mover = this.moverWith(moved, drives, from)
    if (!mover) return from
    const course = new Course(mechanism, mover)
    const limits = new LimitWatch(mechanism)
    course.begin(mover)
    for (let k = 0; k < MOST_STEPS && mover.time < 1; k++) {
      if (!course.step(1)) break
      const met = limits.met(course)
      if (!met) continue
      course.at(met.time)
      this.mover = null
      break
    }
    return mover.state.q.slice()
  }

  /** The mover of the last way, if it drives the same links, else a new one; null where it cannot start. */
  private moverWith(
    moved: readonly number[],
    drives: readonly PrescribedLink[],
    from: Float64Array,
  ): PushingMover | null {
    const { mechanism, driven } = this
    const isSame = moved.length === driven.length && moved.every((link, k) => link === driven[k])
    this.driven = moved
    if (this.mover && isSame && this.mover.redirect(drives)) return this.mover
    this.mover = new PushingMover(mechanism, contactPairs(mechanism), drives, from)
    if (this.mover.start()) return this.mover
    this.mover = null
    return null
  }
}
