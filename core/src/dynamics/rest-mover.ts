/**
 * From rest to rest (quasi-static): at every instant drivers are where they are then, and everything else is in equilibrium under the
 * loads of that instant. Every instant stands still: rates and accelerations are none, and forces are those of statics.
 *
 * From one instant to the next by Newton's method on the accelerations. Where the equilibrium that it was in ends, it snaps: the motion
 * is let go there and comes to another rest, which is noted.
 */
import { constant } from '../maths/time-function'
import type { TimeFunction } from '../maths/time-function'
import type { Mechanism } from '../mechanism/compile'
import type { Equations } from '../mechanism/equations'
import type { Row } from '../mechanism/rows'
import type { MotionState } from '../mechanism/state'
import type { Problem } from '../result'
import type { PrescribedLink } from '../solve/inputs'
import type { Mover, PassedCrossing } from '../solve/mover'
import { breaksOf, firstAfter } from './breaks'
import { kindOf, newton, wantsToMove } from './equilibrium'
import { FreeSolver } from './free-solver'
import type { Hold } from './holds'
import type { Energies, Physics } from './physics'
import { findRest } from './rest'
import {
  AT_REST,
  FIRST_AFTER_SLIP,
  LONGEST_WATCHED_TRAVEL,
  RELEASE_INSTANT,
  SHORTEST_REST_STEP,
} from './tolerances'

export class RestMover implements Mover {
  problem: Problem | null = null
  readonly passed: readonly PassedCrossing[] = []
  /** Instants at which it snapped from one rest to another [s]. */
  readonly snaps: number[] = []
  private readonly solver: FreeSolver
  /** Coordinates of links at both ends of the last step. */
  private before: Float64Array
  private now: Float64Array
  private startedAt: number
  private length: number
  private isSliding = false
  private readonly breaks: readonly number[]

  /** See `FreeSolver`. */
  constructor(
    private readonly mechanism: Mechanism,
    private readonly physics: Physics,
    private readonly drives: readonly PrescribedLink[],
    q: Float64Array,
    private readonly rows: readonly Row[] = [],
    public time = 0,
  ) {
    this.startedAt = time
    this.length = Infinity
    this.before = this.now = q.slice()
    this.breaks = [...drives.flatMap(({ evaluate }) => evaluate.breaks ?? []), ...breaksOf(physics.loads)]
    this.solver = new FreeSolver(
      mechanism,
      physics,
      drives.map(({ link, evaluate }) => ({ link, evaluate: standing(evaluate) })),
      q,
      new Float64Array(mechanism.links),
      rows.map((row) => (row.target ? { ...row, target: standing(row.target) } : row)),
      time,
      { isWatched: true },
    )
  }

  get state(): MotionState {
    return this.solver.state
  }

  get equations(): Equations {
    return this.solver.equations
  }

  get redundant(): readonly number[] {
    return this.solver.redundant
  }

  get holds(): readonly Hold[] {
    return this.solver.holds
  }

  get energy(): Energies {
    return { ...this.solver.energy, kinetic: 0 }
  }

  start(): boolean {
    const { solver, time } = this
    if (!this.settles(time) && !this.relax(time, solver.state.q.slice())) return false
    this.finish(time)
    return true
  }

  step(time: number): boolean {
    const { now } = this
    this.startedAt = this.time
    this.before = now
    for (;;) {
      const end = Math.min(time, this.time + this.length, firstAfter(this.breaks, this.time))
      this.state.q.set(now)
      if (this.settles(end) && this.farthest(now) <= LONGEST_WATCHED_TRAVEL) {
        // friction lets go at an instant of its own
        if (this.isReleased && !this.isSliding && end - this.time > RELEASE_INSTANT) {
          this.length = (end - this.time) / 2
          continue
        }
        const wasSliding = this.isSliding
        this.isSliding = this.isReleased
        this.length = end < time ? 2 * this.length : Math.max(this.length, 2 * (end - this.time))
        this.finish(end)
        if (this.isSliding && !wasSliding) this.seeWhetherItSlides()
        return true
      }
      const h = end - this.time
      if (h > SHORTEST_REST_STEP) {
        this.length = h / 4
        continue
      }
      if (!this.relax(end, now)) return false
      this.snaps.push(end)
      this.finish(end)
      return true
    }
  }

