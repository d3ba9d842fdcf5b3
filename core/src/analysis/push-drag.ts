/**
 * Dragging with contacts: what is grabbed goes where it is pulled as if it were alone, and on the way there it pushes what it meets. It
 * stops where nothing gives way, or where a limit is reached.
 */
import { contactPairs } from '../contact/pairs'
import { PushingMover } from '../contact/pushing-mover'
import { constant, withBreaks } from '../maths/time-function'
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
    const drives: PrescribedLink[] = held.map((link) => ({ link, evaluate: constant(from[link]) }))
    for (const link of dragger.independent)
      if (to[link] !== from[link]) drives.push({ link, evaluate: straight(from[link], to[link]) })
    const mover = new PushingMover(mechanism, contactPairs(mechanism), drives, from)
    if (!mover.start()) return from
    const course = new Course(mechanism, mover)
    const limits = new LimitWatch(mechanism)
    course.begin(mover)
    for (let k = 0; k < MOST_STEPS && mover.time < 1; k++) {
      if (!course.step(1)) break
      const met = limits.met(course)
      if (!met) continue
      course.at(met.time)
      break
    }
    return mover.state.q.slice()
  }
}

const straight = (from: number, to: number) =>
  withBreaks((time, out) => {
    out[0] = time >= 1 ? to : from + time * (to - from)
    out[1] = to - from
    out[2] = 0
  })
