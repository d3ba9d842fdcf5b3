/**
 * Running a scenario: solves frame after frame into a take. The caller decides how many frames at a time, so that a
 * worker can listen in between.
 */
import { assemble, assembleFrom } from '../kinematics/assemble'
import { BodyPoses } from '../kinematics/body-poses'
import type { Mechanism } from '../kinematics/compile'
import { driverTooMany } from '../kinematics/driving'
import { Reader } from '../kinematics/reading'
import type { Row } from '../kinematics/rows'
import { Solver } from '../kinematics/solver'
import type { Drive } from '../kinematics/solver'
import { MotionState } from '../kinematics/state'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { LastReading, limitReached } from './limits'
import type { ResolvedScenario } from './scenario'
import { POSE } from '../kinematics/body-poses'
import type { Channel, Take } from './take'

/** Something measured at every frame; see `proof/`. */
export interface Measure {
  readonly channel: Channel
  /** Writes value, first and second derivative into `out[at .. at+2]`. */
  readonly read: (state: MotionState, step: number, out: Float64Array, at: number) => void
}

export class ScenarioRun {
  private frame = 0
  private stopped: Problem | null = null
  private readonly reader: Reader
  private readonly coordinates: Float64Array
  private readonly rates: Float64Array
  private readonly accelerations: Float64Array
  private readonly probes: Float64Array
  private readonly poses: Float64Array
  private readonly bodies: BodyPoses
  private readonly jets: LastReading

  constructor(
    private readonly mechanism: Mechanism,
    private readonly scenario: ResolvedScenario,
    private readonly measures: readonly Measure[],
    private readonly solver: Solver,
    /** Rising instants to record, from 0 on; frames at even intervals when left out. */
    private readonly times: Float64Array | null = null,
  ) {
    const frames = this.frames
    const columns = mechanism.coordinates.length
    this.reader = new Reader(mechanism, mechanism.coordinates)
    this.coordinates = new Float64Array(frames * columns)
    this.rates = new Float64Array(frames * columns)
    this.accelerations = new Float64Array(frames * columns)
    this.probes = new Float64Array(frames * 3 * measures.length)
    this.poses = new Float64Array(frames * POSE * mechanism.bodyLink.length)
    this.bodies = new BodyPoses(mechanism)
    this.jets = new LastReading(columns)
  }

  get done(): boolean {
    return this.stopped !== null || this.frame === this.frames
  }

  /** Share of the frames that are solved, 0 to 1. */
  get progress(): number {
    return this.frame / this.frames
  }

  /** Solves at most `frames` further frames. */
  advance(frames: number): void {
    const end = Math.min(this.frames, this.frame + frames)
    while (this.frame < end && this.stopped === null) {
      const reached = this.frame === 0 ? this.solver.start() : this.solver.advance(this.timeOf(this.frame))
      if (reached) this.stopped = this.record(this.solver.state)
      else this.stopped = this.solver.problem
      if (this.stopped === null) this.frame++
    }
  }

  take(): Take {
    const { mechanism, scenario, frame, measures } = this
    const columns = mechanism.coordinates.length
    return {
      scenario: scenario.source.id,
      frames: frame,
      interval: this.interval,
      coordinateChannels: coordinateChannels(mechanism),
      probeChannels: measures.map((measure) => measure.channel),
      bodies: mechanism.geometry.bodies.map((body) => body.source.id),
      coordinates: this.coordinates.subarray(0, frame * columns),
      coordinateRates: this.rates.subarray(0, frame * columns),
      coordinateAccelerations: this.accelerations.subarray(0, frame * columns),
      probes: this.probes.subarray(0, frame * 3 * measures.length),
      poses: this.poses.subarray(0, frame * POSE * mechanism.bodyLink.length),
      stopped: this.stopped,
    }
  }

  private get frames(): number {
    return this.times ? this.times.length : this.scenario.frames
  }

  private get interval(): number {
    return this.scenario.length / (this.scenario.frames - 1)
  }

  private timeOf(frame: number): number {
    return this.times ? this.times[frame] : frame * this.interval
  }

