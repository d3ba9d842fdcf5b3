/** Times of forces and free motion, beside equations written by hand. */
import { InverseDynamics } from '../src/dynamics/inverse'
import { Solver } from '../src/solve/solver'
import { free, letGo, linkOf, loosen, reach, rod } from '../test/dynamics/free'
import { atEnd, looseSqueezer } from '../test/published/squeezer'
import { meet, Sketch } from '../test/sketch'
import type { Flat } from '../test/sketch'
import { ChainByHand, fallByHand, fourBarByHand, FREE_FOUR_BAR, ROD } from './forces-by-hand'
import { sevenBodiesByHand } from './seven-bodies-by-hand'
import { engineAccelerations, engineFall, engineFourBar } from './mujoco-free'
import { timesAsLong, warmMedian } from './timing'
import type { MechanismDocument } from '../src'

type Note = (name: string, value: number, unit: string) => number
type Limit = (name: string, value: number, limit: number) => void

/** Tolerances that are tried for what is wanted, ours and those of equations by hand alike. */
const ACCURACIES = [1e-7, 3e-8, 1e-8, 3e-9, 1e-9, 3e-10, 1e-10, 3e-11, 1e-11, 1e-12]

/** The engine reads no longer chains. */
const MOST_IN_ENGINE = 150

const DOWN = [0, 0, -9.81] as const

function chain(n: number): Sketch {
  const { length, mass } = ROD
  const sketch = new Sketch()
  for (let k = 0; k < n; k++) {
    const at = [length * k, 0, 0] as const
    sketch.body(`b${k}`)
    sketch.hinge(`j${k}`, k > 0 ? `b${k - 1}` : 'ground', `b${k}`, at, {
      axis: k % 2 === 0 ? [0, 0, 1] : [0, 1, 0],
    })
    rod(sketch, `b${k}`, mass, at, [length * (k + 1), 0, 0])
  }
  return sketch
}

/** Accelerations of the chain of rods beside a recursion by hand. */
async function accelerations(n: number, note: Note, limit: Limit): Promise<void> {
  const solver = free(chain(n), { gravity: DOWN })
  const { state } = solver
  const links = Array.from({ length: n }, (_, k) => linkOf(solver.mechanism, `j${k}`))
  const q = Float64Array.from(links, (_, k) => 0.3 * Math.sin(k + 1))
  const rate = Float64Array.from(links, (_, k) => Math.cos(2 * k))
  const byHand = new ChainByHand(n, DOWN)
  const rounds = Math.ceil(2000 / n)
  const ours = () => {
    for (let r = 0; r < rounds; r++) {
      for (let k = 0; k < n; k++) {
        state.q[links[k]] = q[k]
        state.rate[links[k]] = rate[k]
      }
      solver.accelerate()
    }
  }
  const hand = () => {
    for (let r = 0; r < rounds; r++) byHand.solve(q, rate)
  }
  ours()
  hand()
  const worst = Math.max(
    ...links.map((link, k) => Math.abs(state.acceleration[link] - byHand.acceleration[k])),
  )
  const size = Math.max(...byHand.acceleration.map(Math.abs))
  if (!(worst < 1e-8 * size)) throw new Error(`Accelerations differ by ${worst} of ${size}.`)
  const own = note(`chain of ${n}: accelerations`, warmMedian(15, ours) / rounds, 'us')
  note(`chain of ${n}: accelerations by hand`, warmMedian(15, hand) / rounds, 'us')
  limit(`chain of ${n}: accelerations over those by hand`, timesAsLong(15, ours, hand), 2)
  const most = Math.min(n, MOST_IN_ENGINE)
  const engine = note(
    `chain of ${most}: accelerations in the engine`,
    await engineAccelerations(most, q, rate),
    'us',
  )
  limit(`chain of ${n}: accelerations over those of ${most} in the engine`, own / engine, 1)
}

async function falling(note: Note, limit: Limit): Promise<void> {
  const end = 2
  const exact = fallByHand(10, DOWN, end, 1e-13).slice()
  const tipOf = (accuracy: number) => {
    const solver = reach(free(chain(10), { gravity: DOWN, accuracy }), end)
    const f = 12 * (solver.mechanism.links - 1)
    const { world } = solver.state
    return [0, 1, 2].map((k) => world[f + 9 + k] + ROD.length * world[f + k])
  }
  const gap = (tip: ArrayLike<number>) => Math.hypot(...[0, 1, 2].map((k) => tip[k] - exact[k]))
  const accuracyFor = (reached: (accuracy: number) => number) =>
    ACCURACIES.find((accuracy) => reached(accuracy) < 1e-9) ?? 1e-12
  const own = accuracyFor((accuracy) => gap(tipOf(accuracy)))
  const hand = accuracyFor((accuracy) => gap(fallByHand(10, DOWN, end, accuracy)))
  note('chain of 10 falling for 2 s: error of the tip', gap(tipOf(own)), 'm')
  const loose = loosen(chain(10), { gravity: DOWN })
  const ours = () => void reach(letGo(loose, { accuracy: own }), end)
  const byHand = () => void fallByHand(10, DOWN, end, hand)
  const time = note('chain of 10 falling for 2 s', warmMedian(7, ours) / 1000, 'ms')
  note('chain of 10 falling for 2 s, by hand', warmMedian(7, byHand) / 1000, 'ms')
  limit('chain of 10 falling over the one by hand', timesAsLong(7, ours, byHand), 3)
  // as exact as its integrator is said to be at its best: 6e-11 m
  const engine = await engineFall(10, end, exact, 1e-10)
  note('chain of 10 falling for 2 s, in the engine', engine.milliseconds, 'ms')
  note('chain of 10 falling for 2 s, in the engine: error of the tip', engine.error, 'm')
  limit('chain of 10 falling over the one in the engine', time / engine.milliseconds, 0.1)
}

