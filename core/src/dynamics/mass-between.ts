/** An entry of the mass matrix: work of the momenta that bodies have by one motion, done along another one. */
import { INERTIA, momentum } from './masses'

/**
 * @param inertia in ground, by link
 * @param heavy links that carry mass
 * @param flat 1 for links that stay in the ground's plane, null where that is not made use of
 * @param one twists of all links by a unit rate, and by another one
 */
export function massBetween(
  inertia: Float64Array,
  heavy: Int32Array,
  flat: Uint8Array | null,
  one: Float64Array,
  other: Float64Array,
): number {
  let sum = 0
  for (let k = 0; k < heavy.length; k++) {
    const v = 6 * heavy[k]
    const m = INERTIA * heavy[k]
    if (flat !== null && flat[heavy[k]] === 1) {
      const w = other[v + 2]
      const px = inertia[m] * other[v + 3] - w * inertia[m + 2]
      const py = inertia[m] * other[v + 4] + w * inertia[m + 1]
      const turn = inertia[m + 6] * w + inertia[m + 1] * other[v + 4] - inertia[m + 2] * other[v + 3]
      sum += one[v + 2] * turn + one[v + 3] * px + one[v + 4] * py
      continue
    }
    momentum(inertia, m, other, v, body, 0)
    sum +=
      one[v] * body[0] +
      one[v + 1] * body[1] +
      one[v + 2] * body[2] +
      one[v + 3] * body[3] +
      one[v + 4] * body[4] +
      one[v + 5] * body[5]
  }
  return sum
}

const body = new Float64Array(6)