  /** Records a frame, unless a joint is beyond its limit in it: then that is returned. */
  private record(state: MotionState): Problem | null {
    const { frame, reader, mechanism } = this
    const columns = mechanism.coordinates.length
    const time = this.timeOf(frame)
    const step = frame === 0 ? 0 : time - this.timeOf(frame - 1)
    this.jets.remember(reader)
    reader.read(state, step)
    const beyond = limitReached(mechanism, this.jets, reader, time, step)
    if (beyond) return beyond
    this.coordinates.set(reader.values, frame * columns)
    this.rates.set(reader.rates, frame * columns)
    this.accelerations.set(reader.accelerations, frame * columns)
    for (let k = 0; k < this.measures.length; k++) {
      this.measures[k].read(state, step, this.probes, 3 * (frame * this.measures.length + k))
    }
    this.bodies.write(state.world, this.poses, frame * POSE * mechanism.bodyLink.length)
    return null
  }
}

/** The coordinates of all joints as channels, in the order of a take's columns. */
export function coordinateChannels(mechanism: Mechanism): Channel[] {
  return mechanism.coordinates.map(({ joint, freedom, measures }) => {
    const { source } = mechanism.geometry.joints[joint]
    return { key: `${source.id}/${freedom.name}`, name: source.name, measures }
  })
}

/**
 * Prepares a run from the assembled home coordinates. Where a driver starts elsewhere than at home, the mechanism is
 * assembled anew with it there.
 * @param times rising instants from 0 on, instead of the scenario's frames
 * Errors: `driver-too-many`, `driver-course`, `cannot-assemble`.
 */
export function startRun(
  mechanism: Mechanism,
  scenario: ResolvedScenario,
  measures: readonly Measure[],
  home: Float64Array,
  times: Float64Array | null = null,
): Result<ScenarioRun> {
  const tooMany = driverTooMany(mechanism, home, scenario.drivers)
  if (tooMany) return fail(tooMany)
  const acting = actingDrivers(mechanism, scenario, home)
  if (!acting.ok) return acting
  const { drives, rows } = acting.value
  const start = startPose(mechanism, drives, rows, home)
  if (!start.ok) return start
  return succeed(
    new ScenarioRun(mechanism, scenario, measures, new Solver(mechanism, drives, start.value, rows), times),
  )
}

/** The drivers as prescribed links and as rows with targets, counted from the home pose. */
export function actingDrivers(
  mechanism: Mechanism,
  { drivers }: ResolvedScenario,
  home: Float64Array,
): Result<{ drives: Drive[]; rows: Row[] }> {
  const readings = drivers.flatMap(({ reading }) => reading ?? [])
  const reader = new Reader(mechanism, readings)
  const state = new MotionState(mechanism)
  state.q.set(home)
  state.place(state.all)
  reader.read(state, 0)
  const drives: Drive[] = []
  const rows: Row[] = []
  for (const driver of drivers) {
    const { reading } = driver
    if (!reading) {
      rows.push(...driver.rows)
      continue
    }
    const course = driver.course(reader.values[readings.indexOf(reading)])
    if (!course.ok) return course
    const target = course.value
    if (driver.link < 0) rows.push(...driver.rows.map((row) => ({ ...row, target })))
    else {
      const { link } = driver
      const { constant } = reading
      const evaluate: Drive['evaluate'] = (time, out) => {
        target(time, out)
        out[0] -= constant
      }
      drives.push({ link, evaluate })
    }
  }
  return succeed({ drives, rows })
}

function startPose(
  mechanism: Mechanism,
  drives: readonly Drive[],
  rows: readonly Row[],
  home: Float64Array,
): Result<Float64Array> {
  const q = home.slice()
  const known = new Uint8Array(mechanism.links)
  const out = new Float64Array(3)
  for (const { link, evaluate } of drives) {
    evaluate(0, out)
    q[link] = out[0]
    known[link] = 1
  }
  return assembleFrom(mechanism, q, known, rows)
}

/** Home coordinates at which everything holds, with driven coordinates where the document puts them if possible. */
export function assembleHome(
  mechanism: Mechanism,
  scenarios: readonly ResolvedScenario[],
): Result<Float64Array> {
  const driven = new Uint8Array(mechanism.links)
  for (const { drivers } of scenarios) for (const { link } of drivers) if (link >= 0) driven[link] = 1
  return assemble(mechanism, driven)
}
