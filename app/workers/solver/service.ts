/**
 * What the solver's worker does: it keeps the document and its compiled model, tries edits, answers questions, and runs the
 * scenario after each edit. A run is solved in short slices, so that an edit that arrives meanwhile is heard and replaces it.
 */
import { applyPatch } from 'fast-json-patch'
import type { Operation } from 'fast-json-patch'
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import {
  formatNumber,
  keepMesh,
  motionFingerprint,
  nearestDimension,
  openModel,
  reportModel,
  runScenario,
  TAKE_ARRAYS,
} from '@ligamen/core'
import type { MechanismDocument, Model, Problem, ScenarioRun, Take } from '@ligamen/core'
import { Bench } from './bench'
import type { FromSolver, Question, ToSolver } from './protocol'
import { questions } from './questions'

/** How long a slice may take before messages are heard [ms]. */
const SLICE = 12
/** How often a run reports its progress [ms]. */
const MOMENT = 150
const FRAMES_AT_ONCE = 20
/** Steps of the solver for one frame before somebody is listened to. */
const STEPS_AT_ONCE = 40
/** After that the frames found so far are given to the screen [ms]. */
const PART = 500

type Trial = Extract<ToSolver, { type: 'open' | 'propose' }>

/** What it needs of the worker. */
export interface SolverPorts {
  say(message: FromSolver, transfer?: Transferable[]): void
  /** Lets waiting messages in. */
  listen(): Promise<void>
  /** [ms] */
  now(): number
}

export class SolverService {
  private readonly bench = new Bench()
  /** Counts runs; a run that is no longer the newest stops. */
  private newest = 0
  /** What the run that is under way is solved from. */
  private running: string | null = null
  /** What is shown: its scenario, and what its take is solved from. */
  private shown: { readonly scenario: string; readonly fingerprint: string } | null = null
  /** The scenario that is solved beside the one shown. */
  private beside: string | null = null
  private isLive = true
  /** Gives the frames of the run under way that the screen does not have yet. */
  private give: (() => void) | null = null

  constructor(private readonly ports: SolverPorts) {}

  hear(data: ToSolver): void {
    const { bench } = this
    switch (data.type) {
      case 'live':
        this.isLive = data.isLive
        break
      case 'cancel':
        this.give?.()
        this.newest++
        this.running = null
        this.ports.say({ type: 'cancelled' })
        break
      case 'meshes':
        for (const [hash, positions] of data.meshes) keepMesh(hash, { positions })
        this.running = null
        if (bench.model && this.shown)
          void this.solve(bench.model, this.shown.scenario, this.shown.fingerprint, [])
        break
      case 'compare':
        this.beside = data.scenario
        // else it follows when the run is done
        if (bench.model && this.running === null) void this.compare(bench.model, ++this.newest)
        break
      case 'open':
        bench.document = data.document
        bench.model = null
        this.try(data.document, data)
        break
      case 'propose':
        this.try(applyPatch(structuredClone(bench.document!), data.patches).newDocument, data)
        break
      case 'ask':
        this.ports.say({ type: 'answered', request: data.request, answer: this.answer(data) })
        break
      case 'grab':
        bench.takeHold(data.body, data.point, data.alone)
        break
      case 'drag':
        if (bench.aim(data.target)) void this.ports.listen().then(() => this.follow())
        break
    }
  }

  /** Dispatches a question to its handler. */
  private answer({ question, asked }: Question): unknown {
    return (questions[question] as (bench: Bench, asked: unknown) => unknown)(this.bench, asked)
  }

  private follow(): void {
    const gone = this.bench.follow()
    if (gone) this.ports.say({ type: 'dragged', ...gone })
  }