async function looseFourBar(note: Note, limit: Limit): Promise<void> {
  const { ground, crank, coupler, rocker, start, masses } = FREE_FOUR_BAR
  const pin: Flat = [crank * Math.cos(start), crank * Math.sin(start)]
  const eye = meet(pin, coupler, [ground, 0], rocker)
  const sketch = new Sketch()
    .body('crank', 'coupler', 'rocker')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', pin)
    .hinge('eye', 'coupler', 'rocker', eye)
    .hinge('pivot', 'ground', 'rocker', [ground, 0])
  rod(sketch, 'crank', masses[0], [0, 0, 0], [...pin, 0])
  rod(sketch, 'coupler', masses[1], [...pin, 0], [...eye, 0])
  rod(sketch, 'rocker', masses[2], [ground, 0, 0], [...eye, 0])
  const end = 1
  const exact = fourBarByHand(end, 1e-13).angle
  const solve = (accuracy: number) => reach(free(sketch, { accuracy }), end)
  const error = (accuracy: number) => {
    const solver = solve(accuracy)
    return Math.abs(start + solver.state.q[linkOf(solver.mechanism, 'shaft')] - exact)
  }
  const own = ACCURACIES.find((accuracy) => error(accuracy) < 1e-8) ?? 1e-12
  const hand =
    ACCURACIES.find((accuracy) => Math.abs(fourBarByHand(end, accuracy).angle - exact) < 1e-8) ?? 1e-12
  note('four-bar let go for 1 s: error', error(own), 'rad')
  const loose = loosen(sketch)
  const ours = () => void reach(letGo(loose, { accuracy: own }), end)
  const byHand = () => void fourBarByHand(end, hand)
  note('four-bar let go for 1 s', warmMedian(15, ours) / 1000, 'ms')
  note('four-bar let go for 1 s, by hand', warmMedian(15, byHand) / 1000, 'ms')
  limit('four-bar let go over the one by hand', timesAsLong(15, ours, byHand), 10)
  const engine = await engineFourBar(exact)
  note('four-bar let go for 1 s, in the engine', engine.milliseconds, 'ms')
  note('four-bar let go for 1 s, in the engine: error', engine.error, 'rad')
  note('four-bar let go for 1 s, in the engine: gap of its loop', engine.gap * 1000, 'mm')
}

function sevenBodies(note: Note, limit: Limit): void {
  const exact = 15.81077119629904
  const accuracy = ACCURACIES.find((one) => {
    const { beta } = atEnd(reach(letGo(looseSqueezer(), { accuracy: one }), 0.03))
    return Math.abs(beta - exact) < 1e-8
  })!
  const hand = ACCURACIES.find((one) => Math.abs(sevenBodiesByHand(0.03, one) - exact) < 1e-8)!
  const loose = looseSqueezer()
  const run = () => void reach(letGo(loose, { accuracy }), 0.03)
  const byHand = () => void sevenBodiesByHand(0.03, hand)
  // 8 ms beside the 0.8 ms of such an equation
  limit('seven-body mechanism over the one by hand', timesAsLong(25, run, byHand), 10)
  note('seven-body mechanism, by hand', warmMedian(25, byHand) / 1000, 'ms')
  limit(
    'seven-body mechanism to 0.03 s [ms]',
    note('seven-body mechanism', warmMedian(25, run) / 1000, 'ms'),
    8,
  )
}

/** Forces of a prescribed motion beside the kinematic frame that they are read off; the driven link sways. */
function prescribed(name: string, document: MechanismDocument, note: Note, limit: Limit): void {
  for (const body of document.bodies)
    if (!body.grounded)
      body.mass = { mass: 0.2, centre: [0.02, 0.03, 0], inertia: [1e-4, 1e-4, 1e-4, 0, 0, 0] }
  const sketch = new Sketch()
  Object.assign(sketch.document, document)
  const { model, physics } = loosen(sketch)
  const { mechanism, scenarios, home } = model
  const [{ link }] = scenarios[0].drivers
  const sway = (time: number, out: Float64Array) => {
    out[0] = home[link] + 0.4 * Math.sin(1.25 * time)
    out[1] = 0.5 * Math.cos(1.25 * time)
    out[2] = -0.625 * Math.sin(1.25 * time)
  }
  const solver = new Solver(mechanism, [{ link, evaluate: sway }], home)
  if (!solver.start()) throw new Error(solver.problem!.message)
  const inverse = new InverseDynamics(solver.equations, physics)
  const frames = name.includes('100') ? 5 : 200
  let time = 0
  const move = () => {
    time += 1 / 60
    if (!solver.advance(time)) throw new Error(solver.problem!.message)
    solver.state.readMotion()
  }
  const kinematic = () => {
    for (let k = 0; k < frames; k++) move()
  }
  const withForces = () => {
    for (let k = 0; k < frames; k++) {
      move()
      if (!inverse.solve(solver.state, time)) throw new Error('No forces.')
      inverse.readReactions(solver.state)
    }
  }
  note(`${name}: frame with forces`, warmMedian(15, withForces) / frames, 'us')
  limit(`forces of the ${name} over its frame`, timesAsLong(15, withForces, kinematic) - 1, 1.5)
}

/** @param documents of kinematic benches, whose bodies get masses */
export async function benchForces(
  note: Note,
  limit: Limit,
  documents: Readonly<Record<string, MechanismDocument>>,
): Promise<void> {
  sevenBodies(note, limit)
  await looseFourBar(note, limit)
  await falling(note, limit)
  for (const n of [10, 50, 200]) await accelerations(n, note, limit)
  for (const [name, document] of Object.entries(documents)) prescribed(name, document, note, limit)
}
