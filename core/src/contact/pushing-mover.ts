/**
 * Prescribed motion with contacts, without masses: what is pushed gives way, and goes back to its rest position when nothing pushes
 * it. It is used as the solver of prescribed motion is (solve/solver.ts): a step at a time.
 *
 * A contact that closes keeps its gap at zero while one coordinate gives way; it opens where it would have to pull that coordinate
 * against its way back to rest. In between, the motion is that of a mechanism with the gaps as rows. What loses its support goes back
 * at once, until it meets something or is at rest.
 * Source: Pfeiffer & Glocker, Multibody Dynamics with Unilateral Contacts, chapter 5 (closing and opening of contacts), without inertia.
 */
import { constant, straight } from '../maths/time-function'
import type { TimeFunction } from '../maths/time-function'
import type { Equations } from '../mechanism/equations'
import type { Mechanism } from '../mechanism/compile'
import type { Row } from '../mechanism/rows'
import type { MotionState } from '../mechanism/state'
import type { Problem } from '../result'
import { assembleFrom } from '../solve/assemble'
import type { PrescribedLink } from '../solve/inputs'
import type { Mover, PassedCrossing } from '../solve/mover'
import type { SolverOptions } from '../solve/solver'
import type { Place } from '../proximity/place'
import { gapRow } from './closed'
import type { Closed } from './closed'
import type { Closing } from './first-meeting'
import { deepIn, locks, namesOn, overlaps, unsettled } from './contact-problems'
import { areDeep } from './facts'
import type { ContactPair } from './contact-pair'
import { Pushing } from './pushing'
import type { Change } from './pushing'
import { AT_REST, GIVES, ONE_PLACE, OPENS } from './tolerances'
import { yieldingOf } from './yielding'
import type { Yielding } from './yielding'

/** Changes at one instant after which it is given up. */
const MOST_CHANGES = 60

export class PushingMover implements Mover {
  problem: Problem | null = null
  /** Whether the last step ended where a contact changes; the next one goes on from there anew. */
  pending: Change | null = null
  /** When and where something lost its support and went back at once. */
  readonly falls: { time: number; names: readonly [string, string] }[] = []
  private readonly yielding: readonly Yielding[]
  private closed: readonly Closed[] = []
  private pushing: Pushing
  /** Crossings that were passed before the present stretch. */
  private earlier: PassedCrossing[] = []
  private changes = 0
  private changedAt = Number.NaN
  /** Coordinates where the first of several changes at one instant happened. */
  private stoodAt = new Float64Array(0)

  /**
   * @param pairs that may touch
   * @param drives prescribe coordinates of links
   * @param q assembled coordinates by link
   * @param rows hold besides those of the mechanism
   */
  constructor(
    private readonly mechanism: Mechanism,
    pairs: readonly ContactPair[],
    private drives: readonly PrescribedLink[],
    q: Float64Array,
    private readonly rows: readonly Row[] = [],
    time = 0,
    private readonly options: SolverOptions = {},
  ) {
    const known = new Uint8Array(mechanism.links)
    for (const { link } of drives) known[link] = 1
    this.yielding = yieldingOf(mechanism, q, known, [...mechanism.rows, ...rows])
    const { yielding } = this
    this.pushing = new Pushing({ mechanism, pairs, drives, rows, yielding, closed: [] }, q, time, options)
  }

  get state(): MotionState {
    return this.pushing.solver.state
  }

  get equations(): Equations {
    return this.pushing.solver.equations
  }

  get redundant(): readonly number[] {
    return this.pushing.solver.redundant
  }

  get time(): number {
    return this.pending?.time ?? this.pushing.solver.time
  }

  get passed(): readonly PassedCrossing[] {
    return [...this.earlier, ...this.pushing.solver.passed]
  }

  /** Contacts that are closed now. */
  get touching(): readonly Closed[] {
    return this.closed
  }

  /** Pushes apart what overlaps, lets go back what is off its rest position, and starts. */
  start(): boolean {
    return this.begun() && this.pushApart() && this.settle() && !this.isWithin()
  }

  /** Goes on from where it stands with other courses of the links that it drives, from time 0 on. False on failure. */
  redirect(drives: readonly PrescribedLink[]): boolean {
    const { pushing } = this
    this.drives = drives
    this.pending = null
    this.problem = null
    this.pushing = new Pushing({ ...pushing.held, drives, closed: this.closed }, this.state.q.slice(), 0, {})
    return this.begun()
  }

  /** One step of its own towards a time, which it does not pass. False on failure. */
  step(time: number): boolean {
    if (this.pending && !this.goOn()) return false
    const { pushing } = this
    const from = this.time
    if (!pushing.step(time)) {
      const weakest = this.weakest()
      if (!weakest) {
        this.problem = pushing.solver.problem
        return false
      }
      // a push that leads no further: what is pushed may come off
      this.pending = { kind: 'leaves', time: from, closed: weakest, isStuck: true }
    } else this.pending = pushing.firstChange(from)
    return this.pending === null || !this.isUnsettled(this.pending)
  }

