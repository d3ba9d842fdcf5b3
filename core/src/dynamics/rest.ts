/**
 * Rest: a position at which nothing that is free wants to move, found from any start. The motion is let go from rest and stopped
 * wherever its kinetic energy is largest, again and again, so that it goes to where its energy is least; near it Newton's method
 * on the accelerations ends the search. Friction that holds, and limits that it rests on, count as they do in motion.
 * Source: Barnes, Form finding and analysis of tension structures by dynamic relaxation, International Journal of Space
 * Structures 14 (1999), kinetic damping.
 */
import { factor, solveFactored } from '../maths/lu'
import { constant } from '../maths/time-function'
import type { Mechanism } from '../mechanism/compile'
import type { Row } from '../mechanism/rows'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { FreeSolver } from './free-solver'
import type { Physics } from './physics'
import { AT_REST, RELAXED_ENOUGH, RELAXING_ACCURACY } from './tolerances'

export interface Rest {
  /** Coordinates by link. */
  readonly q: Float64Array
  /** What becomes of it when it is moved a little: it comes back, goes away, or stays. */
  readonly kind: 'stable' | 'unstable' | 'indifferent'
}

/** Releases from rest, and the longest of them [s]. */
const MOST_ROUNDS = 400
const LONGEST_ROUND = 30
/** Something that goes farther in one of them never comes back [rad, sizes]. */
const FAR = 60
const MOST_NEWTON = 30
/** How far a coordinate is moved to see what changes [rad, sizes]. */
const NUDGE = 1e-6
/** Rates of change of accelerations below this share of the largest are none [-]. */
const NO_RATE = 1e-6

/**
 * @param q assembled coordinates by link, at which prescribed links stay
 * @param held links that drivers hold still, and rows by which they hold what is no link's coordinate
 * Errors: `no-rest`, `no-mass`, and those of free motion.
 */
export function findRest(
  mechanism: Mechanism,
  physics: Physics,
  q: Float64Array,
  held: { readonly links?: readonly number[]; readonly rows?: readonly Row[] } = {},
): Result<Rest> {
  const { links = [], rows = [] } = held
  const drives = links.map((link) => ({ link, evaluate: constant(q[link]) }))
  const still = new Float64Array(mechanism.links)
  let from = q.slice()
  let lastRate = Infinity
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const solver = new FreeSolver(mechanism, physics, drives, from, still, rows, 0, {
      accuracy: RELAXING_ACCURACY,
      isWatched: true,
    })
    if (!solver.start()) return fail(solver.problem!)
    const rate = wantsToMove(solver)
    if (rate < AT_REST) return succeed({ q: solver.state.q.slice(), kind: kindOf(solver) })
    if (rate < RELAXED_ENOUGH || round % 8 === 7) {
      const found = newton(solver)
      // it may have come upon a position that nothing goes to by itself
      const kind = found && kindOf(solver)
      if (found && kind !== 'unstable') return succeed({ q: found, kind: kind! })
      solver.state.q.set(from)
      solver.state.rate.fill(0)
      if (!solver.start()) return fail(solver.problem!)
    }
    lastRate = rate
    // up to where it moves fastest
    let best = 0
    const free = solver.parked.length
    const begun = solver.state.q.slice()
    from = begun
    for (;;) {
      if (!solver.step(LONGEST_ROUND)) return fail(solver.problem!)
      const { kinetic } = solver.energy
      // what has come to a stop goes on from there
      const isStopped = solver.parked.length < free
      if (kinetic >= best || isStopped) from = solver.state.q.slice()
      if (kinetic < best || isStopped) break
      best = kinetic
      if (solver.time >= LONGEST_ROUND || isFar(solver, begun)) return fail(noRest(solver))
    }
  }
  return fail({
    code: 'no-rest',
    message: `No rest was found: after ${MOST_ROUNDS} tries it still wants to move, at ${lastRate.toPrecision(2)} of free fall. Give what moves on some damping or friction, or start nearer to it.`,
  })
}

