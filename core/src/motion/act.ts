/**
 * Acts: a run goes from one change to the next. A cue changes what holds, a value that is passed starts what waited for
 * it; from there on the motion is solved by a solver of its own, from the coordinates and counted turns where the last
 * one was.
 */
import type { AnyCue } from '../document/format/cues'
import type { Mechanism } from '../mechanism/compile'
import { driverTooMany, jointStates } from '../analysis/driving'
import type { WindingCounts } from '../mechanism/windings'
import { Reader } from '../mechanism/reading'
import type { Row } from '../mechanism/rows'
import { linkCourse } from '../solve/following'
import { Solver } from '../solve/solver'
import type { PrescribedLink } from '../solve/solver'
import type { MotionState } from '../mechanism/state'
import type { Problem } from '../result'
import { ActiveRows } from './cues/active-rows'
import { cueType } from './cues/registry'
import { coursesOf } from './plan'
import type { ScenarioPlan } from './plan'
import type { ResolvedScenario } from './scenario'
import type { Span } from './take'
import type { Watcher } from './watching'
import type { ResolvedDriver } from './drivers/driver-type'
import { SAME_INSTANT } from './tolerances'

/** Where a motion was, to go back to. */
interface Stand {
  readonly time: number
  readonly q: Float64Array
  readonly counts: WindingCounts
}

export class Acts {
  readonly spans: Span[] = []
  /** Reads all coordinates; whoever records frames reads with it, so that turns are counted on over all acts. */
  readonly reader: Reader
  private readonly active: ActiveRows
  private readonly cues: AnyCue[]
  /** Drivers as they are planned now; one that is restored is planned anew. */
  private drivers: ScenarioPlan['drivers']
  private watchers: readonly Watcher[]
  private solver: Solver
  private begun = false

  constructor(
    private readonly mechanism: Mechanism,
    scenario: ResolvedScenario,
    private readonly plan: ScenarioPlan,
    watchers: readonly Watcher[],
    q: Float64Array,
  ) {
    this.reader = new Reader(mechanism, mechanism.coordinates)
    this.drivers = plan.drivers
    this.watchers = watchers
    this.cues = [...(scenario.source.cues ?? [])]
    this.active = new ActiveRows(mechanism, scenario.drivers)
    this.solver = new Solver(mechanism, [], q)
  }

  get state(): MotionState {
    return this.solver.state
  }

  /** Goes on to a time; returns why it cannot, and then it is where it got to. */
  reach(time: number): Problem | null {
    if (!this.begun) {
      this.begun = true
      const failed = this.playDue() ?? this.begin(this.stand())
      if (failed) return failed
      for (const watcher of this.watchers) watcher.look(this.state, 0)
    }
    for (;;) {
      const cue = this.nextCue(time)
      const to = cue ? Math.max(this.solver.time, this.plan.timing.of(cue.id).start) : time
      const again = this.move(to)
      if (again === 'again') continue
      if (again) return again
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

  /** The earliest cue up to a time that has not been played. */
  private nextCue(time: number): AnyCue | null {
    let next: AnyCue | null = null
    let earliest = time + SAME_INSTANT
    for (const cue of this.cues) {
      const { start } = this.plan.timing.of(cue.id)
      if (start < earliest) {
        next = cue
        earliest = start
      }
    }
    return next
  }

  /** Moves on; 'again' when a value was passed on the way, and the motion may have gone back. */
  private move(to: number): Problem | 'again' | null {
    const { solver, watchers, plan } = this
    if (to <= solver.time + SAME_INSTANT) return null
    if (watchers.length === 0) return solver.advance(to) ? null : solver.problem
    const before = this.stand()
    if (!solver.advance(to)) return solver.problem
    const { state } = solver
    const looks = watchers.map((watcher) => ({ watcher, about: watcher.look(state, to) }))
    const passed = looks.filter(({ about }) => about >= 0).sort((a, b) => a.about - b.about)
    if (passed.length === 0) return null
    const [{ watcher, about }] = passed
    const instant = watcher.seek(about, (time) => {
      if (this.begin(before, false)) return null
      return time === before.time || this.solver.advance(time) ? this.solver.state : null
    })
    this.watchers = watchers.filter((other) => other !== watcher)
    plan.timing.happen(watcher.key, instant)
    // what starts on the way is moved through once more; the others look again then
    const failed = this.begin(before)
    if (failed) return failed
    for (const other of this.watchers) other.back(this.state)
    return 'again'
  }

  private play(cue: AnyCue): Problem | null {
    const { solver, active } = this
    this.cues.splice(this.cues.indexOf(cue), 1)
    const type = cueType(cue.kind)
    if (!type.apply) return null
    const rested = new Set(
      this.drivers.flatMap(({ driver: { driver } }) => (active.isActing(driver) ? [] : [driver])),
    )
    const applied = type.apply(cue, active, solver.state)
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

  private stand(): Stand {
    const { time, state } = this.solver
    return { time, q: state.q.slice(), counts: this.counts() }
  }

  /** Turns as they are counted now. */
  private counts(): WindingCounts {
    return this.solver.equations.windings.counts(this.reader.equations.windings.counts())
  }

  /** Begins an act with what holds and drives now; one that only seeks an instant is not noted. */
  private begin({ time, q, counts }: Stand, isNoted = true): Problem | null {
    const { mechanism, active } = this
    const acting = this.drivers.filter(({ driver }) => active.isActing(driver.driver))
    const courses = coursesOf(acting)
    if (!courses.ok) return courses.problems[0]
    const held = { ...mechanism, rows: active.rows }
    const driven = acting.map(({ driver }) => driver)
    const tooMany = time > 0 ? driverTooMany(held, q, driven) : null
    if (tooMany) return at(time, tooMany)
    const drives: PrescribedLink[] = []
    const rows: Row[] = []
    for (const driver of driven) {
      const course = courses.value.get(driver.driver)!
      if (driver.link < 0) rows.push(...driver.following(course))
      else drives.push({ link: driver.link, evaluate: linkCourse(course, driver.reading!.constant) })
    }
    const solver = new Solver(held, drives, q, rows, time)
    solver.equations.windings.countOn(counts)
    this.solver = solver
    if (!solver.start()) return solver.problem
    if (isNoted) this.note(time, held, q, driven)
    return null
  }

  private note(time: number, held: Mechanism, q: Float64Array, driven: readonly ResolvedDriver[]): void {
    const states = jointStates(held, q, driven, this.active.suspendedIds)
    const last = this.spans[this.spans.length - 1]
    if (last && Math.abs(last.start - time) < SAME_INSTANT) this.spans.pop()
    this.spans.push({ start: time, states, bonds: this.active.bonded })
  }
}

/** A problem of a cue, with the time at which it happened. */
const at = (time: number, problem: Problem): Problem => ({
  ...problem,
  message: `The motion stops at ${time.toFixed(3)} s: ${problem.message}`,
})
