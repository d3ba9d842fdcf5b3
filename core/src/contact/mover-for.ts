/** What moves a mechanism that drivers prescribe: with contacts where it has some. */
import type { Mechanism } from '../mechanism/compile'
import type { Row } from '../mechanism/rows'
import type { PrescribedLink } from '../solve/inputs'
import type { Mover } from '../solve/mover'
import { Solver } from '../solve/solver'
import type { SolverOptions } from '../solve/solver'
import { contactPairs } from './pairs'
import { PushingMover } from './pushing-mover'

/** See `Solver` for what it is given. */
export function moverFor(
  mechanism: Mechanism,
  drives: readonly PrescribedLink[],
  q: Float64Array,
  rows: readonly Row[] = [],
  options: SolverOptions = {},
): Mover {
  const pairs = contactPairs(mechanism)
  return pairs.length > 0
    ? new PushingMover(mechanism, pairs, drives, q, rows, 0, options)
    : new Solver(mechanism, drives, q, rows, 0, options)
}

/** Coordinates where nothing overlaps any more and everything is back at rest that nothing pushes; null where that cannot be. */
export function settled(mechanism: Mechanism, q: Float64Array): Float64Array | null {
  const mover = moverFor(mechanism, [], q)
  return mover.start() ? mover.state.q.slice() : null
}
