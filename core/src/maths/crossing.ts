/** Where a quantity that is known at two instants, with two derivatives, passes a value in between. */

/** Value, first and second derivative. */
export type Jet = readonly [number, number, number]

const HALVINGS = 40

/**
 * Share of the step at which the quintic through both jets passes `value`; both ends must be on different sides of it, or
 * the second one at it.
 * @param h step between the two
 */
export function crossing(before: Jet, after: Jet, h: number, value: number): number {
  const c1 = before[1] * h
  const c2 = (before[2] * h * h) / 2
  const d = after[0] - before[0] - c1 - c2
  const e = after[1] * h - c1 - 2 * c2
  const f = (after[2] * h * h) / 2 - c2
  const c3 = 10 * d - 4 * e + f
  const c4 = -15 * d + 7 * e - 2 * f
  const c5 = 6 * d - 3 * e + f
  const at = (s: number) => before[0] + s * (c1 + s * (c2 + s * (c3 + s * (c4 + s * c5)))) - value
  const side = Math.sign(before[0] - value)
  let low = 0
  let high = 1
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (low + high) / 2
    if (Math.sign(at(middle)) === side) low = middle
    else high = middle
  }
  return high
}
