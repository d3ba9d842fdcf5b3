/**
 * Times of the kinematic core: a frame (positions, velocities, accelerations and all body poses), a drag step, compiling
 * and diagnosis of each mechanism, beside the closed form, hand-written kinematics and a physics engine.
 */
import { writeFileSync } from 'node:fs'
import { openModel, POSE } from '../src'
import type { MechanismDocument, Model } from '../src'
import { BodyPoses } from '../src/mechanism/body-poses'
import { compile } from '../src/mechanism/compile'
import { Dragger } from '../src/solve/drag'
import { Equations } from '../src/mechanism/equations'
import { analyseMobility } from '../src/analysis/mobility'
import { Solver } from '../src/solve/solver'
import { FRAME } from '../src/maths/frame'
import { validateDocument } from '../src/document/checks/validate'
import { coursesOf, planScenario } from '../src/motion/plan'
import { boxesFall, engineBoxesFall } from './boxes'
import { engineWalk } from './carrier-in-engine'
import { camsOverProgrammes, dragOfMeshes, dragOfTwentyContacts, walking } from './contact'
import { benchForces } from './forces'
import { closedFourBar, handWrittenChain } from './by-hand'
import * as machines from './mechanisms'
import { rivalChain, rivalFourBar, rivalLadder } from './mujoco'
import type { Rival } from './mujoco'
import { checksBesideSolve, zoomOfManyCharts } from './proof'
import { median, timesAsLong, warmMedian } from './timing'

interface Figure {
  readonly name: string
  readonly value: number
  readonly unit: string
}

const figures: Figure[] = []
const note = (name: string, value: number, unit: string): number => {
  figures.push({ name, value, unit })
  console.log(`${name.padEnd(62)} ${value.toPrecision(4).padStart(10)} ${unit}`)
  return value
}
const ratio = (name: string, value: number, limit: number) => {
  note(name, value, '')
  console.log(`${value <= limit ? '  reached' : '  MISSED'}: at most ${limit}`)
}

function open(document: MechanismDocument): Model {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  return model.value
}

/** A machine that runs frame after frame with all its body poses written out. */
function runner(
  { mechanism, scenarios, home }: Model,
  sways = false,
): { frame: (time: number) => void; residual: () => number } {
  const plan = planScenario(mechanism, scenarios[0], home)
  if (!plan.ok) throw new Error(plan.problems[0].message)
  const courses = coursesOf(plan.value.drivers)
  if (!courses.ok) throw new Error(courses.problems[0].message)
  // a motor would run a ladder into its dead point sooner or later: it sways instead
  const drives = scenarios[0].drivers.map(({ link, driver }) => ({
    link,
    evaluate: sways ? swayFrom(home[link]) : courses.value.get(driver)!,
  }))
  const solver = new Solver(mechanism, drives, home)
  const bodies = new BodyPoses(mechanism)
  const poses = new Float64Array(POSE * mechanism.bodyLink.length)
  if (!solver.start()) throw new Error(solver.problem?.message)
  return {
    frame: (time) => {
      if (!solver.advance(time)) throw new Error(solver.problem?.message)
      bodies.write(solver.state.world, poses, 0)
    },
    residual: () => {
      const equations = new Equations(mechanism, mechanism.rows)
      equations.placePairs(solver.state, Int32Array.from(equations.pairs.keys()))
      return Math.max(0, ...equations.rows.map((_, r) => Math.abs(equations.residual(solver.state, r))))
    },
  }
}

const swayFrom = (home: number) => (time: number, out: Float64Array) => {
  out[0] = home + 0.4 * Math.sin(1.25 * time)
  out[1] = 0.5 * Math.cos(1.25 * time)
  out[2] = -0.625 * Math.sin(1.25 * time)
}

interface Timed {
  /** Some frames, to be timed, and how many. */
  readonly round: () => void
  readonly frames: number
}

/** Times a frame [us]; several in one round, so that the clock can tell them. */
function timeFrames(name: string, document: MechanismDocument, frames: number, sways = false): Timed {
  const machine = runner(open(document), sways)
  let k = 0
  const round = () => {
    for (let n = 0; n < frames; n++) machine.frame(++k / 60)
  }
  note(`${name}: frame`, warmMedian(15, round) / frames, 'us')
  note(`${name}: largest residual`, machine.residual(), 'sizes')
  return { round, frames }
}

/** How many times as long a frame of the one takes as a frame of the other. */
const compare = (rounds: number, one: Timed, other: Timed): number =>
  (timesAsLong(rounds, one.round, other.round) * other.frames) / one.frames