  private try(candidate: MechanismDocument, data: Trial): void {
    const { bench, ports } = this
    const { request, scenario } = data
    const model = openModel(candidate)
    if (!model.ok) {
      const problems =
        data.type === 'propose'
          ? advised(model.problems, data.patches, bench.document!, candidate)
          : model.problems
      ports.say({ type: 'refused', request, problems: [...problems] })
      return
    }
    bench.put(model.value, data.type === 'propose' && !data.home)
    const report = reportModel(model.value, scenario)
    const fingerprint = hashOf(motionFingerprint(candidate, scenario))
    ports.say({ type: 'accepted', request, report, standing: bench.standing(), fingerprint })
    this.shown = { scenario, fingerprint }
    void this.solve(model.value, scenario, fingerprint, data.known)
  }

  /** Solves the scenario shown, unless a run of the same is under way or its take is at hand, then the one beside it. */
  private async solve(model: Model, scenario: string, fingerprint: string, known: readonly string[]) {
    if (this.running === fingerprint) return
    const mine = ++this.newest
    this.give = null
    this.running = known.includes(fingerprint) ? null : fingerprint
    const began = this.ports.now()
    if (this.running !== null) {
      const run = runScenario(model, scenario)
      if (!run.ok) this.ports.say({ type: 'unsolved', problem: run.problems[0]! })
      const take = run.ok ? await this.solved(run.value, mine, true) : null
      if (mine !== this.newest) return
      this.running = null
      const milliseconds = this.ports.now() - began
      if (take) this.ports.say({ type: 'take', take, milliseconds, fingerprint }, arraysOf(take))
    }
    await this.compare(model, mine)
  }

  /** Solves the scenario that is compared with the one shown. */
  private async compare(model: Model, mine: number) {
    if (this.beside === null) return
    const run = runScenario(model, this.beside)
    const take = run.ok ? await this.solved(run.value, mine, false) : null
    if (mine !== this.newest) return
    const problem = run.ok ? (take?.stopped ?? null) : run.problems[0]!
    this.ports.say({ type: 'compared', take, problem }, take ? arraysOf(take) : [])
  }

  /** The take of a run; null when a newer one has taken its place. */
  private async solved(run: ScenarioRun, mine: number, isShown: boolean): Promise<Take | null> {
    const { ports } = this
    const began = ports.now()
    let sliceEnd = began + SLICE
    let told = began
    let gave = began
    let sent = 0
    const give = () => {
      const part = run.part(sent)
      if (part.part.frames > 0) ports.say({ type: 'part', part }, arraysOf(part.part))
      sent += part.part.frames
    }
    if (isShown) this.give = give
    while (!run.done) {
      run.advance(FRAMES_AT_ONCE, STEPS_AT_ONCE)
      const now = ports.now()
      if (now < sliceEnd) continue
      if (isShown && now - told > MOMENT) {
        ports.say({ type: 'progress', share: run.progress })
        told = now
      }
      if (isShown && this.isLive && now - gave > PART) {
        give()
        gave = now
      }
      await ports.listen()
      if (mine !== this.newest) return null
      sliceEnd = ports.now() + SLICE
    }
    if (isShown) this.give = null
    return run.take()
  }
}

/** Adds to a refused change of one dimension how far that dimension can go. */
function advised(
  problems: readonly Problem[],
  patches: Operation[],
  document: MechanismDocument,
  candidate: MechanismDocument,
): readonly Problem[] {
  const place = patches.length === 1 ? /^\/parts\/(\d+)\/dimensions\/(\w+)$/.exec(patches[0]!.path) : null
  if (!place || problems[0]?.code !== 'cannot-assemble') return problems
  const [index, dimension] = [Number(place[1]), place[2]!]
  const part = candidate.parts[index]!
  const nearest = nearestDimension(document, candidate, index, dimension)
  if (nearest === null) return problems
  // rounded to the side that still closes
  const round = nearest.bound === 'longest' ? Math.floor : Math.ceil
  const advice = `The ${nearest.bound} ${part.name} that closes has ${formatNumber(round(nearest.length * 1e5) / 100, 2)} mm.`
  return problems.map((problem) => ({ ...problem, message: `${problem.message} ${advice}` }))
}

const arraysOf = (take: Take): Transferable[] => TAKE_ARRAYS.map((name) => take[name].buffer as ArrayBuffer)

const hashOf = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)))
