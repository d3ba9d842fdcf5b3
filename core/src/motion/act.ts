/**
 * Acts: a run goes from one change to the next. A cue changes what holds, a value that is passed starts what waited for
 * it; from there on the motion is solved by a solver of its own, from the coordinates and counted turns where the last
 * one was.
 */
import type { AnyCue } from '../document/format/cues'
import type { Scenario } from '../document/format/scenarios'
import type { Mechanism } from '../mechanism/compile'
import { Course } from '../analysis/course'
import { LimitWatch } from '../analysis/limits'
import { driverTooMany, jointStates, withLoads } from '../analysis/driving'
import type { Coordinate } from '../mechanism/coordinate'
import type { WindingCounts } from '../mechanism/windings'
import { Reader } from '../mechanism/reading'
import type { Row } from '../mechanism/rows'
import { linkCourse } from '../solve/following'
import type { PrescribedLink } from '../solve/inputs'
import type { Stretch } from '../dynamics/contact/crowd'
import { FreeSolver } from '../dynamics/free-solver'
import { CoordinateLoad } from '../dynamics/loads/coordinate-load'
import type { ForceReader } from '../dynamics/force-reader'
import type { Energies, Physics } from '../dynamics/physics'
import { RestMover } from '../dynamics/rest-mover'
import type { Mover } from '../solve/mover'
import { Solver } from '../solve/solver'
import type { Closed } from '../contact/closed'
import { contactNotes } from '../contact/notes'
import { everyContactPair, hasForces } from '../contact/pairs'
import { PushingMover } from '../contact/pushing-mover'
import type { MotionState } from '../mechanism/state'
import type { Problem } from '../result'
import { siValue } from '../units/quantity'
import { ChangePoints } from './change-points'
import { ActiveRows } from './cues/active-rows'
import { cueType } from './cues/registry'
import { coursesOf } from './plan'
import type { ScenarioPlan } from './plan'
import type { ResolvedScenario } from './scenario'
import type { Span } from './take'
import type { Watcher } from './watching'
import type { ResolvedDriver } from './drivers/driver-type'
import { withServos } from './drivers/servos'
import { FallWatch } from './falling'
import { StallWatch } from './stalls'
import { suddenNotes } from './sudden-notes'
import type { Fall } from './sudden-notes'
import { SAME_INSTANT, TOGETHER } from './tolerances'

/** Where a motion was, to go back to. */
interface Stand {
  readonly time: number
  readonly q: Float64Array
  /** Rates with which it came there. */
  readonly heading: Float64Array
  readonly counts: WindingCounts
}

/** @param stateAt the motion at an instant of the step that has just been made */
export type EachStep = (
  state: MotionState,
  time: number,
  isAnew: boolean,
  stateAt: (time: number) => MotionState,
) => void

/** A cue that is to come, for the first time or again. */
interface DueCue {
  readonly cue: AnyCue
  readonly round: number
}

export class Acts {
  readonly spans: Span[] = []
  /** What is worth knowing of how it went, in order. */
  readonly notes: Problem[] = []
  /** Where pushed bodies lost each other. */
  readonly falls: Fall[] = []
  /** Where contacts of a free motion were not told apart. */
  readonly stretches: Stretch[] = []
  /** Reads all coordinates at every step, over all acts. */
  private readonly course: Course
  private readonly limits: LimitWatch
  readonly changePoints: ChangePoints
  private readonly active: ActiveRows
  /** What is still to come, in the order of the document. */
  private readonly cues: DueCue[]
  /** Drivers as they are planned now; one that is restored is planned anew. */
  private drivers: ScenarioPlan['drivers']
  private watchers: readonly Watcher[]
  private solver: Mover
  private drivenLinks: ReadonlySet<number> = new Set()
  private begun = false
  private stepsLeft = Infinity
  /** Of a free motion. */
  private readonly lookouts: readonly (StallWatch | FallWatch)[]
  /** What was lost and brought in before the present act [J]. */
  private spent = { lost: 0, driven: 0 }
  private readonly mode: NonNullable<Scenario['mode']>
  /** The length of the scenario [s]. */
  private readonly until: number
  /** Masses and loads of the scenario, without what servos do; null where drivers alone move it. */
  private readonly physics: Physics | null