function timeCompile(name: string, document: MechanismDocument): void {
  const compiled = compile(document)
  if (!compiled.ok) throw new Error(compiled.problems[0].message)
  const rounds = document.bodies.length > 500 ? 3 : 15
  note(`${name}: compile`, median(rounds, () => compile(document)) / 1000, 'ms')
  const model = open(document)
  note(`${name}: diagnosis`, median(rounds, () => analyseMobility(model.mechanism, model.home)) / 1000, 'ms')
}

/** A document of 10,000 bodies: its checks, and its opening. */
function timeLargest(): void {
  const document = machines.chain(10_000)
  document.scenarios[0].drivers = []
  note('10,000 bodies: checks', median(3, () => validateDocument(document)) / 1000, 'ms')
  note('10,000 bodies: opening', median(1, () => openModel(document)) / 1000, 'ms')
}

/** A drag step: the last body's point follows a small circle. */
function timeDrag(name: string, document: MechanismDocument, radius = 0.004): number {
  const { mechanism, home } = open({ ...document, scenarios: [] })
  const body = mechanism.bodyLink.length - 1
  const dragger = new Dragger(mechanism, home, body, [0, 0, 0])
  const { world } = dragger.state
  const at = FRAME * mechanism.bodyLink[body] + 9
  const start = [world[at], world[at + 1], world[at + 2]]
  let k = 0
  const perRound = mechanism.links > 500 ? 2 : 20
  const step =
    warmMedian(9, () => {
      for (let n = 0; n < perRound; n++) {
        const a = 0.1 * ++k
        dragger.to([start[0] + radius * Math.sin(a), start[1] + radius * (Math.cos(a) - 1), start[2]])
      }
    }) / perRound
  return note(`${name}: drag step`, step / 1000, 'ms')
}

function beside(name: string, rival: Rival): Timed {
  note(`${name}: physics engine, frame`, rival.frame, 'us')
  note(`${name}: physics engine, substeps`, rival.substeps, '')
  note(`${name}: physics engine, gap`, 1000 * rival.gap, 'mm')
  if (!rival.held) console.log('  not held below 0.1 mm, or the motor lagged, with any substep count tried')
  return { round: rival.round, frames: rival.framesInRound }
}

/** Growth of the heap over many four-bar frames [bytes]. */
function garbage(): number {
  const machine = runner(open(machines.fourBar()))
  let k = 0
  const run = (frames: number) => {
    for (let n = 0; n < frames; n++) machine.frame(++k / 60)
  }
  run(20_000)
  globalThis.gc?.()
  const before = process.memoryUsage().heapUsed
  run(100_000)
  globalThis.gc?.()
  return process.memoryUsage().heapUsed - before
}

