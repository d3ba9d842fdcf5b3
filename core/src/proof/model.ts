/**
 * Opening a document: everything that is known about a mechanism before it runs. One function turns whatever was
 * read into a model ready to solve, or into the list of what is wrong with it.
 */
import type { MechanismDocument } from '../document/mechanism'
import { validateDocument } from '../document/validate'
import { BodyPoses, POSE } from '../kinematics/body-poses'
import { compile } from '../kinematics/compile'
import type { Mechanism } from '../kinematics/compile'
import { conflictProblem, findConflict } from '../kinematics/conflict'
import { driverTooMany, jointStates } from '../kinematics/driving'
import type { JointState } from '../kinematics/driving'
import { Reader } from '../kinematics/reading'
import { analyseMobility } from '../kinematics/mobility'
import type { Mobility } from '../kinematics/mobility'
import { Solver } from '../kinematics/solver'
import { mobilityWords } from '../kinematics/words'
import type { MobilityWords } from '../kinematics/words'
import { ORIGIN } from '../maths/frame'
import type { Vector } from '../maths/vector'
import { assembleHome, coordinateChannels, startRun } from '../motion/run'
import type { Measure, ScenarioRun } from '../motion/run'
import { resolveScenario } from '../motion/scenario'
import type { ResolvedScenario } from '../motion/scenario'
import type { Channel } from '../motion/take'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { resolveProbes } from './probes'

/** A document compiled, with its scenarios and probes, but not assembled yet. */
export interface CompiledDocument {
  readonly document: MechanismDocument
  readonly mechanism: Mechanism
  readonly scenarios: readonly ResolvedScenario[]
  readonly measures: readonly Measure[]
}

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
  readonly channels: readonly Channel[]
  /** Joint coordinates at the home pose, in the order of `channels`. */
  readonly coordinates: Float64Array
  readonly bodies: readonly string[]
  /** Home pose of every body, 7 numbers each. */
  readonly poses: Float64Array
  /** Where every joint of the document stands, for drawing it. */
  readonly joints: readonly JointPlace[]
  /** The points that the datum probes follow. */
  readonly tracers: readonly Tracer[]
}

export interface JointPlace {
  readonly id: string
  readonly kind: string
  /** The two bodies, by id. */
  readonly from: string
  readonly to: string
  /** First datum in the frame of the body `from`, see maths/frame.ts. */
  readonly frame: Float64Array
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
        measures: measures.value,
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

/** @param scenario id; a model without that scenario is reported as undriven */
export function reportModel(model: Model, scenario: string): ModelReport {
  const { mechanism, home, mobility } = model
  const drivers = scenarioOf(model, scenario)?.drivers ?? []
  const problem = driverTooMany(mechanism, home, drivers)
  const acting = problem ? [] : drivers
  const solver = new Solver(mechanism, [], home)
  const reader = new Reader(mechanism, mechanism.coordinates)
  solver.start()
  reader.read(solver.state, 0)
  const poses = new Float64Array(POSE * mechanism.bodyLink.length)
  new BodyPoses(mechanism).write(solver.state.world, poses, 0)
  return {
    mobility,
    words: mobilityWords(mobility, acting.length),
    states: jointStates(mechanism, home, acting),
    problem,
    channels: coordinateChannels(mechanism),
    coordinates: reader.values,
    bodies: mechanism.geometry.bodies.map((body) => body.source.id),
    poses,
    joints: mechanism.geometry.joints.map(({ source, from, to }) => ({
      id: source.id,
      kind: source.kind,
      from: from.source.body,
      to: to.source.body,
      frame: from.frame,
    })),
    tracers: model.document.probes.flatMap((probe) => {
      const datum = probe.kind === 'datum-position' && mechanism.geometry.datums.get(probe.datum!)
      if (!datum) return []
      const [x, y, z] = datum.frame.subarray(ORIGIN)
      return [{ probe: probe.id, body: datum.source.body, point: [x, y, z] as const }]
    }),
  }
}

/** Prepares the run of one scenario. Errors: `scenario-missing`, `driver-too-many`. */
export function runScenario(
  model: Model,
  scenario: string,
  times: Float64Array | null = null,
): Result<ScenarioRun> {
  const resolved = scenarioOf(model, scenario)
  if (!resolved) {
    return fail({ code: 'scenario-missing', message: `There is no scenario “${scenario}”.`, ids: [scenario] })
  }
  return startRun(model.mechanism, resolved, model.measures, model.home, times)
}

const scenarioOf = (model: Model, id: string): ResolvedScenario | undefined =>
  model.scenarios.find((s) => s.source.id === id)
