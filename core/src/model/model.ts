/**
 * Opening a document: everything that is known about a mechanism before it runs. One function turns whatever was
 * read into a model ready to solve, or into the list of what is wrong with it.
 */
import type { MechanismDocument } from '../document/format/mechanism'
import type { NamedPose } from '../document/format/poses'
import { isMovedByForces, needsForces } from '../document/moved-by-forces'
import { validateDocument } from '../document/checks/validate'
import { assembleFrom } from '../solve/assemble'
import { BodyPoses, frameOfPose, POSE } from '../mechanism/body-poses'
import { coordinateOf } from '../mechanism/coordinate'
import { compile } from '../mechanism/compile'
import type { ResolvedDatum } from '../geometry/datums'
import type { Mechanism } from '../mechanism/compile'
import { conflictProblem, findConflict } from '../analysis/conflict'
import { driverTooMany, jointStates, withLoads } from '../analysis/driving'
import type { Driven } from '../analysis/driving'
import type { JointState } from '../analysis/driving'
import { Reader } from '../mechanism/reading'
import { analyseMobility } from '../analysis/mobility'
import type { Mobility } from '../analysis/mobility'
import { Solver } from '../solve/solver'
import { mobilityWords } from '../analysis/words'
import type { MobilityWords } from '../analysis/words'
import { ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import type { Vector } from '../maths/vector'
import { prescribesAtStart } from '../motion/drivers/drivers'
import { movesPastLimits, planScenario, plannedItems } from '../motion/plan'
import type { PlannedItem } from '../motion/plan'
import type { EachStep } from '../motion/act'
import { assembleHome, coordinateChannels, startRun } from '../motion/run'
import type { ScenarioRun } from '../motion/run'
import { resolveScenario } from '../motion/scenario'
import type { ResolvedScenario } from '../motion/scenario'
import type { Channel, Measure } from '../motion/take'
import { fail, reasons, succeed } from '../result'
import type { Problem, Result } from '../result'
import { parseQuantity } from '../units/quantity'
import { ForceReader } from '../dynamics/force-reader'
import { surprises } from '../dynamics/before-motion'
import { resolveLoads } from '../dynamics/loads/resolve'
import { bodyMasses } from '../dynamics/masses'
import { physicsOf } from '../dynamics/physics'
import { overlapBefore } from '../dynamics/contact/touching'
import { impossibleMasses } from '../dynamics/possible-masses'
import { meshAtHand } from '../geometry/imported-meshes'
import { levelsOf, resolveProbes } from '../probes/probes'
import { readsForces } from '../probes/registry'
import { strandPlaces } from '../strands/registry'
import type { AnyStrand } from '../strands/registry'

/** A document compiled, with its scenarios and probes, but not assembled yet. */
export interface CompiledDocument {
  readonly document: MechanismDocument
  readonly mechanism: Mechanism
  readonly scenarios: readonly ResolvedScenario[]
  readonly probes: readonly Measure[]
}

/** A document compiled and assembled: what every question about a mechanism starts from. */
export interface Model extends CompiledDocument {
  /** Assembled home coordinates by link. */
  readonly home: Float64Array
  readonly mobility: Mobility
}

/** What a screen shows of a model without running it. */
export interface ModelReport {
  readonly mobility: Mobility
  readonly words: MobilityWords
  /** What every joint does in the scenario, by joint id. */
  readonly states: Readonly<Record<string, JointState>>
  /** Why the scenario cannot start, or null. */
  readonly problem: Problem | null
  /** What will go wrong in it, each at its place. */
  readonly warnings: readonly Problem[]
  /** When its moves, motors and cues start and end, as far as that is known before it has run. */
  readonly items: readonly PlannedItem[]
  readonly channels: readonly Channel[]
  /** Joint coordinates at the home pose, in the order of `channels`. */
  readonly coordinates: Float64Array
  readonly bodies: readonly string[]
  /** Home pose of every body, 7 numbers each. */
  readonly poses: Float64Array
  /** Where every joint of the document is, for drawing it. */
  readonly joints: readonly JointPlace[]
  /** The points that the datum probes follow. */
  readonly tracers: readonly Tracer[]
  /** Every datum with its body and where it is on it. */
  readonly datums: readonly DatumPlace[]
  /** Cords, belts and springs. */
  readonly strands: readonly AnyStrand[]
  /** What every relation that is not suspended does, by its id: "1 turn of Pinion moves Rack by 62.83 mm". */
  readonly relations: Readonly<Record<string, string>>
}

export interface JointPlace {
  readonly id: string
  readonly kind: string
  /** The two bodies, by id. */
  readonly from: string
  readonly to: string
  /** First datum in the frame of the body `from`, see maths/frame.ts. */
  readonly frame: Float64Array
  /** The body that the joint carries, farther from ground, and the joint's datum on it. */
  readonly carried: { readonly body: string; readonly frame: Float64Array }
}

export interface DatumPlace {
  readonly datum: string
  readonly name: string
  readonly body: string
  readonly point: Vector
  /** On the body. */
  readonly frame: Frame
}

/** A point fixed on a body. */
export interface Tracer {
  readonly probe: string
  readonly body: string
  readonly point: Vector
}

/** Every check that needs no solving: rules, references, shapes, joints, drivers, probes. */
export function compileDocument(input: unknown): Result<CompiledDocument> {
  const document = validateDocument(input)
  if (!document.ok) return document
  const mechanism = compile(document.value)
  if (!mechanism.ok) return mechanism
  const problems: Problem[] = []
  const scenarios: ResolvedScenario[] = []
  for (let i = 0; i < document.value.scenarios.length; i++) {
    const scenario = resolveScenario(mechanism.value, i)
    if (scenario.ok) scenarios.push(scenario.value)
    else problems.push(...scenario.problems)
  }
  const measures = resolveProbes(mechanism.value)
  if (!measures.ok) problems.push(...measures.problems)
  return problems.length > 0 || !measures.ok
    ? fail(...problems)
    : succeed({
        document: document.value,
        mechanism: mechanism.value,
        scenarios,
        probes: measures.value,
      })
}

/** Compiles and assembles. */
export function openModel(input: unknown): Result<Model> {
  const compiled = compileDocument(input)
  if (!compiled.ok) return compiled
  const home = assembleHome(compiled.value.mechanism, compiled.value.scenarios)
  if (!home.ok) {
    const conflict = findConflict(compiled.value.mechanism, new Uint8Array(compiled.value.mechanism.links))
    // one joint against the tree is what the gap says already
    return conflict && conflict.members.length > 1 ? fail(...home.problems, conflictProblem(conflict)) : home
  }
  return succeed({
    ...compiled.value,
    home: home.value,
    mobility: analyseMobility(compiled.value.mechanism, home.value),
  })
}

/** Drivers that act when a scenario starts; none where one of them is too many, or where there is no such scenario. */
export function actingDrivers(model: Model, scenario: string): readonly Driven[] {
  const drivers = scenarioOf(model, scenario)?.drivers.filter(prescribesAtStart) ?? []
  return driverTooMany(model.mechanism, model.home, drivers) ? [] : drivers
}

/** @param scenario id; a model without that scenario is reported as undriven */
export function reportModel(model: Model, scenario: string): ModelReport {
  const { mechanism, home, mobility } = model
  const resolved = scenarioOf(model, scenario)
  const drivers = resolved?.drivers.filter(prescribesAtStart) ?? []
  const start = resolved ? plannedStart(model, resolved) : home
  const plan = resolved && planScenario(mechanism, resolved, start)
  const tooMany = driverTooMany(mechanism, home, drivers)
  const problem = tooMany ?? (plan && !plan.ok ? plan.problems[0] : null)
  const acting = tooMany ? [] : drivers
  const states = jointStates(mechanism, home, acting)
  const solver = new Solver(mechanism, [], home)
  const reader = new Reader(mechanism, mechanism.coordinates)
  solver.start()
  reader.read(solver.state, 0)
  const poses = new Float64Array(POSE * mechanism.bodyLink.length)
  new BodyPoses(mechanism).write(solver.state.world, poses, 0)
  return {
    mobility,
    words: mobilityWords(mobility, acting.length),
    states: resolved && isMovedByForces(resolved.source) ? withLoads(states) : states,
    problem,
    warnings: [
      ...(plan?.ok ? movesPastLimits(mechanism, plan.value) : []),
      ...surprisesOf(model, resolved),
      ...overlapsAt(start, mechanism, resolved),
    ],
    items: plan?.ok ? plannedItems(plan.value) : [],
    channels: coordinateChannels(mechanism),
    coordinates: reader.values,
    bodies: mechanism.geometry.bodies.map((body) => body.source.id),
    poses,
    relations: Object.fromEntries(mechanism.relations.map(({ source, sentence }) => [source.id, sentence])),
    strands: strandPlaces(
      mechanism,
      mechanism.geometry.bodies.map((_, b) => frameOfPose(poses, b)),
      reader.values,
    ),
    joints: mechanism.geometry.joints.map(({ source, from, to }) => ({
      id: source.id,
      kind: source.kind,
      from: from.source.body,
      to: to.source.body,
      frame: from.frame,
      carried: carriedOf(mechanism, from, to),
    })),
    datums: [...mechanism.geometry.datums.values()].map(({ source, frame }) => ({
      datum: source.id,
      name: source.name,
      body: source.body,
      point: [frame[ORIGIN], frame[ORIGIN + 1], frame[ORIGIN + 2]] as const,
      frame,
    })),
    tracers: model.document.probes.flatMap((probe) => {
      const datum = probe.kind === 'datum-position' && mechanism.geometry.datums.get(probe.datum!)
      if (!datum) return []
      const [x, y, z] = datum.frame.subarray(ORIGIN)
      return [{ probe: probe.id, body: datum.source.body, point: [x, y, z] as const }]
    }),
  }
}

/** Links are numbered from ground on, so that what is carried has the higher one. */
function carriedOf({ bodyLink }: Mechanism, from: ResolvedDatum, to: ResolvedDatum): JointPlace['carried'] {
  const { source, frame } = bodyLink[to.body] >= bodyLink[from.body] ? to : from
  return { body: source.body, frame }
}

/**
 * Prepares the run of one scenario.
 * @param observe is told of every step of the solver
 * Errors: `scenario-missing`, `start-not-reached`, and those of `startRun`.
 */
export function runScenario(
  model: Model,
  scenario: string,
  times: Float64Array | null = null,
  observe: EachStep | null = null,
  isMeasured = true,
): Result<ScenarioRun> {
  const resolved = scenarioOf(model, scenario)
  if (!resolved) {
    return fail({ code: 'scenario-missing', message: `There is no scenario “${scenario}”.`, ids: [scenario] })
  }
  // anew for every run, since what counts turns or adds up lengths begins from nothing; once more for what ties wait for
  const forces = forcesOf(model, resolved)
  if (!forces.ok) return forces
  const [measures, watched] = [1, 2].map(() => resolveProbes(model.mechanism, forces.value))
  if (!measures.ok) return measures
  if (!watched.ok) return watched
  const start = startOf(model, resolved)
  return start.ok
    ? startRun(
        model.mechanism,
        resolved,
        [isMeasured ? measures.value : [], watched.value],
        start.value,
        times,
        isMeasured ? passedLevels(model) : new Map<string, readonly number[]>(),
        observe,
        forces.value,
      )
    : start
}

/** What a scenario that loads move would surprise with. */
function surprisesOf({ mechanism, home }: Model, resolved: ResolvedScenario | undefined): Problem[] {
  if (!resolved || !needsForces(resolved.source)) return []
  const loads = resolveLoads(mechanism, resolved.index)
  const masses = bodyMasses(mechanism, meshAtHand)
  return loads.ok
    ? [...impossibleMasses(mechanism.geometry, masses), ...surprises(mechanism, masses, loads.value, home)]
    : []
}

/** Bodies that overlap where a motion starts that forces decide, which it would not do. */
function overlapsAt(
  start: Float64Array,
  mechanism: Mechanism,
  resolved: ResolvedScenario | undefined,
): Problem[] {
  if (resolved?.source.mode !== 'free') return []
  const overlap = overlapBefore(mechanism, start)
  return overlap ? [overlap] : []
}

/** What probes read forces with; null where none does and nothing moves freely. */
function forcesOf(
  { document, mechanism }: Model,
  { source, index }: ResolvedScenario,
): Result<ForceReader | null> {
  if (!readsForces(document) && !needsForces(source)) return succeed(null)
  const found = physicsOf(mechanism, index, meshAtHand)
  return found.ok ? succeed(new ForceReader(mechanism, found.value)) : found
}

/** Values whose passings somebody wants to know, by probe. */
function passedLevels({ document, probes }: Model): Map<string, readonly number[]> {
  return new Map(
    document.probes.map((probe, k) => {
      const levels = levelsOf(probe, probes[k])
      return [probe.id, levels.ok ? levels.value : []]
    }),
  )
}

const scenarioOf = (model: Model, id: string): ResolvedScenario | undefined =>
  model.scenarios.find((s) => s.source.id === id)

/**
 * Where a scenario starts: at home, at a named pose, or where another scenario ends, which is solved for that.
 * Errors: `start-not-reached`, with why.
 */
export function startOf(model: Model, { source, path }: ResolvedScenario): Result<Float64Array> {
  const refused = (what: string, field: string, problems: readonly Problem[]): Result<never> =>
    fail({
      code: 'start-not-reached',
      message: `${source.name} cannot start ${what}: ${reasons(problems)}`,
      pointer: `${path}/${field}`,
      ids: [source.id],
    })
  if (source.startPose !== undefined) {
    const pose = model.document.poses!.find(({ id }) => id === source.startPose)!
    const stood = standAtPose(model, pose)
    return stood.ok ? stood : refused(`at ${pose.name}`, 'startPose', stood.problems)
  }
  if (source.startAfter === undefined) return succeed(model.home)
  const { name } = model.document.scenarios.find(({ id }) => id === source.startAfter)!
  const before = runScenario(model, source.startAfter)
  if (!before.ok) return refused(`after ${name}`, 'startAfter', before.problems)
  before.value.advance(Infinity)
  const { stopped, end } = before.value.take()
  return stopped ? refused(`after ${name}`, 'startAfter', [stopped]) : succeed(end)
}

/** Where a scenario is planned from: the end of another one is known once that is solved, and until then home is taken for it. */
function plannedStart(model: Model, { source }: ResolvedScenario): Float64Array {
  const pose = model.document.poses?.find(({ id }) => id === source.startPose)
  const stood = pose ? standAtPose(model, pose) : null
  return stood?.ok ? stood.value : model.home
}

/** Assembled coordinates nearest to a named pose. Error: `cannot-assemble`. */
function standAtPose({ mechanism, home }: Model, pose: NamedPose): Result<Float64Array> {
  const q = home.slice()
  const known = new Uint8Array(mechanism.links)
  for (const { joint, freedom, value } of pose.values) {
    const coordinate = coordinateOf(mechanism, joint, freedom)
    const read = coordinate && parseQuantity(value, coordinate.dimension)
    if (!coordinate || coordinate.link < 0 || !read?.ok) continue
    q[coordinate.link] = read.value - coordinate.constant
    known[coordinate.link] = 1
  }
  const held = assembleFrom(mechanism, q, known)
  // what follows from the others need not agree to the last digit
  return held.ok ? held : assembleFrom(mechanism, q, new Uint8Array(mechanism.links))
}