  /** Goes on from where a contact changes. False on failure. */
  goOn(): boolean {
    const { pending } = this
    if (!pending) return true
    this.pushing.solver.look(pending.time)
    if (!this.meet(pending, pending.time) || !this.renew(pending.time, this.state.q.slice())) return false
    this.pending = null
    const before = this.state.q.slice()
    if (!this.settle()) return false
    if (pending.kind === 'leaves' && pending.isStuck && !this.hasMoved(before)) {
      this.problem = locks(this.mechanism, pending.closed.on, this.closed, pending.time)
      return false
    }
    if (pending.kind !== 'closes' && this.hasMoved(before))
      this.falls.push({ time: pending.time, names: namesOn(this.mechanism, pending.closed.on) })
    return true
  }

  look(time: number): void {
    this.pushing.solver.look(time)
  }

  private hasMoved(before: Float64Array): boolean {
    const { state } = this
    return this.yielding.some(({ link, scale }) => Math.abs(state.q[link] - before[link]) > FALLS * scale)
  }

  /**
   * Begins anew with what is closed now.
   * @param from the stretch that it goes on from
   */
  private renew(time: number, q: Float64Array, from = this.pushing): boolean {
    const counts = this.equations.windings.counts()
    const heading = from.solver.state.rate.slice()
    this.earlier = [...this.earlier, ...from.solver.passed]
    this.pushing = from.restarted(this.closed, q, time, { ...this.options, heading })
    this.equations.windings.countOn(counts)
    return this.begun()
  }

  private begun(): boolean {
    if (this.pushing.start()) return true
    this.problem = this.pushing.solver.problem
    return false
  }

  /** Takes a change into what is closed. False where nothing can give way. @param now for the words [s] */
  private meet(change: Change, now: number): boolean {
    if (change.kind !== 'closes') {
      const { closed } = change
      const next = change.kind === 'leaves' && !change.isStuck ? this.pushing.next(closed) : null
      if (next) {
        this.closed = this.closed.filter((other) => other !== closed)
        this.close(closed.on, next, closed.pushed)
      } else this.open(closed)
      return true
    }
    const { on, touch } = change
    const same = this.closed.find(
      (one) => one.on === on && on.finder.areOne(one.touch, touch, ONE_PLACE * this.mechanism.size),
    )
    if (same) {
      // it lost its place in a step that was too long, and goes on from where it was
      this.closed = this.closed.filter((other) => other !== same)
      this.close(on, touch, same.pushed)
      return true
    }
    const pushed = this.givingWay(on, touch)
    if (pushed) {
      this.close(on, touch, pushed)
      return true
    }
    for (const before of this.closed) if (this.replaces(before, change)) return true
    this.problem = locks(this.mechanism, on, this.closed, now)
    return false
  }

  private close(on: ContactPair, touch: Place, pushed: Yielding): void {
    const row = gapRow(on, touch, this.mechanism.size)
    this.closed = [...this.closed, { on, touch, row, pushed }]
  }

  private open(closed: Closed): void {
    this.closed = this.closed.filter((other) => other !== closed)
    this.stay()
  }

  /**
   * What nothing pushes yet and changes a gap most; null where nothing does. What returns to rest gives way before what only stands
   * there: a pawl that falls onto a wheel does not turn it.
   */
  private givingWay(on: ContactPair, touch: Place): Yielding | null {
    const slopes = this.pushing.followingGap(on, touch)
    const pushed = new Set(this.closed.map((one) => one.pushed))
    const most = slopes.reduce((top, slope) => Math.max(top, Math.abs(slope)), 0)
    const slopeOf = ({ link }: Yielding): number => Math.abs(slopes[link])
    const able = this.yielding.filter((one) => !pushed.has(one) && slopeOf(one) > GIVES * most)
    const returning = able.filter(({ rest }) => rest !== null)
    const best = (of: readonly Yielding[]) => of.reduce((a, b) => (slopeOf(b) > slopeOf(a) ? b : a))
    return able.length > 0 ? best(returning.length > 0 ? returning : able) : null
  }

  /** Whether a contact opens when another one closes in its stead. */
  private replaces(before: Closed, { on, touch, time }: Closing): boolean {
    const { closed, pushing, options } = this
    this.closed = closed.filter((other) => other !== before)
    this.close(on, touch, before.pushed)
    const trial = pushing.restarted(this.closed, this.state.q.slice(), time, options)
    if (trial.start() && trial.gapRate(before.on, before.touch) >= -OPENS * this.mechanism.size) return true
    this.closed = closed
    return false
  }

  /** The closed contact that its coordinate holds least. */
  private weakest(): Closed | null {
    const { closed, mechanism } = this
    let found: Closed | null = null
    let least = Infinity
    for (const one of closed) {
      const others = closed.filter((other) => other !== one)
      const without = this.pushing.restarted(others, this.state.q.slice(), this.time, {})
      if (!without.start()) continue
      const hold = Math.abs(without.followingGap(one.on, one.touch)[one.pushed.link]) / mechanism.size
      if (hold < least) [found, least] = [one, hold]
    }
    return found
  }

