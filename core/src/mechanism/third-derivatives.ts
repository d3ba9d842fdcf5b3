/**
 * Third derivatives by time: of rows, from those of the links' coordinates, and on the way the second derivatives of twists. They are
 * found where somebody reads them, so that frames without such readers cost nothing.
 *
 * A screw S moves with its link: S' = V x S, S'' = V' x S + V x S'. What is fixed on a link turns with it: e' = w x e, and so on;
 * dot products and functions of them are differentiated by the rule of Leibniz.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, section 2.11; Griewank & Walther, Evaluating Derivatives, Taylor arithmetic.
 */
import { crossInto } from '../maths/triples'
import { FRAME, ORIGIN } from '../maths/frame'
import { MOST_PARTS } from '../maths/scalar-functions'
import { FOLLOWS } from './chain'
import { SLIDE } from './conditions'
import type { Condition, Primitive } from './conditions'
import type { Equations } from './equations'
import type { Curve } from './rows'
import type { MotionState } from './state'

/** Value and three derivatives of a vector: 12 numbers. */
const VECTOR = 12
const scratch = new Float64Array(3 * VECTOR)
/** Value and three derivatives of every part. */
const parts = new Float64Array(4 * MOST_PARTS)
const curve = new Float64Array(4)

/**
 * Second derivatives of the twists of the given links, parents before children, from the third ones of their coordinates; twists and
 * spatial accelerations must be current. How a path bends further on is not known: those on it are not numbers.
 */
export function spreadThird(state: MotionState, links: Int32Array): void {
  const { linkParent, linkMotion } = state.mechanism
  const { twist, twistRate, twistBend, screw, rate, acceleration, third } = state
  for (let n = 0; n < links.length; n++) {
    const link = links[n]
    const p = 6 * linkParent[link]
    const v = 6 * link
    spatialCross(twist, v, screw, v, 0)
    spatialCross(twistRate, v, screw, v, 6)
    spatialCross(twist, v, scratch, 0, 12)
    for (let k = 0; k < 6; k++) {
      twistBend[v + k] =
        linkMotion[link] === FOLLOWS
          ? Number.NaN
          : twistBend[p + k] +
            third[link] * screw[v + k] +
            2 * acceleration[link] * scratch[k] +
            rate[link] * (scratch[6 + k] + scratch[12 + k])
    }
  }
}

/** How the spatial vector m[im ..] changes that moves with the twist v[iv ..], into scratch[at .. at+5]. */
function spatialCross(v: Float64Array, iv: number, m: Float64Array, im: number, at: number): void {
  crossInto(v, iv, m, im, scratch, at, 0)
  crossInto(v, iv, m, im + 3, scratch, at + 3, 0)
  crossInto(v, iv + 3, m, im, scratch, at + 3, 1)
}

/**
 * Completes the three derivatives of the vector jet[at .. at+2] of a link: a direction, or a point when `isPoint`.
 * `state.readThird` must have been called, or the links up to this one spread.
 */
export function vectorMotion(
  { twist, twistRate, twistBend }: MotionState,
  link: number,
  isPoint: boolean,
  jet: Float64Array,
  at: number,
): void {
  const v = 6 * link
  crossInto(twist, v, jet, at, jet, at + 3, 0)
  if (isPoint) for (let k = 0; k < 3; k++) jet[at + 3 + k] += twist[v + 3 + k]
  crossInto(twistRate, v, jet, at, jet, at + 6, 0)
  crossInto(twist, v, jet, at + 3, jet, at + 6, 1)
  if (isPoint) for (let k = 0; k < 3; k++) jet[at + 6 + k] += twistRate[v + 3 + k]
  crossInto(twistBend, v, jet, at, jet, at + 9, 0)
  crossInto(twistRate, v, jet, at + 3, jet, at + 9, 1, 2)
  crossInto(twist, v, jet, at + 6, jet, at + 9, 1)
  if (isPoint) for (let k = 0; k < 3; k++) jet[at + 9 + k] += twistBend[v + 3 + k]
}

/**
 * Third derivative by time of a row's residual, scaled, without its target; pairs must be placed.
 * @returns not a number where a curve or path does not know its own
 */