/** Largest acceleration of what is free, beside that of a body of the mechanism's size in free fall. */
function wantsToMove({ parked, state, equations, mechanism }: FreeSolver): number {
  const usual = 9.81 / mechanism.size
  return parked.reduce(
    (most, link) => Math.max(most, Math.abs(state.acceleration[link]) / equations.scale[link] / usual),
    0,
  )
}

/** Newton's method on the accelerations, from where the solver is; null where it does not end near by. */
function newton(solver: FreeSolver): Float64Array | null {
  const { state, parked, equations } = solver
  const n = parked.length
  const start = state.q.slice()
  const step = new Float64Array(n)
  const pivots = new Int32Array(n)
  for (let k = 0; k < MOST_NEWTON; k++) {
    if (!solver.accelerate()) break
    if (wantsToMove(solver) < AT_REST) return state.q.slice()
    const matrix = changes(solver)
    if (!matrix) break
    parked.forEach((link, i) => {
      step[i] = -state.acceleration[link]
    })
    factor(matrix, n, pivots)
    solveFactored(matrix, n, pivots, step)
    if (!step.every(Number.isFinite)) break
    const far = parked.some((link, i) => Math.abs(step[i]) > 0.2 * equations.scale[link])
    if (far) break
    parked.forEach((link, i) => {
      state.q[link] += step[i]
    })
  }
  state.q.set(start)
  solver.accelerate()
  return null
}

/** How the accelerations of what is free change with its coordinates, row by row; the solver is back where it was. */
function changes(solver: FreeSolver): Float64Array | null {
  const { state, parked, equations } = solver
  const n = parked.length
  const matrix = new Float64Array(n * n)
  const q = state.q.slice()
  for (let j = 0; j < n; j++) {
    const nudge = NUDGE * equations.scale[parked[j]]
    for (const side of [1, -1]) {
      state.q.set(q)
      state.q[parked[j]] += side * nudge
      if (!solver.accelerate()) return null
      for (let i = 0; i < n; i++) matrix[n * i + j] += (side * state.acceleration[parked[i]]) / (2 * nudge)
    }
  }
  state.q.set(q)
  return solver.accelerate() ? matrix : null
}

/** By the largest rate at which accelerations grow with a displacement; these rates are real, since stiffness and mass are symmetric. */
function kindOf(solver: FreeSolver): Rest['kind'] {
  const n = solver.parked.length
  const matrix = n > 0 ? changes(solver) : null
  if (!matrix) return 'stable'
  const size = matrix.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
  if (size === 0) return 'indifferent'
  // power iteration on what is shifted so that the largest one is in front
  const shift = 2 * n * size
  let vector = Float64Array.from({ length: n }, (_, i) => 1 + ((Math.SQRT2 * (i + 1)) % 1))
  let largest = 0
  for (let k = 0; k < 2000; k++) {
    const next = vector.map(
      (v, i) => shift * v + vector.reduce((sum, w, j) => sum + matrix[n * i + j] * w, 0),
    )
    const long = Math.hypot(...next)
    largest = long / Math.hypot(...vector) - shift
    vector = next.map((v) => v / long)
  }
  return largest > NO_RATE * size ? 'unstable' : largest < -NO_RATE * size ? 'stable' : 'indifferent'
}

/** Whether something has gone farther than what comes back. */
const isFar = ({ parked, state, equations }: FreeSolver, begun: Float64Array): boolean =>
  parked.some((link) => Math.abs(state.q[link] - begun[link]) > FAR * equations.scale[link])

/** Names what goes on moving. */
function noRest({ mechanism, state, parked, equations }: FreeSolver): Problem {
  const { geometry, linkBody } = mechanism
  const fastest = parked.reduce((a, b) =>
    Math.abs(state.rate[b]) / equations.scale[b] > Math.abs(state.rate[a]) / equations.scale[a] ? b : a,
  )
  const { source } = geometry.bodies[linkBody[fastest]]
  return {
    code: 'no-rest',
    message: `There is no rest: ${source.name} moves on and on. Hold it by a joint, a spring, a limit or a driver.`,
    ids: [source.id],
  }
}