  /** Closes what overlaps, the deepest first, until nothing does. */
  private pushApart(): boolean {
    for (let k = 0; k <= MOST_CHANGES; k++) {
      const worst = this.pushing.deepest()
      if (!worst) return true
      const { on, touch } = worst
      const depth = -touch.gap
      const pushed = this.givingWay(on, touch)
      if (pushed) this.close(on, touch, pushed)
      const apart = pushed && this.assembled()
      if (!apart) {
        this.problem = overlaps(this.mechanism, on, depth)
        return false
      }
      if (!this.renew(this.time, apart)) return false
    }
    this.problem = unsettled(this.mechanism, this.closed, this.time)
    return false
  }

  /** Whether bodies lie so deep in each other that nothing pushes them apart. */
  private isWithin(): boolean {
    const within = this.pushing.held.pairs.find((on) => areDeep(on, this.state))
    if (within) this.problem = deepIn(this.mechanism, within, this.time)
    return within !== undefined
  }

  /** Coordinates at which the gaps of what is closed are zero, all else staying where it can; null where there are none. */
  private assembled(): Float64Array | null {
    const { mechanism, state, drives, yielding, closed } = this
    const known = new Uint8Array(mechanism.links)
    const pushed = new Set(closed.map((one) => one.pushed))
    for (const { link } of [...drives, ...yielding.filter((one) => !pushed.has(one))]) known[link] = 1
    const gaps = closed.map(({ row }) => row)
    const found = assembleFrom(mechanism, state.q, known, [...this.standing().rows, ...gaps])
    return found.ok ? found.value : null
  }

  /** Drivers and rows that stay where they are now. */
  private standing(): { readonly drives: readonly PrescribedLink[]; readonly rows: readonly Row[] } {
    const { time, state } = this
    const out = new Float64Array(4)
    return {
      drives: this.drives.map(({ link }) => ({ link, evaluate: constant(state.q[link]) })),
      rows: this.rows.map((row) => {
        if (!row.target) return row
        row.target(time, out)
        return { ...row, target: constant(out[0]) }
      }),
    }
  }

  /** Lets everything go back to rest that nothing pushes, while all that is driven stands still. */
  private settle(): boolean {
    const { pushing, time } = this
    const standing = this.standing()
    for (let k = 0; k <= MOST_CHANGES; k++) {
      const courses = this.returning()
      if (courses.size === 0)
        return this.pushing === pushing || this.renew(time, this.state.q.slice(), pushing)
      const held = { ...pushing.held, ...standing, closed: this.closed, courses }
      const back = new Pushing(held, this.state.q.slice(), 0, {})
      back.solver.equations.windings.countOn(this.equations.windings.counts())
      this.pushing = back
      if (!this.begun() || !this.goBack(back, time)) return false
    }
    this.problem = unsettled(this.mechanism, this.closed, time)
    return false
  }

  /** Ways back to rest, in one second. */
  private returning(): Map<Yielding, TimeFunction> {
    const pushed = new Set(this.closed.map((one) => one.pushed))
    const { state } = this
    return new Map(
      this.yielding.flatMap((one) => {
        const { rest, scale, link } = one
        const from = state.q[link]
        if (rest === null || pushed.has(one) || Math.abs(rest - from) <= AT_REST * scale) return []
        return [[one, straight(from, rest)] as const]
      }),
    )
  }

  /** Follows ways back until a contact changes or everything is at rest. */
  private goBack(back: Pushing, now: number): boolean {
    for (let from = 0; from < 1; from = back.solver.time) {
      if (!back.step(1)) {
        this.problem = back.solver.problem
        return false
      }
      const change = back.firstChange(from)
      if (!change) continue
      this.stay()
      return this.meet(change, now)
    }
    this.stay()
    return true
  }

  /** What nothing pushes stays where it is from now on. */
  private stay(): void {
    for (const one of this.yielding) {
      const { link, rest, scale } = one
      const at = this.state.q[link]
      one.at = rest !== null && Math.abs(at - rest) <= AT_REST * scale ? rest : at
    }
  }

  /** Whether contacts change so often at one instant that nothing comes of it. */
  private isUnsettled({ time }: Change): boolean {
    this.changes = time - this.changedAt < AGAIN ? this.changes + 1 : 0
    this.changedAt = time
    if (this.changes === 0) this.stoodAt = this.state.q.slice()
    if (this.changes <= MOST_CHANGES) return false
    const last = this.closed[this.closed.length - 1]
    // what moves nowhere is jammed
    this.problem =
      last && !this.hasMoved(this.stoodAt)
        ? locks(this.mechanism, last.on, this.closed, time)
        : unsettled(this.mechanism, this.closed, time)
    return true
  }
}

/** Changes nearer to each other happen at one instant [s]. */
const AGAIN = 1e-10
/** What moved farther at once has fallen [rad, sizes]. */
const FALLS = 1e-6
