/**
 * Impulses of contacts by what each does: those that push and stick keep still, those that slide rub straight against their way. A linear
 * system, which finds exactly what sweeps only come near to. Where it is not unique, all share evenly (see `balance`).
 */
import { factor, solveFactored } from '../../maths/lu'
import type { ContactResponse } from './response'
import { HARDENING_ROUNDS, SOFTNESS } from './tolerances'

/** A contact that can move, by its directions. */
export interface SweptContact {
  /** Coefficient of friction. */
  readonly coefficient: number
  readonly normal: number
  /** Tangents along which something moves: none, one or two. */
  readonly free: readonly number[]
}

/** Rounds in which the ways of what slides come to be those of its friction. */
const MOST_ROUNDS = 10
/** Friction over its bound from which on a contact slides [-]. */
const AT_BOUND = 1 - 1e-9
/** How much stronger an impulse may be than the strongest near which it is [-]. Larger: what presses ever harder by its friction is found, too. */
const MOST_CHANGE = 3
/** Share of the largest rate or impulse that may be rounding, and by which ways may differ [-]. */
const EXACT = 1e-10

/**
 * @param right rates without impulses, scaled
 * @param near impulses that are nearly right, scaled
 * @returns impulses, scaled; null where contacts do something else than near these
 */
export function balanced(
  { n, w, scale }: ContactResponse,
  right: Float64Array,
  near: Float64Array,
  contacts: readonly SweptContact[],
): Float64Array | null {
  const pushing = contacts.filter(({ normal }) => near[normal] > 0)
  const sliding = new Map<SweptContact, number[]>()
  for (const contact of pushing) {
    const { coefficient, normal, free } = contact
    const friction = free.map((d) => near[d] * scale[d])
    const size = Math.hypot(...friction)
    const bound = coefficient * near[normal] * scale[normal]
    if (bound === 0) sliding.set(contact, friction.fill(0))
    else if (size >= AT_BOUND * bound)
      sliding.set(
        contact,
        friction.map((one) => one / size),
      )
  }
  const most = right.reduce((sum, rate) => Math.max(sum, Math.abs(rate)), 0)
  const strongest = contacts.reduce((sum, { normal }) => Math.max(sum, near[normal]), 0)
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const found = solved({ n, w, scale }, right, pushing, sliding)
    const rates = right.map((rate, d) => {
      let sum = rate
      for (let e = 0; e < n; e++) sum += w[n * d + e] * found[e]
      return sum
    })
    if (found.some((impulse) => !(Math.abs(impulse) <= MOST_CHANGE * strongest))) return null
    if (!isRight(found, rates, { contacts, pushing, sliding, scale }, EXACT * most)) return null
    if (!turned(sliding, rates, scale, EXACT * most)) return found
  }
  return null
}

type Response = Pick<ContactResponse, 'n' | 'w' | 'scale'>
type Sliding = ReadonlyMap<SweptContact, readonly number[]>

function solved(
  { n, w, scale }: Response,
  right: Float64Array,
  pushing: readonly SweptContact[],
  sliding: Sliding,
): Float64Array {
  /** What an unknown does, by direction and share. */
  const unknowns = pushing.flatMap((contact): [number, number][][] => {
    const { coefficient, normal, free } = contact
    const ways = sliding.get(contact)
    if (!ways) return [[[normal, 1]], ...free.map((d): [number, number][] => [[d, 1]])]
    const along = free.map((d, t): [number, number] => [
      d,
      (coefficient * ways[t] * scale[normal]) / scale[d],
    ])
    return [[[normal, 1], ...along]]
  })
  const size = unknowns.length
  const matrix = new Float64Array(size * size)
  unknowns.forEach(([[row]], r) =>
    unknowns.forEach((column, c) => {
      for (const [d, share] of column) matrix[size * r + c] += share * w[n * row + d]
    }),
  )
  const factors = matrix.map((value, k) => value + (k % (size + 1) === 0 ? SOFTNESS : 0))
  const pivots = new Int32Array(size)
  factor(factors, size, pivots)
  const solution = new Float64Array(size)
  for (let round = 0; round < HARDENING_ROUNDS; round++) {
    const left = Float64Array.from(unknowns, ([[row]], r) => {
      let rest = -right[row]
      for (let c = 0; c < size; c++) rest -= matrix[size * r + c] * solution[c]
      return rest
    })
    solveFactored(factors, size, pivots, left)
    for (let r = 0; r < size; r++) solution[r] += left[r]
  }
  const found = new Float64Array(n)
  unknowns.forEach((column, c) => {
    for (const [d, share] of column) found[d] += share * solution[c]
  })
  return found
}

/** Whether nothing pulls, sinks in, leaves its cone, or moves that should not. @param faint rate that may be rounding, scaled */
function isRight(
  found: Float64Array,
  rates: Float64Array,
  parts: {
    readonly contacts: readonly SweptContact[]
    readonly pushing: readonly SweptContact[]
    readonly sliding: Sliding
    readonly scale: Float64Array
  },
  faint: number,
): boolean {
  const { contacts, pushing, sliding, scale } = parts
  return contacts.every((contact) => {
    const { coefficient, normal, free } = contact
    if (!pushing.includes(contact)) return rates[normal] >= -faint
    if (found[normal] < 0 || Math.abs(rates[normal]) > faint) return false
    if (sliding.has(contact)) return true
    if (free.some((d) => Math.abs(rates[d]) > faint)) return false
    return Math.hypot(...free.map((d) => found[d] * scale[d])) <= coefficient * found[normal] * scale[normal]
  })
}

/** Turns friction against the way in which each slides. Whether any has turned. */
function turned(
  sliding: Map<SweptContact, number[]>,
  rates: Float64Array,
  scale: Float64Array,
  faint: number,
): boolean {
  let hasTurned = false
  for (const [{ coefficient, free }, ways] of sliding) {
    const slip = free.map((d) => rates[d] / scale[d])
    const speed = Math.hypot(...slip)
    if (coefficient === 0 || free.every((d) => Math.abs(rates[d]) <= faint)) continue
    slip.forEach((one, t) => {
      const way = -one / speed
      if (Math.abs(way - ways[t]) > EXACT) hasTurned = true
      ways[t] = way
    })
  }
  return hasTurned
}
