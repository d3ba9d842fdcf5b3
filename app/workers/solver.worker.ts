/**
 * The solver's worker: holds the document and its compiled model, tries edits, and runs the scenario after each one.
 * A run is solved in short slices, so that an edit that arrives meanwhile is heard and replaces it.
 */
import { applyPatch } from 'fast-json-patch'
import type { Operation } from 'fast-json-patch'
import { formatNumber, nearestDimension, openModel, reportModel, runScenario } from '@ligamen/core'
import type { MechanismDocument, Model, Problem } from '@ligamen/core'
import { Bench } from './bench'
import type { FromSolver, Question, ToSolver } from './protocol'
import { questions } from './questions'

/** How long a slice may take before messages are heard [ms]. */
const SLICE = 12
/** From then on a run reports its progress [ms]. */
const MOMENT = 150
const FRAMES_AT_ONCE = 20

const bench = new Bench()
/** Counts runs; a run that is no longer the newest stops. */
let newest = 0

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
      say({ type: 'cancelled' })
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
  say({ type: 'accepted', request: data.request, report, standing: bench.standing() })
  void solve(model.value, data.scenario)
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

async function solve(model: Model, scenario: string): Promise<void> {
  const mine = ++newest
  const began = performance.now()
  const run = runScenario(model, scenario)
  // what keeps a scenario from starting stands in the report
  if (!run.ok) return
  let sliceEnd = began + SLICE
  while (!run.value.done) {
    run.value.advance(FRAMES_AT_ONCE)
    const now = performance.now()
    if (now < sliceEnd) continue
    if (now - began > MOMENT) say({ type: 'progress', share: run.value.progress })
    await listen()
    if (mine !== newest) return
    sliceEnd = performance.now() + SLICE
  }
  const take = run.value.take()
  const arrays = [
    take.coordinates,
    take.coordinateRates,
    take.coordinateAccelerations,
    take.probes,
    take.poses,
  ]
  say(
    { type: 'take', take, milliseconds: performance.now() - began },
    arrays.map((array) => array.buffer as ArrayBuffer),
  )
}
