/**
 * The other way out of a singular position: where two smooth ways cross, their tangents are the roots of a quadratic
 * equation, left . d2 rows(v + c right) = 0, with the null vectors of the matrix from both sides. c = 0 is the way known.
 * Source: Keller, Lectures on Numerical Methods in Bifurcation Problems, section 5.2 (algebraic bifurcation equation).
 */
import { factor, solveFactored, solveTransposed } from '../maths/lu'
import type { Block } from './block'
import { FLAT_CURVATURE, LEAST_PARTING } from './tolerances'

/** Slopes of the unknowns along the other way, and which of them differs most. */
export interface OtherTangent {
  readonly slopes: Float64Array
  readonly most: number
}

/**
 * @param block factored close to the singular position, where its matrix can still be inverted; what moves it has its
 * rates and accelerations
 * @param slopes of the unknowns along the known way
 * Null when no other way goes on with the same inputs.
 */
export function otherTangent(block: Block, slopes: Float64Array): OtherTangent | null {
  const n = slopes.length
  const right = nullVector(n, (v) => block.solve(v))
  const left = nullVector(n, (v) => block.solveTransposed(v))
  const rates = new Float64Array(n)
  const second = new Float64Array(n)
  const size = slopes.reduce((most, v, i) => Math.max(most, Math.abs(v / block.scale[i])), 1)
  const curvature = (c: number): number => {
    for (let i = 0; i < n; i++) rates[i] = slopes[i] + c * block.scale[i] * right[i]
    block.secondDerivatives(rates, second)
    return second.reduce((sum, v, r) => sum + v * left[r], 0)
  }
  const [before, here, after] = [curvature(-size), curvature(0), curvature(size)]
  const square = (before + after) / 2 - here
  const cross = (after - before) / 2
  if (Math.abs(square) < FLAT_CURVATURE * Math.abs(cross)) return null
  const c = (-cross / square) * size
  if (!(Math.abs(c) > LEAST_PARTING * size)) return null
  let most = 0
  for (let i = 1; i < n; i++) if (Math.abs(right[i]) > 1.01 * Math.abs(right[most])) most = i
  return { slopes: slopes.map((v, i) => v + c * block.scale[i] * right[i]), most }
}

/** Null vectors of a singular matrix of n rows from both sides; it is disturbed a little, to be inverted. */
export function nullVectors(
  matrix: Float64Array,
  n: number,
): { readonly right: Float64Array; readonly left: Float64Array } {
  const disturbed = matrix.map((v, i) => v + DISTURBANCE * Math.sin(1 + 2.4 * i))
  const pivots = new Int32Array(n)
  factor(disturbed, n, pivots)
  return {
    right: nullVector(n, (v) => solveFactored(disturbed, n, pivots, v)),
    left: nullVector(n, (v) => solveTransposed(disturbed, n, pivots, v)),
  }
}

/** Far below what null vectors are needed for, far above rounding. */
const DISTURBANCE = 1e-9
const ITERATIONS = 4

/** Inverse iteration: what the inverse makes largest. */
function nullVector(n: number, invert: (v: Float64Array) => void): Float64Array {
  const vector = Float64Array.from({ length: n }, (_, i) => 1 + 0.3 * Math.sin(1 + 2.4 * i))
  for (let k = 0; k < ITERATIONS; k++) {
    invert(vector)
    const length = Math.hypot(...vector)
    for (let i = 0; i < n; i++) vector[i] /= length
  }
  return vector
}
