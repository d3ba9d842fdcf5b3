/**
 * Leaving a singular position at the start of a motion, where nothing says which way was come by: the tangents of the ways
 * that go on are the roots of left . d2 rows(v + c right) = 0, where v solves the rates as far as they are determined.
 * Source: Keller, Lectures on Numerical Methods in Bifurcation Problems, section 5.2.
 */
import { factor, solveFactored } from '../maths/lu'
import { Bridge, Piece } from './bridge'
import type { BlockJet } from './bridge'
import type { Block } from './block'
import { nullVectors } from './tangents'
import { farFromSingular } from './reaching'
import type { Joined } from './reaching'
import { FLAT_CURVATURE, LEAST_PARTING, UNREACHABLE } from './tolerances'
import type { Walk } from './walk'

/** A way out of the position at the start, by the slopes of the unknowns. */
export interface WayOut {
  readonly bridge: Bridge
  readonly slopes: Float64Array
  /** The unknown that tells the ways apart best. */
  readonly most: number
}

/** The ways on which the block can leave, the one with the smaller slopes first; none at a dead point. */
export function waysOut(walk: Walk): WayOut[] {
  const { block } = walk
  const found = tangents(walk)
  const most = found.length > 1 ? parting(block, found[0], found[1]) : 0
  return found
    .flatMap((slopes): WayOut[] => {
      const onward = joinedFrom(walk, slopes, walk.direction)
      if (!onward) return []
      // turned round, it comes out on the other side
      const back = joinedFrom(walk, onward.piece.from.slope, -walk.direction)
      walk.turn(walk.direction)
      const pieces = back ? [turned(back.piece, onward.piece.from), onward.piece] : [onward.piece]
      const branches = [back ? back.branch : -onward.branch, onward.branch] as const
      return [{ bridge: new Bridge(walk.parameter, pieces, branches), slopes: onward.piece.from.slope, most }]
    })
    .sort((a, b) => largest(block, a.slopes) - largest(block, b.slopes))
}

function joinedFrom(walk: Walk, slope: Float64Array, direction: number): Joined | null {
  walk.turn(direction)
  return farFromSingular(walk, { ...walk.origin, slope })
}

/** The same piece, followed towards the singular position. */
const turned = (piece: Piece, end: BlockJet): Piece => new Piece(piece.to, end)

const largest = ({ scale }: Block, slopes: Float64Array): number =>
  slopes.reduce((most, v, i) => Math.max(most, Math.abs(v) / scale[i]), 0)

function parting({ scale }: Block, a: Float64Array, b: Float64Array): number {
  let most = 0
  const gap = (i: number) => Math.abs(a[i] - b[i]) / scale[i]
  for (let i = 1; i < a.length; i++) if (gap(i) > 1.01 * gap(most)) most = i
  return most
}

/** Slopes of the unknowns along every way that the rows allow, to second order. */
function tangents(walk: Walk): Float64Array[] {
  const { block } = walk
  const n = block.unknowns.length
  walk.stand()
  const demanded = new Float64Array(n)
  block.demandedRates(demanded)
  const matrix = block.scaledMatrix()
  const { right, left } = nullVectors(matrix, n)
  // the matrix bordered by its null vectors is regular
  const m = n + 1
  const bordered = new Float64Array(m * m)
  for (let r = 0; r < n; r++) {
    for (let c = 0; c < n; c++) bordered[r * m + c] = matrix[r * n + c]
    bordered[r * m + n] = left[r]
    bordered[n * m + r] = right[r]
  }
  const solution = new Float64Array(m)
  solution.set(demanded)
  const pivots = new Int32Array(m)
  factor(bordered, m, pivots)
  solveFactored(bordered, m, pivots, solution)
  // what the left null vector meets cannot be followed: a dead point
  if (Math.abs(solution[n]) > UNREACHABLE * Math.max(1, Math.hypot(...demanded))) return []
  const slopesAt = (c: number) => block.scale.map((scale, i) => scale * (solution[i] + c * right[i]))
  const second = new Float64Array(n)
  const curvature = (c: number): number => {
    block.secondDerivatives(slopesAt(c), second)
    return second.reduce((sum, v, r) => sum + v * left[r], 0)
  }
  return roots(curvature(-1), curvature(0), curvature(1)).map(slopesAt)
}

/** Roots of the parabola with these values at -1, 0 and 1. */
function roots(before: number, here: number, after: number): number[] {
  const a = (before + after) / 2 - here
  const b = (after - before) / 2
  if (Math.abs(a) < FLAT_CURVATURE * Math.abs(b)) return [-here / b]
  const root = Math.sqrt(b * b - 4 * a * here)
  if (!(root > LEAST_PARTING * Math.abs(a))) return []
  // without cancellation
  const q = -(b + (b < 0 ? -root : root)) / 2
  return [q / a, q === 0 ? root / a : here / q]
}