async function kinematics(): Promise<void> {
  const poses = new Float64Array(21)
  let sum = 0
  const closed: Timed = {
    round: () => {
      for (let k = 0; k < 2000; k++) sum += closedFourBar(k / 60, poses)
    },
    frames: 2000,
  }
  note('four-bar: closed form with all poses', warmMedian(25, closed.round) / closed.frames, 'us')
  if (!Number.isFinite(sum)) throw new Error('The closed form failed.')

  const fourBar = timeFrames('four-bar', machines.fourBar(), 1000)
  timeFrames('slider-crank', machines.sliderCrank(), 1000)
  timeFrames('six-bar', machines.sixBar(), 1000)
  const chains = [6, 50, 200].map((n) => timeFrames(`chain of ${n}`, machines.chain(n), Math.ceil(4000 / n)))
  const loops = [1, 10, 100, 1000]
  const ladders = loops.map((n) =>
    timeFrames(`ladder of ${n}`, machines.ladder(n), Math.max(2, Math.ceil(400 / n)), true),
  )
  const train = timeFrames('planetary train of 10 stages', machines.planetary(10), 500)

  for (const [name, document] of [
    ['four-bar', machines.fourBar()],
    ['slider-crank', machines.sliderCrank()],
    ['six-bar', machines.sixBar()],
    ...([6, 50, 200] as const).map((n) => [`chain of ${n}`, machines.chain(n)] as const),
    ...loops.map((n) => [`ladder of ${n}`, machines.ladder(n)] as const),
    ['planetary train of 10 stages', machines.planetary(10)],
  ] as const) {
    timeCompile(name, document)
    timeDrag(name, document)
  }
  timeLargest()
  const drag = timeDrag('100 bodies with 10 loops', machines.branched(100, 10))

  const angles = new Float64Array(200)
  const frames = new Float64Array(2400)
  let t = 0
  const byHand: Timed = {
    round: () => {
      for (let k = 0; k < 50; k++) {
        t += 1 / 60
        for (let j = 0; j < 200; j++) angles[j] = t * (0.5 + (j % 7) / 10)
        handWrittenChain(angles, frames)
      }
    },
    frames: 50,
  }
  note('chain of 200: hand-written forward kinematics', warmMedian(25, byHand.round) / byHand.frames, 'us')
  const engineFourBar = beside('four-bar', await rivalFourBar())
  beside('chain of 50', await rivalChain(50))
  beside('ladder of 10', await rivalLadder(10))
  beside('ladder of 100', await rivalLadder(100))
  const engineLadder = beside('ladder of 1000', await rivalLadder(1000))

  const figure = (name: string) => figures.find((f) => f.name === name)!.value
  console.log('')
  ratio('four-bar over its closed form', compare(25, fourBar, closed), 3.5)
  ratio('four-bar over the physics engine', compare(25, fourBar, engineFourBar), 1)
  ratio('chain of 200 over hand-written forward kinematics', compare(25, chains[2], byHand), 2.5)
  ratio('planetary train of 10 stages over the four-bar', compare(25, train, fourBar), 4)
  ratio('cost a loop, ladder of 1000 over ladder of 10', (compare(15, ladders[3], ladders[1]) * 10) / 1000, 2)
  ratio('ladder of 1000: frame [ms]', figure('ladder of 1000: frame') / 1000, 5)
  ratio('ladder of 1000 over the physics engine', compare(7, ladders[3], engineLadder), 0.5)
  ratio('ladder of 1000: compile [s]', figure('ladder of 1000: compile') / 1000, 1)
  ratio('ladder of 1000: full diagnosis [s]', figure('ladder of 1000: diagnosis') / 1000, 3)
  ratio('drag step on 100 bodies with 10 loops [ms]', drag, 4)
  ratio('heap growth over 100,000 four-bar frames [MB]', garbage() / 2 ** 20, 1)
  ratio('checks of the demo over its solve', checksBesideSolve('demo/files/seed-line.json'), 0.05)
  ratio('points of 20 charts of 100,000 frames for a zoom [ms]', zoomOfManyCharts() / 1000, 50)
}

const forces = (): Promise<void> =>
  benchForces(note, ratio, {
    'four-bar': machines.fourBar(),
    'slider-crank': machines.sliderCrank(),
    'ladder of 100': machines.ladder(100),
  })

async function contacts(): Promise<void> {
  ratio('three cams ridden on over their motion programmes', camsOverProgrammes(), 5)
  ratio('drag of a block that pushes twenty others [ms]', dragOfTwentyContacts() / 1000, 1000 / 60)
  ratio('drag of 50,000 triangles under 50,000 others [ms]', dragOfMeshes() / 1000, 1000 / 30)
  const { cpu, deepest } = walking()
  ratio('walking carrier, CPU of a simulated second [ms]', cpu, 60)
  ratio('its deepest foot at the end of a step [um]', 1e6 * deepest, 1)
  for (const step of [1e-3, 5e-5]) {
    const walk = await engineWalk(step)
    note(`the same carrier in an engine at steps of ${step} s, CPU of a simulated second`, walk.cpu, 'ms')
    note('its deepest foot there', 1e6 * walk.deepest, 'um')
    note('its widest open loop there', 1e6 * walk.widest, 'um')
    if (step < 1e-3) ratio('walking carrier over that one, which still sinks in more', cpu / walk.cpu, 1)
  }
  const [engine, own] = [await engineBoxesFall(1e-5), boxesFall()]
  note('twelve boxes in a tray, CPU of a simulated second', own.cpu, 'ms')
  note('their deepest overlap', 1e6 * own.deepest, 'um')
  note('the same boxes in an engine', engine.cpu, 'ms')
  note('their deepest overlap there', 1e6 * engine.deepest, 'um')
  ratio('twelve boxes over an engine that lets them sink in deeper', own.cpu / engine.cpu, 3)
}

/** @param part `kinematics`, `forces` or `contacts`: each in a process of its own, so that none runs on code compiled for another */
async function main(part: string, out: string): Promise<void> {
  if (part === 'contacts') await contacts()
  else await (part === 'forces' ? forces() : kinematics())
  writeFileSync(out, JSON.stringify(figures, null, 2))
}

void main(process.argv[2], process.argv[3])
