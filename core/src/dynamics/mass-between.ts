/** Entries of the mass matrix: work of the momenta that bodies have by one motion, done along another one. */
import { INERTIA, momentum } from './masses'

/**
 * Writes the momenta that bodies have by a motion, six numbers a link; of what stays in the plane, only those in it.
 * @param inertia in ground, by link
 * @param heavy links that carry mass
 * @param inPlane 1 for links that stay in the ground's plane, null where that is not made use of
 * @param twists of all links
 */
export function writeMomenta(
  inertia: Float64Array,
  heavy: Int32Array,
  inPlane: Uint8Array | null,
  twists: Float64Array,
  out: Float64Array,
): void {
  for (let k = 0; k < heavy.length; k++) {
    const v = 6 * heavy[k]
    const m = INERTIA * heavy[k]
    if (inPlane !== null && inPlane[heavy[k]] === 1) {
      const w = twists[v + 2]
      const x = twists[v + 3]
      const y = twists[v + 4]
      out[v + 2] = inertia[m + 6] * w + inertia[m + 1] * y - inertia[m + 2] * x
      out[v + 3] = inertia[m] * x - w * inertia[m + 2]
      out[v + 4] = inertia[m] * y + w * inertia[m + 1]
    } else momentum(inertia, m, twists, v, out, v)
  }
}

/** Work of momenta or wrenches of some links along a motion; arguments as those of `writeMomenta`. */
export function workAlong(
  wrenches: Float64Array,
  links: Int32Array,
  inPlane: Uint8Array | null,
  twists: Float64Array,
): number {
  let sum = 0
  for (let k = 0; k < links.length; k++) {
    const v = 6 * links[k]
    sum += twists[v + 2] * wrenches[v + 2] + twists[v + 3] * wrenches[v + 3] + twists[v + 4] * wrenches[v + 4]
    if (inPlane !== null && inPlane[links[k]] === 1) continue
    sum += twists[v] * wrenches[v] + twists[v + 1] * wrenches[v + 1] + twists[v + 5] * wrenches[v + 5]
  }
  return sum
}