  look(time: number): void {
    const { before, now, startedAt, state } = this
    const share = this.time > startedAt ? (time - startedAt) / (this.time - startedAt) : 1
    for (let link = 0; link < now.length; link++)
      state.q[link] = before[link] + share * (now[link] - before[link])
    this.settles(time)
    this.place(time)
  }

  /** Whether friction lets something go at the position that was found. */
  private get isReleased(): boolean {
    return this.solver.holds.some(({ friction, isHeld }) => friction !== null && !isHeld)
  }

  /** What has been let go slides on, or sticks after it has slipped. */
  private seeWhetherItSlides(): void {
    const { time, now, state } = this
    this.isSliding = this.settles(time + RELEASE_INSTANT) && this.isReleased
    state.q.set(now)
    this.length = FIRST_AFTER_SLIP
    this.place(time)
  }

  /** Whether a stable equilibrium is found near the present position, drivers where they are at a time. */
  private settles(time: number): boolean {
    const { solver } = this
    const { state } = solver
    solver.time = time
    // what limits stop is found one after the other
    for (let k = 0; k <= solver.holds.length; k++) {
      state.rate.fill(0)
      if (!solver.start()) return false
      if (wantsToMove(solver) >= AT_REST) {
        const found = newton(solver)
        if (!found) return false
        state.q.set(found)
      }
      const crossed = solver.holds.find(
        ({ link, lower, upper, isHeld }) => !isHeld && (state.q[link] > upper || state.q[link] < lower),
      )
      if (!crossed) return kindOf(solver) !== 'unstable'
      const { link, lower, upper } = crossed
      state.q[link] = Math.min(upper, Math.max(lower, state.q[link]))
      if (!solver.accelerate()) return false
    }
    return false
  }

  /** Lets it go at a position, with drivers where they are at a time, until it rests again. */
  private relax(time: number, from: Float64Array): boolean {
    const { solver, mechanism, physics, drives, rows } = this
    const q = from.slice()
    const jet = new Float64Array(4)
    for (const { link, evaluate } of drives) {
      evaluate(time, jet)
      q[link] = jet[0]
    }
    const held = rows.map((row) => (row.target ? { ...row, target: frozen(row.target, time) } : row))
    const rest = findRest(mechanism, physics, q, { links: drives.map(({ link }) => link), rows: held }, time)
    if (!rest.ok) {
      this.problem = {
        ...rest.problems[0],
        message: `At ${time.toFixed(3)} s: ${rest.problems[0].message}`,
        data: { time },
      }
      return false
    }
    solver.state.q.set(rest.value.q)
    return this.settles(time) || rest.value.kind !== 'unstable'
  }

  private finish(time: number): void {
    this.time = time
    this.place(time)
    this.equations.note(this.state)
    this.now = this.state.q.slice()
  }

  private place(time: number): void {
    const { state, solver } = this
    solver.time = time
    solver.accelerate()
    state.rate.fill(0)
    state.acceleration.fill(0)
    state.spreadMotion(state.all)
    state.time = time
    state.count++
  }

  /** How far a coordinate has gone from where it was [rad, sizes]. */
  private farthest(from: Float64Array): number {
    const { state, equations } = this
    return state.all.reduce(
      (most, link) => Math.max(most, Math.abs(state.q[link] - from[link]) / equations.scale[link]),
      0,
    )
  }
}

/** A course without rates: where it is at an instant, it stands. */
function standing(course: TimeFunction): TimeFunction {
  return (time, out) => {
    course(time, out)
    out[1] = out[2] = 0
    if (out.length > 3) out[3] = 0
  }
}

/** A course that stays where it is at an instant. */
function frozen(course: TimeFunction, at: number): TimeFunction {
  const jet = new Float64Array(4)
  course(at, jet)
  return constant(jet[0])
}