  constructor(
    private readonly mechanism: Mechanism,
    scenario: ResolvedScenario,
    private readonly plan: ScenarioPlan,
    watchers: readonly Watcher[],
    q: Float64Array,
    /** Told of every step, also where it goes on anew from an earlier instant; can look back into the step. */
    private readonly eachStep: EachStep,
    /** Whether it looks back. */
    private readonly looksBack: boolean,
    /** What moves it where nothing prescribes its motion, and what probes read forces with. */
    private readonly forces: ForceReader | null = null,
  ) {
    this.drivers = plan.drivers
    this.mode = scenario.source.mode ?? 'kinematic'
    this.until = scenario.length
    this.physics = this.mode !== 'kinematic' && forces ? forces.physics : null
    this.notes.push(...contactNotes(mechanism, everyContactPair(mechanism), this.mode))
    this.watchers = watchers
    // those that change only what is seen have no part in the motion
    this.cues = (scenario.source.cues ?? []).flatMap((cue) =>
      cueType(cue.kind).apply ? [{ cue, round: 0 }] : [],
    )
    this.lookouts =
      this.isFree && forces
        ? [new StallWatch(mechanism, forces.physics, forces), new FallWatch(mechanism, forces.physics)]
        : []
    this.active = new ActiveRows(mechanism, scenario.drivers)
    this.changePoints = new ChangePoints(mechanism, scenario.source.ways ?? [])
    this.solver = new Solver(mechanism, [], q)
    this.course = new Course(mechanism, this.solver)
    this.limits = new LimitWatch(mechanism)
  }

  /** Coordinates as they were read at the last step. */
  get reader(): Reader {
    return this.course.reader
  }

  get state(): MotionState {
    return this.solver.state
  }

  /** Where it got to [s]. */
  get time(): number {
    return this.solver.time
  }

  get isFree(): boolean {
    return this.mode === 'free'
  }

  /** Where bodies touch in a motion that drivers prescribe. */
  get touching(): readonly Closed[] {
    return this.solver instanceof PushingMover ? this.solver.touching : []
  }

  /** Energies of a free motion [J]; null of one that drivers prescribe. */
  get energy(): Energies | null {
    const { solver, spent } = this
    if (!(solver instanceof FreeSolver)) return null
    const { kinetic, stored, lost, driven } = solver.energy
    return { kinetic, stored, lost: lost + spent.lost, driven: driven + spent.driven }
  }

  /**
   * Goes on to a time; returns why it cannot, and then it is where it got to.
   * @param steps of the solver that are made at most; 'more' when they did not do
   */
  reach(time: number, steps = Infinity): Problem | 'more' | null {
    this.stepsLeft = steps
    if (!this.begun) {
      this.begun = true
      const failed = this.playDue() ?? this.begin(this.stand()) ?? this.limits.atStart(this.course)
      if (failed) return failed
    }
    for (;;) {
      const cue = this.nextCue(time)
      const to = cue ? Math.max(this.solver.time, this.startOf(cue)) : time
      const moved = this.move(to)
      if (moved === 'again') continue
      if (moved) return moved
      if (!cue) return null
      const failed = this.playDue() ?? this.begin(this.stand())
      if (failed) return failed
    }
  }

  /** Plays every cue that has come: what they change together begins as one act. */
  private playDue(): Problem | null {
    for (let cue = this.nextCue(this.solver.time); cue; cue = this.nextCue(this.solver.time)) {
      const failed = this.play(cue)
      if (failed) return failed
    }
    return null
  }

  /** The earliest cue up to a time that has not been played; of several at one instant the first of the document. */
  private nextCue(time: number): DueCue | null {
    const starts = this.cues.map((due) => this.startOf(due))
    const earliest = Math.min(...starts.filter((start) => start < time + SAME_INSTANT))
    if (earliest === Infinity) return null
    return this.cues.find((_, k) => starts[k] <= earliest + TOGETHER) ?? null
  }

