/**
 * Where a function passes zero upwards, by inverse quadratic interpolation where that is safe, else by halving.
 * Source: Chandrupatla, A new hybrid quadratic/bisection algorithm for finding the zero of a nonlinear function without using
 * derivatives, Advances in Engineering Software 28 (1997).
 */

const MOST_TRIES = 100

/**
 * @param f not positive at `from`, positive at `to`
 * @param first its value at `from`, where it is known
 * @returns a place at which it is positive or zero, no farther than `width` from one where it is not
 */
export function firstRoot(
  f: (x: number) => number,
  from: number,
  to: number,
  width: number,
  first?: number,
): number {
  // the newest place, the one on the other side of the root, and the one that was left
  let [x, other, third] = [to, from, from]
  let [at, across, left] = [f(to), first ?? f(from), 0]
  if (!(across < 0)) across = -Math.abs(at) * 1e-3
  let share = at / (at - across)
  for (let k = 0; k < MOST_TRIES && Math.abs(other - x) > width; k++) {
    const least = width / 4 / Math.abs(other - x)
    const next = x + Math.min(1 - least, Math.max(least, share)) * (other - x)
    const value = f(next)
    if (value < 0 === at < 0) [third, left] = [x, at]
    else [third, left, other, across] = [other, across, x, at]
    ;[x, at] = [next, value]
    if (value === 0) break
    const place = (x - other) / (third - other)
    const height = (at - across) / (left - across)
    const isSafe = height * height < place && (1 - height) * (1 - height) < 1 - place
    share = isSafe
      ? (at / (across - at)) * (left / (across - left)) +
        ((((third - x) / (other - x)) * at) / (left - at)) * (across / (left - across))
      : 0.5
  }
  return at < 0 ? other : x
}
