/**
 * A motion recorded by hand as moves: the fewest moves by motion laws, with dwells between them, that stay within a
 * tolerance of every recorded value.
 *
 * The corners of the curve (Douglas & Peucker, The Canadian Cartographer 10, 1973) are where moves may begin and end; among
 * all ways over these corners the cheapest is taken (Bellman). A move that is at rest at both ends counts less than a
 * straight one, whose speed jumps.
 */
import { motionLaw } from '../../laws/registry'

export interface FittedMove {
  /** [s] */
  readonly start: number
  readonly end: number
  readonly from: number
  readonly to: number
  readonly law: string
}

/** Laws that begin and end at rest, the smoothest first. */
const AT_REST = [
  'polynomial-3-4-5',
  'modified-sine',
  'cycloidal',
  'polynomial-4-5-6-7',
  'parabolic',
  'harmonic',
]
const STRAIGHT = 'linear'
/** What a piece counts. */
const COST = { dwell: 0.1, move: 1, straight: 1.4 }
/** A piece reaches over no more corners than this. */
const MOST_CORNERS = 240

interface Piece {
  readonly from: number
  readonly law: string | null
}

/**
 * @param times rising [s]
 * @param values as many [m or rad]; the first one is where the motion begins
 * @param tolerance how far a move may stay from a recorded value [m or rad], more than zero
 */
export function fitMoves(
  times: readonly number[],
  values: readonly number[],
  tolerance: number,
): FittedMove[] {
  if (times.length < 2) return []
  const corners = cornersOf(times, values, tolerance / 2)
  const cost = new Float64Array(corners.length).fill(Infinity)
  const best: (Piece | null)[] = corners.map(() => null)
  cost[0] = 0
  for (let b = 1; b < corners.length; b++)
    for (let a = b - 1; a >= Math.max(0, b - MOST_CORNERS); a--) {
      if (cost[a] + COST.dwell >= cost[b]) continue
      const law = lawBetween(times, values, corners[a], corners[b], tolerance)
      if (law === undefined) continue
      const price = law === null ? COST.dwell : law === STRAIGHT ? COST.straight : COST.move
      if (cost[a] + price >= cost[b]) continue
      cost[b] = cost[a] + price
      best[b] = { from: a, law }
    }
  const moves: FittedMove[] = []
  for (let b = corners.length - 1; b > 0;) {
    const { from: a, law } = best[b]!
    const [i, j] = [corners[a], corners[b]]
    if (law !== null) moves.unshift({ start: times[i], end: times[j], from: values[i], to: values[j], law })
    b = a
  }
  return moves
}

/** Indexes of the first, the last and every corner between. */
function cornersOf(times: readonly number[], values: readonly number[], reach: number): number[] {
  const kept = new Set([0, values.length - 1])
  const open: [number, number][] = [[0, values.length - 1]]
  for (let span = open.pop(); span; span = open.pop()) {
    const [i, j] = span
    let worst = reach
    let corner = -1
    for (let k = i + 1; k < j; k++) {
      const share = (times[k] - times[i]) / (times[j] - times[i])
      const gap = Math.abs(values[k] - values[i] - share * (values[j] - values[i]))
      if (gap <= worst) continue
      worst = gap
      corner = k
    }
    if (corner < 0) continue
    kept.add(corner)
    open.push([i, corner], [corner, j])
  }
  // both ends of a rest
  for (let k = 1; k + 1 < values.length; k++) {
    const [before, after] = [values[k] === values[k - 1], values[k] === values[k + 1]]
    if (before !== after) kept.add(k)
  }
  return [...kept].sort((a, b) => a - b)
}

/** The law of a move between two recorded values; null for a dwell, undefined when neither fits. */
function lawBetween(
  times: readonly number[],
  values: readonly number[],
  i: number,
  j: number,
  tolerance: number,
): string | null | undefined {
  const rise = values[j] - values[i]
  if (rise === 0) return fits(times, values, i, j, tolerance, null) ? null : undefined
  return (
    AT_REST.find((law) => fits(times, values, i, j, tolerance, law)) ??
    (fits(times, values, i, j, tolerance, STRAIGHT) ? STRAIGHT : undefined)
  )
}

const jet = new Float64Array(4)

function fits(
  times: readonly number[],
  values: readonly number[],
  i: number,
  j: number,
  tolerance: number,
  kind: string | null,
): boolean {
  const law = kind === null ? null : motionLaw(kind)!
  const rise = values[j] - values[i]
  const duration = times[j] - times[i]
  for (let k = i + 1; k < j; k++) {
    if (law) law.evaluate((times[k] - times[i]) / duration, jet)
    const expected = values[i] + (law ? rise * jet[0] : 0)
    if (Math.abs(values[k] - expected) > tolerance) return false
  }
  return true
}