  private startOf({ cue, round }: DueCue): number {
    const { start } = this.plan.timing.of(cue.id)
    return round === 0 ? start : start + round * siValue(cue.every, 'time')
  }

  /** Moves on, step by step; 'again' when something happened on the way, from where it goes on anew. */
  private move(to: number): Problem | 'again' | 'more' | null {
    while (to > this.solver.time + SAME_INSTANT) {
      const { course, solver } = this
      if (this.stepsLeft-- <= 0) return 'more'
      if (!course.step(to)) return solver.problem
      const happened = this.happened()
      if (happened) return happened
      this.eachStep(solver.state, solver.time, false, this.stateAt)
      this.notes.push(...this.lookouts.flatMap((one) => one.look(solver.state, solver.time)))
      this.notes.push(...suddenNotes(solver, this.falls))
      if (solver instanceof PushingMover && solver.pending) {
        const failed = this.goOn(solver)
        if (failed) return failed
      }
    }
    return null
  }

  /** A contact has closed or opened: rates may jump there. */
  private goOn(solver: PushingMover): Problem | null {
    if (!solver.goOn()) return solver.problem
    this.notes.push(...suddenNotes(solver, this.falls))
    this.course.begin(solver)
    for (const watcher of this.watchers) watcher.goOnFrom(solver.state, solver.time)
    this.eachStep(solver.state, solver.time, true, this.stateAt)
    return null
  }

  private readonly stateAt = (instant: number): MotionState => {
    this.course.at(instant)
    return this.solver.state
  }

  /** What happened in the last step: a limit was met, or values were reached that something waits for. */
  private happened(): Problem | 'again' | null {
    const { course, solver, watchers, plan } = this
    const { state, time } = solver
    const limit = this.limits.met(course, this.isStopped)
    const reached = watchers
      .map((watcher) => ({ watcher, instant: watcher.look(state, time, this.stateAt) }))
      .filter(({ instant }) => instant >= 0)
    const first = Math.min(...reached.map(({ instant }) => instant), Infinity)
    if (limit && limit.time <= first) {
      course.at(limit.time)
      this.eachStep(state, limit.time, false, this.stateAt)
      return limit.problem
    }
    if (first === Infinity) return null
    const together = reached.filter(({ instant }) => instant <= first + TOGETHER)
    for (const { watcher, instant } of together) plan.timing.happen(watcher.key, instant)
    this.watchers = watchers.filter((other) => !together.some(({ watcher }) => watcher === other))
    // from there on it is moved through anew, with what starts then
    course.at(first)
    this.eachStep(state, first, false, this.stateAt)
    return this.begin(this.stand(first)) ?? 'again'
  }

  /** Whether a limit ends the motion: where loads move a coordinate, it stops there by itself. */
  private readonly isStopped = (c: number): boolean => {
    const { physics, mechanism, drivenLinks } = this
    const { link } = mechanism.coordinates[c]
    return !physics || (link >= 0 ? drivenLinks.has(link) : !givesWay(physics, mechanism.coordinates[c]))
  }

  private play(due: DueCue): Problem | null {
    const { solver, active } = this
    const { cue, round } = due
    const isLast = cue.every === undefined || round + 1 >= (cue.times ?? Infinity)
    this.cues.splice(this.cues.indexOf(due), 1, ...(isLast ? [] : [{ cue, round: round + 1 }]))
    const rested = new Set(
      this.drivers.flatMap(({ driver: { driver } }) => (active.isActing(driver) ? [] : [driver])),
    )
    const applied = cueType(cue.kind).apply!(cue, active, solver.state)
    if (!applied.ok) return at(solver.time, applied.problems[0])
    for (const { driver } of this.drivers)
      if (rested.has(driver.driver) && active.isActing(driver.driver)) {
        const failed = this.planAnew(driver)
        if (failed) return failed
      }
    return null
  }

