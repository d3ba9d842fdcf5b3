/**
 * Running a scenario: solves frame after frame into a take. The caller decides how many frames at a time, so that a
 * worker can listen in between.
 */
import { assemble } from '../kinematics/assemble'
import { bodyPoses } from '../kinematics/compile'
import type { Mechanism } from '../kinematics/compile'
import { CoordinateReader } from '../kinematics/coordinates'
import { driverTooMany } from '../kinematics/driving'
import { Solver } from '../kinematics/solver'
import type { MotionState } from '../kinematics/state'
import { FRAME, ORIGIN } from '../maths/frame'
import { readQuaternion } from '../maths/quaternion'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { drivesFrom } from './scenario'
import type { ResolvedScenario } from './scenario'
import { POSE } from './take'
import type { Channel, Take } from './take'

/** Something measured at every frame; see `proof/`. */
export interface Measure {
  readonly channel: Channel
  /** Writes value, first and second derivative into `out[at .. at+2]`. */
  readonly read: (state: MotionState, coordinates: CoordinateReader, out: Float64Array, at: number) => void
}

export class ScenarioRun {
  private frame = 0
  private stopped: Problem | null = null
  private readonly reader: CoordinateReader
  private readonly coordinates: Float64Array
  private readonly rates: Float64Array
  private readonly accelerations: Float64Array
  private readonly probes: Float64Array
  private readonly poses: Float64Array
  private readonly bodyFrames: Float64Array

  constructor(
    private readonly mechanism: Mechanism,
    private readonly scenario: ResolvedScenario,
    private readonly measures: readonly Measure[],
    private readonly solver: Solver,
  ) {
    const { frames } = scenario
    const columns = mechanism.coordinates.length
    this.reader = new CoordinateReader(mechanism)
    this.coordinates = new Float64Array(frames * columns)
    this.rates = new Float64Array(frames * columns)
    this.accelerations = new Float64Array(frames * columns)
    this.probes = new Float64Array(frames * 3 * measures.length)
    this.poses = new Float64Array(frames * POSE * mechanism.bodyLink.length)
    this.bodyFrames = new Float64Array(FRAME * mechanism.bodyLink.length)
  }

  get done(): boolean {
    return this.stopped !== null || this.frame === this.scenario.frames
  }

  /** Share of the frames that are solved, 0 to 1. */
  get progress(): number {
    return this.frame / this.scenario.frames
  }

  /** Solves at most `frames` further frames. */
  advance(frames: number): void {
    const end = Math.min(this.scenario.frames, this.frame + frames)
    while (this.frame < end && this.stopped === null) {
      const reached = this.frame === 0 ? this.solver.start() : this.solver.advance(this.frame * this.interval)
      if (reached) {
        this.record(this.solver.state)
        this.frame++
      } else this.stopped = this.solver.problem
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

  private get interval(): number {
    return this.scenario.length / (this.scenario.frames - 1)
  }

  private record(state: MotionState): void {
    const { frame, reader, mechanism, bodyFrames } = this
    const columns = mechanism.coordinates.length
    reader.read(state, frame === 0 ? 0 : this.interval)
    this.coordinates.set(reader.values, frame * columns)
    this.rates.set(reader.rates, frame * columns)
    this.accelerations.set(reader.accelerations, frame * columns)
    for (let k = 0; k < this.measures.length; k++) {
      this.measures[k].read(state, reader, this.probes, 3 * (frame * this.measures.length + k))
    }
    bodyPoses(mechanism, state.world, bodyFrames)
    writePoses(bodyFrames, this.poses, frame * POSE * mechanism.bodyLink.length)
  }
}

/** Body frames (12 numbers each) as poses (7 numbers each). */
export function writePoses(frames: Float64Array, out: Float64Array, at: number): void {
  for (let b = 0; b * FRAME < frames.length; b++) {
    for (let k = 0; k < 3; k++) out[at + POSE * b + k] = frames[FRAME * b + ORIGIN + k]
    readQuaternion(frames, FRAME * b, out, at + POSE * b + 3)
  }
}

/** The coordinates of all joints as channels, in the order of a take's columns. */
export function coordinateChannels(mechanism: Mechanism): Channel[] {
  return mechanism.coordinates.map(({ joint, freedom }) => {
    const { source } = mechanism.geometry.joints[joint]
    return {
      key: `${source.id}/${freedom.name}`,
      name: source.name,
      measures: freedom.motion === 'turn' ? 'angle' : 'length',
    }
  })
}

/**
 * Prepares a run from the assembled home coordinates.
 * Errors: `driver-too-many`.
 */
export function startRun(
  mechanism: Mechanism,
  scenario: ResolvedScenario,
  measures: readonly Measure[],
  home: Float64Array,
): Result<ScenarioRun> {
  const tooMany = driverTooMany(mechanism, home, scenario.drivers)
  if (tooMany) return fail(tooMany)
  const solver = new Solver(mechanism, drivesFrom(scenario, home), home)
  return succeed(new ScenarioRun(mechanism, scenario, measures, solver))
}

/** Links that the scenarios of a document drive. */
export function drivenLinks(mechanism: Mechanism, scenarios: readonly ResolvedScenario[]): Uint8Array {
  const driven = new Uint8Array(mechanism.links)
  for (const { drivers } of scenarios) for (const { link } of drivers) driven[link] = 1
  return driven
}

/** Home coordinates at which the loops close, with driven coordinates where the document puts them if possible. */
export function assembleHome(
  mechanism: Mechanism,
  scenarios: readonly ResolvedScenario[],
): Result<Float64Array> {
  return assemble(mechanism, drivenLinks(mechanism, scenarios))
}