export function rowThird(equations: Equations, state: MotionState, row: number): number {
  const { rows, firstTerm, termPair } = equations
  const { terms, weight } = rows[row]
  let sum = 0
  for (let k = 0; k < terms.length; k++) {
    const { link, condition, factor, curve: through } = terms[k]
    const term = firstTerm[row] + k
    if (condition) conditionJet(equations, state, condition, termPair[term])
    else {
      parts[1] = state.rate[link]
      parts[2] = state.acceleration[link]
      parts[3] = state.third[link]
    }
    sum += factor * (through ? throughCurve(through, equations.plainValue(state, term)) : parts[3])
  }
  return weight * sum
}

/** Third derivative of what a curve makes of the number whose derivatives are in `parts`. */
function throughCurve(through: Curve, x: number): number {
  curve[3] = Number.NaN
  through.evaluate(x, curve)
  const x1 = parts[1]
  return curve[3] * x1 * x1 * x1 + 3 * curve[2] * x1 * parts[2] + curve[1] * parts[3]
}

/** The derivatives of a condition of a pair, into parts[1 .. 3]: what it is made of its parts. */
function conditionJet(
  equations: Equations,
  state: MotionState,
  { parts: made, of }: Condition,
  pair: number,
): void {
  const { linkA, linkB } = equations.pairs[pair]
  const at = 2 * FRAME * pair
  for (let k = 0; k < made.length; k++)
    primitiveJet(equations.frames, state, at, linkA, linkB, made[k], 4 * k)
  if (!of) return
  const whole = wholeJet(of, made.length)
  parts.set(whole, 1)
}

const gradient = new Float64Array(MOST_PARTS)
const curvature = new Float64Array(MOST_PARTS * MOST_PARTS)
const values = new Float64Array(MOST_PARTS)
const three = new Float64Array(3)

/** Three derivatives of a function of the numbers in `parts`. */
function wholeJet(of: NonNullable<Condition['of']>, n: number): Float64Array {
  for (let k = 0; k < n; k++) values[k] = parts[4 * k]
  of.derive(values, n, gradient, curvature)
  three.fill(0)
  for (let k = 0; k < n; k++) {
    three[0] += gradient[k] * parts[4 * k + 1]
    three[1] += gradient[k] * parts[4 * k + 2]
    for (let m = 0; m < n; m++)
      three[1] += curvature[MOST_PARTS * k + m] * parts[4 * k + 1] * parts[4 * m + 1]
  }
  three[2] = of.third(parts, n)
  return three
}

/** Value and three derivatives of a primitive between the frames at `at`, into parts[to ..]. */
function primitiveJet(
  frames: Float64Array,
  state: MotionState,
  at: number,
  linkA: number,
  linkB: number,
  { kind, i, j, sign }: Primitive,
  to: number,
): void {
  const [e, p] = [0, VECTOR]
  for (let k = 0; k < 3; k++) scratch[e + k] = sign * frames[at + 3 * i + k]
  vectorMotion(state, linkA, false, scratch, e)
  const isPoint = kind === SLIDE
  for (let k = 0; k < 3; k++) scratch[p + k] = frames[at + FRAME + (isPoint ? ORIGIN : 3 * j) + k]
  vectorMotion(state, linkB, isPoint, scratch, p)
  if (isPoint) {
    const o = 2 * VECTOR
    for (let k = 0; k < 3; k++) scratch[o + k] = frames[at + ORIGIN + k]
    vectorMotion(state, linkA, true, scratch, o)
    for (let k = 0; k < VECTOR; k++) scratch[p + k] -= scratch[o + k]
  }
  parts[to] = product(e, p, 0, 0)
  parts[to + 1] = product(e, p, 1, 0) + product(e, p, 0, 1)
  parts[to + 2] = product(e, p, 2, 0) + 2 * product(e, p, 1, 1) + product(e, p, 0, 2)
  parts[to + 3] =
    product(e, p, 3, 0) + 3 * product(e, p, 2, 1) + 3 * product(e, p, 1, 2) + product(e, p, 0, 3)
}

/** The dot product of two derivatives of the vectors at e and p of the scratch. */
function product(e: number, p: number, m: number, n: number): number {
  const a = e + 3 * m
  const b = p + 3 * n
  return scratch[a] * scratch[b] + scratch[a + 1] * scratch[b + 1] + scratch[a + 2] * scratch[b + 2]
}