  /** A driver that acts again goes on from where what it drives is. */
  private planAnew(driver: ResolvedDriver): Problem | null {
    const { solver, mechanism, plan } = this
    let from = 0
    if (driver.reading) {
      const reader = new Reader(mechanism, [driver.reading])
      reader.equations.windings.countOn(this.counts())
      reader.equations.windings.expect(0)
      reader.read(solver.state, 0)
      from = reader.values[0]
    }
    const planned = driver.plan(from, plan.timing, solver.time)
    if (!planned.ok) return planned.problems[0]
    this.drivers = this.drivers.map((known) =>
      known.driver === driver ? { driver, plan: planned.value } : known,
    )
    return null
  }

  private stand(time = this.solver.time): Stand {
    const { state } = this.solver
    return { time, q: state.q.slice(), heading: state.rate.slice(), counts: this.counts() }
  }

  /** Turns as they are counted now. */
  private counts(): WindingCounts {
    return this.solver.equations.windings.counts(this.reader.equations.windings.counts())
  }

  /** Begins an act with what holds and drives now. */
  private begin({ time, q, heading, counts }: Stand): Problem | null {
    const { mechanism, active, until, stretches } = this
    const acting = this.drivers.filter(({ driver }) => active.isActing(driver.driver))
    const courses = coursesOf(acting)
    if (!courses.ok) return courses.problems[0]
    const held = { ...mechanism, rows: active.rows }
    const driven = acting.flatMap(({ driver }) => (driver.servo ? [] : [driver]))
    const tooMany = time > 0 ? driverTooMany(held, q, driven) : null
    if (tooMany) return at(time, tooMany)
    const drives: PrescribedLink[] = []
    const rows: Row[] = []
    for (const driver of driven) {
      const course = courses.value.get(driver.driver)!
      if (driver.link < 0) rows.push(...driver.following(course))
      else drives.push({ link: driver.link, evaluate: linkCourse(course, driver.reading!.constant) })
    }
    this.drivenLinks = new Set(drives.map(({ link }) => link))
    const { wayAt } = this.changePoints
    const isWatched = this.watchers.length > 0 || this.limits.isWatching || this.looksBack
    this.spent = this.energy ?? this.spent
    const physics = this.physics && withServos(mechanism, this.physics, acting, courses.value)
    const { pairs } = active
    const options = { wayAt, heading, isWatched }
    const solver: Mover = !physics
      ? pairs.length > 0
        ? new PushingMover(held, pairs, drives, q, rows, time, options)
        : new Solver(held, drives, q, rows, time, options)
      : this.isFree
        ? new FreeSolver(held, physics, drives, q, heading, rows, time, {
            isWatched,
            until,
            pairs: pairs.filter(hasForces),
            stretches,
          })
        : new RestMover(held, physics, drives, q, rows, time)
    solver.equations.windings.countOn(counts)
    this.changePoints.begin(solver, time)
    this.solver = solver
    if (!solver.start()) return solver.problem
    this.notes.push(...suddenNotes(solver, this.falls))
    this.forces?.begin(solver, solver instanceof FreeSolver ? solver.physics : (physics ?? undefined))
    this.course.begin(solver)
    for (const watcher of this.watchers) watcher.goOnFrom(solver.state, time)
    this.eachStep(solver.state, time, true, this.stateAt)
    this.notes.push(...this.lookouts.flatMap((one) => one.look(solver.state, time)))
    this.note(time, held, q, driven)
    return null
  }

  private note(time: number, held: Mechanism, q: Float64Array, driven: readonly ResolvedDriver[]): void {
    const standing = jointStates(held, q, driven, this.active.suspendedIds)
    const states = this.physics ? withLoads(standing) : standing
    const last = this.spans[this.spans.length - 1]
    if (last && Math.abs(last.start - time) < SAME_INSTANT) this.spans.pop()
    this.spans.push({ start: time, states, bonds: this.active.bonded })
  }
}

/** Whether stops that give way stand in for the limits of a coordinate. */
const givesWay = ({ loads }: Physics, coordinate: Coordinate): boolean =>
  loads.acting.some(
    (load) => load instanceof CoordinateLoad && load.coordinate === coordinate && load.law.stop?.gives,
  )

/** A problem of a cue, with the time at which it happened. */
const at = (time: number, problem: Problem): Problem => ({
  ...problem,
  message: `The motion stops at ${time.toFixed(3)} s: ${problem.message}`,
})
