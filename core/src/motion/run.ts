/**
 * Running a scenario: solves frame after frame into a take. The caller decides how many frames at a time, so that a
 * worker can listen in between. What moves between two changes of what holds is an act (act.ts).
 */
import { looksAtJerk } from '../document/format/checks'
import { assemble, assembleFrom } from '../solve/assemble'
import { BodyPoses, POSE } from '../mechanism/body-poses'
import type { Mechanism } from '../mechanism/compile'
import { driverTooMany } from '../analysis/driving'
import type { ForceReader } from '../dynamics/force-reader'
import { freedomWords } from '../mechanism/joints/joint-type'
import { jointType } from '../mechanism/joints/registry'
import type { Reader } from '../mechanism/reading'
import type { MotionState } from '../mechanism/state'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { Acts } from './act'
import type { EachStep } from './act'
import { prescribesAtStart } from './drivers/drivers'
import { coursesOf, planScenario, plannedItems } from './plan'
import type { ScenarioPlan } from './plan'
import type { ResolvedScenario } from './scenario'
import { crowdedNotes, fallNotes } from './sudden-notes'
import { BetweenFrames } from './between'
import { ProbeReader } from './probe-events'
import { ForceMarks, MARK } from './force-marks'
import { ENERGIES, TAKE_ARRAYS } from './take'
import type { Channel, Measure, Take, TakePart } from './take'
import { restAtStart } from './start-at-rest'
import { watchersOf } from './watching'

/** The run of one scenario, solved in slices: `advance` by frames, then `take`. */
export class ScenarioRun {
  private frame = 0
  private stopped: Problem | null = null
  private readonly reader: Reader
  private readonly coordinates: Float64Array
  private readonly rates: Float64Array
  private readonly accelerations: Float64Array
  private readonly thirds: Float64Array
  private readonly probes: Float64Array
  private readonly energies: Float64Array
  private readonly poses: Float64Array
  private readonly bodies: BodyPoses

  constructor(
    private readonly mechanism: Mechanism,
    private readonly scenario: ResolvedScenario,
    private readonly dimension: readonly Measure[],
    private readonly acts: Acts,
    private readonly plan: ScenarioPlan,
    private readonly probeReader: ProbeReader,
    private readonly between: BetweenFrames,
    private readonly marks: ForceMarks,
    /** Rising instants to record, from 0 on; frames at even intervals when left out. */
    private readonly times: Float64Array | null = null,
  ) {
    const frames = this.frames
    const columns = mechanism.coordinates.length
    this.reader = acts.reader
    this.coordinates = new Float64Array(frames * columns)
    this.rates = new Float64Array(frames * columns)
    this.accelerations = new Float64Array(frames * columns)
    this.thirds = new Float64Array(looksAtJerk(mechanism.geometry.document.checks) ? frames * columns : 0)
    this.probes = new Float64Array(frames * 3 * dimension.length)
    this.energies = new Float64Array(acts.isFree ? frames * ENERGIES : 0)
    this.poses = new Float64Array(frames * POSE * mechanism.bodyLink.length)
    this.bodies = new BodyPoses(mechanism)
  }

  get done(): boolean {
    return this.stopped !== null || this.frame === this.frames
  }

  /** Share of the time that is solved, 0 to 1. */
  get progress(): number {
    return this.times ? this.frame / this.frames : this.acts.time / this.scenario.length
  }

  /** Solves at most `frames` further frames, with at most `steps` of the solver for each. */
  advance(frames: number, steps = Infinity): void {
    const end = Math.min(this.frames, this.frame + frames)
    while (this.frame < end && this.stopped === null) {
      const { acts } = this
      const reached = acts.reach(this.timeOf(this.frame), steps)
      if (reached === 'more') return
      this.stopped = reached
      if (this.stopped !== null) return
      this.record(acts.state)
      this.frame++
    }
  }

  /** The frames solved from `from` on, as copies that can be given away. */
  part(from: number): TakePart {
    const part = this.take(from)
    const copied = Object.fromEntries(TAKE_ARRAYS.map((name) => [name, part[name].slice()]))
    return { from, total: this.frames, part: { ...part, ...copied } }
  }

