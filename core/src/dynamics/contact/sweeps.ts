/**
 * Impulses of many contacts by sweeps over them, each made right in its turn with the others as they are, until nothing changes, or it is
 * clear what each does (`swept-balance`). Work grows with the square of their number only, and friction has a round cone.
 * Source: Jean, The non-smooth contact dynamics method, Computer Methods in Applied Mechanics and Engineering 177 (1999).
 */
import type { ContactResponse } from './response'
import { balanced } from './swept-balance'
import type { SweptContact } from './swept-balance'
import { SWEPT } from './tolerances'

const MOST_SWEEPS = 300

/** What is swept. */
export interface Swept {
  /** Coefficient of friction. */
  readonly coefficient: number
  /** Directions across the normal: 1 in a plane, else 2. */
  readonly tangents: number
}

/**
 * @param right rates without impulses, by direction
 * @param near impulses from which it begins
 * @returns impulses by direction: none pulls, and friction stays in its cone
 */
export function sweep(
  response: ContactResponse,
  right: Float64Array,
  asked: readonly Swept[],
  near: Float64Array = new Float64Array(response.n),
): Float64Array {
  const { n, w, scale } = response
  const scaled = right.map((rate, d) => rate * scale[d])
  const rates = scaled.slice()
  const found = new Float64Array(n)
  /** Changes an impulse, and all rates with it. */
  const change = (d: number, to: number): number => {
    const by = to - found[d]
    if (by === 0) return 0
    found[d] = to
    for (let r = 0; r < n; r++) rates[r] += w[n * r + d] * by
    return Math.abs(by)
  }
  /** Keeps friction along one direction within a bound. */
  const hold = (d: number, bound: number): number => {
    const most = bound / scale[d]
    return change(d, Math.min(most, Math.max(-most, found[d] - rates[d])))
  }
  /** Keeps friction along two directions within a round bound: it keeps both still, else goes against the way in which both slide. */
  const holdBoth = (d: number, bound: number): number => {
    const e = d + 1
    const across = w[n * d + e]
    const det = 1 - across * across
    if (det > ALIKE) {
      const still = [
        found[d] - (rates[d] - across * rates[e]) / det,
        found[e] - (rates[e] - across * rates[d]) / det,
      ]
      if (Math.hypot(still[0] * scale[d], still[1] * scale[e]) <= bound)
        return change(d, still[0]) + change(e, still[1])
    }
    // the same share of both rates, so that friction goes straight against them
    const [a, b] = [1 / scale[d] ** 2, 1 / scale[e] ** 2]
    const share = 1 / ((a + b) / 2 + Math.hypot((a - b) / 2, across / (scale[d] * scale[e])))
    const one = found[d] * scale[d] - (share * rates[d]) / scale[d]
    const other = found[e] * scale[e] - (share * rates[e]) / scale[e]
    const over = Math.max(1, Math.hypot(one, other) / bound)
    return change(d, one / over / scale[d]) + change(e, other / over / scale[e])
  }
  const contacts = contactsOf(asked, scale)
  for (const { normal, free } of contacts) for (const d of [normal, ...free]) change(d, near[d] / scale[d])
  // it is looked ever more seldom whether it is clear what each does
  let nextLook = 0
  for (let k = 0; k < MOST_SWEEPS; k++) {
    let [changed, most] = [0, 0]
    for (const { coefficient, normal, free } of contacts) {
      changed = Math.max(changed, change(normal, Math.max(0, found[normal] - rates[normal])))
      most = Math.max(most, found[normal])
      const bound = coefficient * found[normal] * scale[normal]
      if (bound === 0) for (const d of free) changed = Math.max(changed, change(d, 0))
      else if (free.length > 1) changed = Math.max(changed, holdBoth(free[0], bound))
      else if (free.length > 0) changed = Math.max(changed, hold(free[0], bound))
    }
    const isDone = changed <= SWEPT * most
    const isLooked = isDone || k === nextLook
    const exact = isLooked ? balanced(response, scaled, found, contacts) : null
    if (exact) return exact.map((impulse, d) => impulse * scale[d])
    if (isDone) break
    if (isLooked) nextLook = 2 * k + 1
  }
  return found.map((impulse, d) => impulse * scale[d])
}

/** Those that can move, by direction: the normal, and the tangents along which something moves. */
function contactsOf(asked: readonly Swept[], scale: Float64Array): SweptContact[] {
  let next = 0
  return asked.flatMap(({ coefficient, tangents }) => {
    const normal = next
    next += 1 + tangents
    if (scale[normal] === 0) return []
    const free = Array.from({ length: tangents }, (_, t) => normal + 1 + t).filter((d) => scale[d] > 0)
    return [{ coefficient, normal, free }]
  })
}

/** What the square of the cosine between two directions may lack of 1 where they move the same [-]. */
const ALIKE = 1e-9
