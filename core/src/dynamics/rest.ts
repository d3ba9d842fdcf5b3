/**
 * Rest: a position at which nothing that is free wants to move, found from any start. The motion is let go from rest and stopped
 * wherever its kinetic energy is largest, again and again, so that it goes to where its energy is least; near it Newton's method
 * on the accelerations ends the search. Friction that holds, and limits that it rests on, count as they do in motion.
 * Source: Barnes, Form finding and analysis of tension structures by dynamic relaxation, International Journal of Space
 * Structures 14 (1999), kinetic damping.
 */
import { constant } from '../maths/time-function'
import type { Mechanism } from '../mechanism/compile'
import type { Row } from '../mechanism/rows'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { kindOf, newton, wantsToMove } from './equilibrium'
import type { RestKind } from './equilibrium'
import { FreeSolver } from './free-solver'
import type { Physics } from './physics'
import { AT_REST, RELAXED_ENOUGH, RELAXING_ACCURACY } from './tolerances'

export interface Rest {
  /** Coordinates by link. */
  readonly q: Float64Array
  /** What becomes of it when it is moved a little: it comes back, goes away, or stays. */
  readonly kind: RestKind
}

/** Releases from rest, and the longest of them [s]. */
const MOST_ROUNDS = 400
const LONGEST_ROUND = 2000
/** Something that goes farther in one of them never comes back [rad, sizes]. */
const FAR = 60

/**
 * @param q assembled coordinates by link, at which prescribed links stay
 * @param time at which loads act [s]
 * @param held links that drivers hold still, and rows by which they hold what is no link's coordinate
 * Errors: `no-rest`, `no-mass`, and those of free motion.
 */
export function findRest(
  mechanism: Mechanism,
  physics: Physics,
  q: Float64Array,
  held: { readonly links?: readonly number[]; readonly rows?: readonly Row[] } = {},
  time = 0,
): Result<Rest> {
  const acting = { masses: physics.masses, loads: physics.loads.at(time) }
  const { links = [], rows = [] } = held
  const drives = links.map((link) => ({ link, evaluate: constant(q[link]) }))
  const still = new Float64Array(mechanism.links)
  let from = q.slice()
  let lastRate = Infinity
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const solver = new FreeSolver(mechanism, acting, drives, from, still, rows, 0, {
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
