/**
 * Where a function passes zero upwards, by false position with halving.
 * Source: Dahlquist & Björck, Numerical Methods, section 6.2 (Illinois).
 */

const MOST_TRIES = 100

/**
 * @param f not positive at `from`, positive at `to`
 * @returns a place at which it is positive or zero, no farther than `width` from one where it is not
 */
export function firstRoot(f: (x: number) => number, from: number, to: number, width: number): number {
  let [low, high] = [from, to]
  let below = f(low)
  let above = f(high)
  if (!(below < 0)) below = -Math.abs(above) * 1e-3
  for (let k = 0; k < MOST_TRIES && high - low > width; k++) {
    const share = k % 3 === 2 ? 0.5 : below / (below - above)
    const middle = Math.min(high - width / 4, Math.max(low + width / 4, low + (high - low) * share))
    const value = f(middle)
    if (value < 0) {
      low = middle
      below = value
      above /= 2
    } else {
      high = middle
      above = value
      below /= 2
      if (value === 0) break
    }
  }
  return high
}
