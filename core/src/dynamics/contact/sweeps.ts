/**
 * Impulses of many contacts by sweeps over them, each made right in its turn with the others as they are, until nothing changes: less exact
 * than the complementarity problem as a whole, and the work grows with the square of their number only.
 * Source: Jean, The non-smooth contact dynamics method, Computer Methods in Applied Mechanics and Engineering 177 (1999).
 */
import type { ContactResponse } from './response'
import { SWEPT } from './tolerances'

const MOST_SWEEPS = 300

/** What is swept. */
export interface Swept {
  /** Coefficient of friction. */
  readonly coefficient: number
}

/**
 * @param right rates without impulses, by direction
 * @returns impulses by direction: none pulls, and friction stays in its cone
 */
export function sweep(response: ContactResponse, right: Float64Array, asked: readonly Swept[]): Float64Array {
  const { n, w, scale } = response
  const rates = right.map((rate, d) => rate * scale[d])
  const found = new Float64Array(n)
  /** Changes an impulse, and all rates with it. */
  const change = (d: number, to: number): number => {
    const by = to - found[d]
    if (by === 0) return 0
    found[d] = to
    for (let r = 0; r < n; r++) rates[r] += w[n * r + d] * by
    return Math.abs(by)
  }
  for (let k = 0; k < MOST_SWEEPS; k++) {
    let [changed, most] = [0, 0]
    for (let meeting = 0; meeting < asked.length; meeting++) {
      const [normal, tangent] = [2 * meeting, 2 * meeting + 1]
      if (scale[normal] === 0) continue
      changed = Math.max(changed, change(normal, Math.max(0, found[normal] - rates[normal])))
      most = Math.max(most, found[normal])
      if (scale[tangent] === 0) continue
      const bound = (asked[meeting].coefficient * found[normal] * scale[normal]) / scale[tangent]
      const wanted = found[tangent] - rates[tangent]
      changed = Math.max(changed, change(tangent, Math.min(bound, Math.max(-bound, wanted))))
    }
    if (changed <= SWEPT * most) break
  }
  return found.map((impulse, d) => impulse * scale[d])
}
