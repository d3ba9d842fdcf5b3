/**
 * The solver's worker: holds the document and its compiled model, tries edits, and runs the scenario after each one.
 * A run is solved in short slices, so that an edit that arrives meanwhile is heard and replaces it.
 */
import { applyPatch } from 'fast-json-patch'
import type { Operation } from 'fast-json-patch'
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import {
  formatNumber,
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
/** After that the frames found so far are given to the screen [ms]. */
const PART = 500

const bench = new Bench()
/** Counts runs; a run that is no longer the newest stops. */
let newest = 0
/** What the run that is under way is solved from. */
let running: string | null = null
/** The scenario that is solved beside the one shown. */
let beside: string | null = null

const say = (message: FromSolver, transfer: Transferable[] = []) => {
  ;(globalThis as unknown as Worker).postMessage(message, transfer)
}

const channel = new MessageChannel()
const waiting: (() => void)[] = []
channel.port1.onmessage = () => waiting.shift()?.()

/** Lets waiting messages in, without the delay of a timer. */
const listen = () =>
  new Promise<void>((resolve) => {
    waiting.push(resolve)
    channel.port2.postMessage(null)
  })

globalThis.onmessage = ({ data }: MessageEvent<ToSolver>) => {
  switch (data.type) {
    case 'cancel':
      newest++
      running = null
      say({ type: 'cancelled' })
      break
    case 'compare':
      beside = data.scenario
      // else it follows when the run is done
      if (bench.model && running === null) void compare(bench.model, ++newest)
      break
    case 'open':
      bench.document = data.document
      bench.model = null
      tryDocument(data.document, data)
      break
    case 'propose':
      tryDocument(patched(data.patches), data)
      break
    case 'ask':
      say({ type: 'answered', request: data.request, answer: answer(data) })
      break
    case 'grab':
      bench.takeHold(data.body, data.point, data.alone)
      break
    case 'drag':
      if (bench.aim(data.target)) void listen().then(follow)
      break
  }
}

/** What is asked by name, of the one who knows. */
function answer({ question, asked }: Question): unknown {
  return (questions[question] as (bench: Bench, asked: unknown) => unknown)(bench, asked)
}

function follow(): void {
  const gone = bench.follow()
  if (gone) say({ type: 'dragged', ...gone })
}

function tryDocument(
  candidate: MechanismDocument,
  data: Extract<ToSolver, { type: 'open' | 'propose' }>,
): void {
  const model = openModel(candidate)
  if (!model.ok) {
    const problems =
      data.type === 'propose' ? advised(model.problems, data.patches, candidate) : model.problems
    say({ type: 'refused', request: data.request, problems: [...problems] })
    return
  }
  bench.put(model.value, data.type === 'propose' && !data.home)
  const report = reportModel(model.value, data.scenario)
  const fingerprint = hashOf(motionFingerprint(candidate, data.scenario))
  say({ type: 'accepted', request: data.request, report, standing: bench.standing(), fingerprint })
  void solve(model.value, data.scenario, fingerprint, data.known)
}

const patched = (patches: Extract<ToSolver, { type: 'propose' }>['patches']): MechanismDocument =>
  applyPatch(structuredClone(bench.document!), patches).newDocument

/** Adds to a refused change of one dimension how far that dimension can go. */
function advised(problems: readonly Problem[], patches: Operation[], candidate: MechanismDocument) {
  const place = patches.length === 1 ? /^\/parts\/(\d+)\/dimensions\/(\w+)$/.exec(patches[0].path) : null
  if (!place || problems[0]?.code !== 'cannot-assemble') return problems
  const [, index, dimension] = place
  const part = candidate.parts[Number(index)]
  const nearest = nearestDimension(bench.document!, candidate, Number(index), dimension)
  if (nearest === null) return problems
  // rounded to the side that still closes
  const round = nearest.bound === 'longest' ? Math.floor : Math.ceil
  const advice = `The ${nearest.bound} ${part.name} that closes has ${formatNumber(round(nearest.length * 1e5) / 100, 2)} mm.`
  return problems.map((problem) => ({ ...problem, message: `${problem.message} ${advice}` }))
}

/** Solves the scenario shown, unless a run of the same is under way or its take is at hand, then the one beside it. */
async function solve(model: Model, scenario: string, fingerprint: string, known: readonly string[]) {
  if (running === fingerprint) return
  const mine = ++newest
  running = known.includes(fingerprint) ? null : fingerprint
  const began = performance.now()
  if (running !== null) {
    const run = runScenario(model, scenario)
    // what keeps a scenario from starting stands in the report
    const take = run.ok ? await solved(run.value, mine, true) : null
    if (mine !== newest) return
    running = null
    if (take)
      say({ type: 'take', take, milliseconds: performance.now() - began, fingerprint }, arraysOf(take))
  }
  await compare(model, mine)
}

/** Solves the scenario that stands beside the one shown. */
async function compare(model: Model, mine: number) {
  if (beside === null) return
  const run = runScenario(model, beside)
  const take = run.ok ? await solved(run.value, mine, false) : null
  if (mine !== newest) return
  const problem = run.ok ? (take?.stopped ?? null) : run.problems[0]!
  say({ type: 'compared', take, problem }, take ? arraysOf(take) : [])
}

/** The take of a run; null when a newer one has taken its place. */
async function solved(run: ScenarioRun, mine: number, isShown: boolean): Promise<Take | null> {
  const began = performance.now()
  let sliceEnd = began + SLICE
  let told = began
  let gave = began
  let sent = 0
  while (!run.done) {
    run.advance(FRAMES_AT_ONCE)
    const now = performance.now()
    if (now < sliceEnd) continue
    if (isShown && now - told > MOMENT) {
      say({ type: 'progress', share: run.progress })
      told = now
    }
    if (isShown && now - gave > PART) {
      const part = run.part(sent)
      say({ type: 'part', part }, arraysOf(part.part))
      sent += part.part.frames
      gave = now
    }
    await listen()
    if (mine !== newest) return null
    sliceEnd = performance.now() + SLICE
  }
  return run.take()
}

const arraysOf = (take: Take): Transferable[] => TAKE_ARRAYS.map((name) => take[name].buffer as ArrayBuffer)

const hashOf = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)))