  /** @param from leaves the frames before it out; the arrays are views */
  take(from = 0): Take {
    const { mechanism, scenario, frame, dimension, acts } = this
    const columns = mechanism.coordinates.length
    return {
      scenario: scenario.source.id,
      frames: frame - from,
      interval: this.interval,
      coordinateChannels: coordinateChannels(mechanism),
      probeChannels: dimension.map((measure) => measure.channel),
      bodies: mechanism.geometry.bodies.map((body) => body.source.id),
      coordinates: this.coordinates.subarray(from * columns, frame * columns),
      coordinateRates: this.rates.subarray(from * columns, frame * columns),
      coordinateAccelerations: this.accelerations.subarray(from * columns, frame * columns),
      coordinateThirds: this.thirds.subarray(from * columns, frame * columns),
      probes: this.probes.subarray(from * 3 * dimension.length, frame * 3 * dimension.length),
      energies: acts.isFree ? this.energies.subarray(from * ENERGIES, frame * ENERGIES) : this.energies,
      forceMarks: this.marks.marks,
      forces: this.marks.numbers.subarray(
        from * MARK * this.marks.marks.length,
        frame * MARK * this.marks.marks.length,
      ),
      poses: this.poses.subarray(
        from * POSE * mechanism.bodyLink.length,
        frame * POSE * mechanism.bodyLink.length,
      ),
      items: plannedItems(this.plan),
      spans: this.acts.spans,
      changePoints: this.acts.changePoints.all,
      notes: [
        ...acts.notes,
        ...fallNotes(acts.falls),
        ...crowdedNotes(acts.stretches, acts.time),
        ...dimension.flatMap(({ note }) => note?.() ?? []),
      ],
      between: this.between.all,
      events: this.probeReader.clearEvents,
      end: this.acts.state.q.slice(),
      stopped: this.stopped,
    }
  }

  /** How many instants there are. */
  get frames(): number {
    return this.times ? this.times.length : this.scenario.frames
  }

  private get interval(): number {
    return this.scenario.length / (this.scenario.frames - 1)
  }

  private timeOf(frame: number): number {
    return this.times ? this.times[frame] : frame * this.interval
  }

  private record({ world }: MotionState): void {
    const { frame, reader, mechanism } = this
    const { now } = this.probeReader
    const columns = mechanism.coordinates.length
    this.coordinates.set(reader.values, frame * columns)
    this.rates.set(reader.rates, frame * columns)
    this.accelerations.set(reader.accelerations, frame * columns)
    if (this.thirds.length > 0) this.thirds.set(reader.thirds, frame * columns)
    this.probes.set(now, frame * now.length)
    const { energy } = this.acts
    if (energy)
      this.energies.set([energy.kinetic, energy.stored, energy.lost, energy.driven], frame * ENERGIES)
    this.marks.record(this.acts.state, frame, this.acts.touching)
    this.bodies.write(world, this.poses, frame * POSE * mechanism.bodyLink.length)
  }
}

/** The coordinates of all joints as channels, in the order of a take's columns. */
export function coordinateChannels(mechanism: Mechanism): Channel[] {
  return mechanism.coordinates.map(({ joint, freedom, dimension }) => {
    const { source } = mechanism.geometry.joints[joint]
    const coordinate = { joint: source.id, freedom: freedom.name }
    const isOne = jointType(source.kind)!.freedoms.length === 1
    const name = isOne ? source.name : `${source.name}, ${freedomWords(freedom)}`
    return { key: `${source.id}/${freedom.name}`, name, dimension: dimension, coordinate }
  })
}

/**
 * Prepares a run. Where a driver starts elsewhere than it is, the mechanism is assembled anew with it there.
 * @param measures twice the probes: those that are recorded, and those that ties wait for
 * @param start assembled coordinates by link, from which drivers count
 * @param times rising instants from 0 on, instead of the scenario's frames
 * @param levels values by probe, SI, whose passings are found
 * @param observe is told of every step besides
 * @param forces what moves it freely, and what probes read forces with
 * Errors: `driver-too-many`, `cannot-assemble`, `tie-value`, and those of `planScenario`.
 */
