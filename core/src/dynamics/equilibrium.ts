/**
 * Equilibrium near a position: whether what is free wants to move, Newton's method on its accelerations, and what becomes of it when it
 * is moved a little.
 */
import { factor, solveFactored } from '../maths/lu'
import type { FreeSolver } from './free-solver'
import { AT_REST } from './tolerances'

export type RestKind = 'stable' | 'unstable' | 'indifferent'

const MOST_NEWTON = 30
/** [m/s^2] */
const GRAVITY = 9.81
/** How far a coordinate is moved to see what changes [rad, sizes]. */
const NUDGE = 1e-6
/** Rates of change of accelerations below this share of the largest, and of those by which a pendulum of the mechanism's size
 *  swings, are none [-]. Larger: soft springs hold nothing. Smaller: rounding alone is stable. */
const NO_RATE = 1e-6

/** Largest acceleration of what is free, beside that of a body of the mechanism's size in free fall. */
export function wantsToMove({ parked, state, equations, mechanism }: FreeSolver): number {
  const usual = GRAVITY / mechanism.size
  return parked.reduce(
    (most, link) => Math.max(most, Math.abs(state.acceleration[link]) / equations.scale[link] / usual),
    0,
  )
}

/** Newton's method on the accelerations, from where the solver is; null where it does not end near by. */
export function newton(solver: FreeSolver): Float64Array | null {
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
export function kindOf(solver: FreeSolver): RestKind {
  const n = solver.parked.length
  const matrix = n > 0 ? changes(solver) : null
  if (!matrix) return 'stable'
  const size = matrix.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
  const none = NO_RATE * Math.max(size, GRAVITY / solver.mechanism.size)
  const largest = n === 1 ? matrix[0] : largestEigenvalue(matrix, n, size)
  return largest > none ? 'unstable' : largest < -none ? 'stable' : 'indifferent'
}

/** By power iteration on the matrix shifted so that the largest one is in front. */
function largestEigenvalue(matrix: Float64Array, n: number, size: number): number {
  if (size === 0) return 0
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
  return largest
}
