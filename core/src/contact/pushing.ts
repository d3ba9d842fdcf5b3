/** A stretch of a motion during which the same contacts are closed: drivers, what holds, and gaps that stay at zero. */
import { constant } from '../maths/time-function'
import type { TimeFunction } from '../maths/time-function'
import type { Mechanism } from '../mechanism/compile'
import type { Row } from '../mechanism/rows'
import type { Place } from '../proximity/place'
import type { PrescribedLink } from '../solve/inputs'
import { paceOf } from '../solve/pace'
import { Solver } from '../solve/solver'
import type { SolverOptions } from '../solve/solver'
import { addGapGradient } from './closed'
import type { Closed } from './closed'
import { firstMeeting, since } from './first-meeting'
import type { Closing } from './first-meeting'
import { watchesOf } from './pair-watch'
import type { PairWatch } from './pair-watch'
import { LieReader } from './pairs'
import type { ContactPair } from './contact-pair'
import { BEYOND, LONGEST_TRAVEL, OVERLAPS, PULLS } from './tolerances'
import type { Yielding } from './yielding'

/** What moves, and what is closed. */
export interface Held {
  readonly mechanism: Mechanism
  readonly pairs: readonly ContactPair[]
  readonly drives: readonly PrescribedLink[]
  readonly rows: readonly Row[]
  readonly yielding: readonly Yielding[]
  readonly closed: readonly Closed[]
  /** How what yields moves that nothing pushes; it stays when left out. */
  readonly courses?: ReadonlyMap<Yielding, TimeFunction>
}

/** What happens to contacts at an instant: one closes, would have to pull, or its bodies come off each other's edge. */
export type Change =
  | Closing
  | {
      readonly kind: 'opens' | 'leaves'
      readonly time: number
      readonly closed: Closed
      /** Since the motion leads no further with it. */
      readonly isStuck?: boolean
    }

export class Pushing {
  readonly solver: Solver
  private readonly reader = new LieReader()
  private readonly unit: Float64Array
  private readonly gradient: Float64Array
  private readonly multipliers: Float64Array
  private readonly pulls: Float64Array
  private readonly watches: readonly PairWatch[]
  /** Overlaps up to this are none [m]. */
  private readonly slack: number

  /** @param q coordinates at which everything is closed */
  constructor(
    readonly held: Held,
    q: Float64Array,
    time: number,
    options: SolverOptions,
  ) {
    const { mechanism, drives, rows, yielding, closed, courses } = held
    const pushed = new Set(closed.map((one) => one.pushed))
    const still = yielding
      .filter((one) => !pushed.has(one))
      .map((one) => ({ link: one.link, evaluate: courses?.get(one) ?? constant(one.at) }))
    const gaps = closed.map(({ row }) => row)
    this.solver = new Solver(mechanism, [...drives, ...still], q, [...rows, ...gaps], time, options)
    this.unit = this.solver.equations.scale.map((scale) => 1 / scale)
    this.gradient = new Float64Array(mechanism.links)
    this.multipliers = new Float64Array(this.solver.equations.rows.length)
    this.pulls = new Float64Array(closed.length)
    this.slack = OVERLAPS * mechanism.size
    this.watches = watchesOf(held.pairs, this.slack, closed)
  }

  /** The same with other contacts closed, from other coordinates. */
  restarted(closed: readonly Closed[], q: Float64Array, time: number, options: SolverOptions): Pushing {
    return new Pushing({ ...this.held, closed }, q, time, options)
  }

  /** One step of the solver; false when it fails. */
  step(time: number): boolean {
    const { solver, unit, held } = this
    const pace = paceOf(solver.state.rate, solver.state.all, unit)
    const isOn = solver.step(Math.min(time, solver.time + LONGEST_TRAVEL / pace))
    if (isOn) for (const { touch } of held.closed) touch.keep()
    return isOn
  }

  /** Starts; false when it fails. */
  start(): boolean {
    if (!this.solver.start()) return false
    for (const watch of this.watches) watch.begin(this.solver.state)
    return true
  }

  /** The first change in the step from an instant on; the motion stands there then, else at the end of the step. */
  firstChange(from: number): Change | null {
    const { solver, held, watches } = this
    let first: Change | null = null
    let end = solver.time
    const pulls = this.readPulls()
    held.closed.forEach((closed, k) => {
      if (this.beyond(closed) > 0) {
        end = since(solver, from, end, () => this.beyond(closed))
        first = { kind: 'leaves', time: end, closed }
        solver.look(end)
      }
      if (pulls[k] > 0 && this.pull(k) > 0) {
        end = since(solver, from, end, () => this.pull(k))
        first = { kind: 'opens', time: end, closed }
        solver.look(end)
      }
    })
    first = firstMeeting(watches, solver, from, end, this.slack) ?? first
    if (!first) for (const watch of watches) watch.accept()
    return first
  }

  /** The touch that overlaps most, with its pair; null for none. */
  deepest(): { readonly on: ContactPair; readonly touch: Place } | null {
    let worst: { on: ContactPair; touch: Place } | null = null
    for (const watch of this.watches) {
      const touch = watch.deepest(this.solver.state)
      if (touch && (!worst || touch.gap < worst.touch.gap)) worst = { on: watch.on, touch }
    }
    return worst
  }

  /** The place on which a closed contact goes on that has come to its end; null where its bodies come off each other. */
  next({ on, touch }: Closed): Place | null {
    return on.finder.next(this.reader.read(this.solver.state, on), touch)
  }

  /** How far a place of a closed contact lies beyond its edge, more than rounding, as a share of its stretch. */
  private beyond({ on, touch }: Closed): number {
    touch.find(this.reader.read(this.solver.state, on))
    return touch.beyond - BEYOND
  }

  /** How hard a closed contact would have to pull, more than rounding, as what is left of a way back to rest [rad, sizes]. */
  private pull(k: number): number {
    return this.readPulls()[k]
  }

  private readPulls(): Float64Array {
    const { solver, held, gradient, multipliers, unit, pulls } = this
    const { state } = solver
    pulls.fill(0)
    if (pulls.length === 0 || !state.pullBack) return pulls
    gradient.fill(0)
    multipliers.fill(0)
    for (const { pushed } of held.closed) {
      const { link, rest } = pushed
      gradient[link] = rest === null ? Math.sign(state.rate[link]) : unit[link] * (state.q[link] - rest)
    }
    state.pullBack(gradient, multipliers)
    const first = solver.equations.rows.length - pulls.length
    for (let k = 0; k < pulls.length; k++) pulls[k] = -multipliers[first + k] - PULLS
    return pulls
  }

  /** How a gap changes with what is prescribed, by link, in its scaled units. */
  followingGap(on: ContactPair, touch: Place): Float64Array {
    const { state, equations } = this.solver
    const gradient = this.gapGradient(on, touch)
    for (let link = 0; link < gradient.length; link++) gradient[link] *= equations.scale[link]
    state.pullBack?.(gradient)
    return gradient
  }

  /** Rate of a gap [m/s]. */
  gapRate(on: ContactPair, touch: Place): number {
    const { rate } = this.solver.state
    return this.gapGradient(on, touch).reduce((sum, slope, link) => sum + slope * rate[link], 0)
  }

  /** How a gap changes with every link on its way, where the motion stands. */
  private gapGradient(on: ContactPair, touch: Place): Float64Array {
    const { solver, gradient, reader } = this
    touch.find(reader.read(solver.state, on))
    gradient.fill(0)
    addGapGradient(on, touch, reader, solver.state, gradient)
    return gradient
  }
}