export function startRun(
  mechanism: Mechanism,
  scenario: ResolvedScenario,
  dimension: readonly [readonly Measure[], readonly Measure[]],
  start: Float64Array,
  times: Float64Array | null = null,
  levels: ReadonlyMap<string, readonly number[]> = new Map(),
  observe: EachStep | null = null,
  forces: ForceReader | null = null,
): Result<ScenarioRun> {
  const tooLarge = sizeProblem(mechanism, scenario, dimension[0].length, times)
  if (tooLarge) return fail(tooLarge)
  const tooMany = driverTooMany(mechanism, start, scenario.drivers.filter(prescribesAtStart))
  if (tooMany) return fail(tooMany)
  const plan = planScenario(mechanism, scenario, start)
  if (!plan.ok) return plan
  const { timing } = plan.value
  const watchers = watchersOf(mechanism, timing.waiting, dimension[1], scenario.path)
  if (!watchers.ok) return watchers
  const placed = startPose(mechanism, plan.value, start)
  if (!placed.ok) return placed
  const q =
    scenario.source.startAtRest && forces
      ? restAtStart(mechanism, plan.value, forces.physics, placed.value)
      : succeed({ q: placed.value })
  if (!q.ok) return q
  const [recorded] = dimension
  const scales = recorded.map(({ channel }) => (channel.dimension === 'length' ? mechanism.size : 1))
  const passed = recorded.map(({ channel }) => levels.get(channel.key) ?? [])
  const reader = new ProbeReader(recorded, scales, passed)
  const hasThirds = looksAtJerk(mechanism.geometry.document.checks)
  const between = new BetweenFrames(
    times ? Infinity : scenario.length / (scenario.frames - 1),
    mechanism.coordinates.length,
    recorded.length,
    hasThirds,
  )
  const eachStep: EachStep = (state, time, isAnew, stateAt) => {
    reader.read(state, time, isAnew, stateAt)
    if (hasThirds) acts.reader.readThird(state)
    between.note(time, isAnew, acts.reader, reader.now)
    observe?.(state, time, isAnew, stateAt)
  }
  const marks = new ForceMarks(mechanism, forces, times?.length ?? scenario.frames, scenario.source.mode)
  const looksBack = recorded.length > 0 || observe !== null
  const acts = new Acts(
    mechanism,
    scenario,
    plan.value,
    watchers.value,
    q.value.q,
    eachStep,
    looksBack,
    forces,
  )
  return succeed(
    new ScenarioRun(mechanism, scenario, recorded, acts, plan.value, reader, between, marks, times),
  )
}

/** The most numbers of a take: 1.2 GB of them. */
const MOST_NUMBERS = 150_000_000

/** Code `run-too-large`: what would be recorded of a run has no room in memory. */
function sizeProblem(
  mechanism: Mechanism,
  { source, frames, path }: ResolvedScenario,
  probes: number,
  times: Float64Array | null,
): Problem | null {
  const instants = times?.length ?? frames
  const derivatives = looksAtJerk(mechanism.geometry.document.checks) ? 4 : 3
  const each = derivatives * mechanism.coordinates.length + 3 * probes + POSE * mechanism.bodyLink.length
  const most = Math.floor(MOST_NUMBERS / Math.max(1, each))
  if (instants <= most) return null
  return {
    code: 'run-too-large',
    message: `${source.name} has ${instants} frames; of a mechanism of this size at most ${most} are recorded. Lower its frame rate or its length.`,
    pointer: `${path}/frameRate`,
    ids: [source.id],
  }
}

/** The start with every driver where its course begins. */
export function startPose(
  mechanism: Mechanism,
  plan: ScenarioPlan,
  start: Float64Array,
): Result<Float64Array> {
  const courses = coursesOf(plan.drivers)
  if (!courses.ok) return courses
  const q = start.slice()
  const known = new Uint8Array(mechanism.links)
  const out = new Float64Array(3)
  const rows = plan.drivers.flatMap(({ driver }) => {
    if (!prescribesAtStart(driver)) return []
    const course = courses.value.get(driver.driver)!
    if (driver.link < 0) return driver.following(course)
    course(0, out)
    q[driver.link] = out[0] - driver.reading!.constant
    known[driver.link] = 1
    return []
  })
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
