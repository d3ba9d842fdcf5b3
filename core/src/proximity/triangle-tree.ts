/**
 * A tree of boxes over the triangles of a body, by which distances are found without looking at every triangle: a box
 * holds those of its two children, a leaf one triangle. Boxes lie along the axes of the body and are halved at the middle of the
 * centres, along the axis that leaves the smallest boxes.
 * Source: Ericson, Real-Time Collision Detection, section 6.1; Goldsmith and Salmon, Automatic Creation of Object Hierarchies (1987).
 */

/** Triangles in a leaf at most. */
const LEAF = 1
/** Parts that differ by more than this factor are made equal, so that trees stay low. */
const LOPSIDED = 16

export class TriangleTree {
  /** Nine numbers a triangle in the frame of the body [m], in the order of the leaves. */
  readonly triangles: Float64Array
  /** Middle and half extents, six numbers a box [m]; the first box holds all. */
  readonly boxes: Float64Array
  /** First of two children that follow each other; 0 for a leaf. */
  readonly children: Int32Array
  /** First triangle of a leaf, and behind the last one. */
  readonly from: Int32Array
  readonly to: Int32Array

  /** @param solids nine numbers a triangle in the frame of the body [m] */
  constructor(solids: readonly Float32Array[]) {
    const all = new Float64Array(solids.reduce((sum, { length }) => sum + length, 0))
    solids.reduce((at, solid) => (all.set(solid, at), at + solid.length), 0)
    const count = all.length / 9
    const order = Int32Array.from({ length: count }, (_, k) => k)
    const most = Math.max(1, 2 * count)
    const boxes = new Float64Array(6 * most)
    this.children = new Int32Array(most)
    this.from = new Int32Array(most)
    this.to = new Int32Array(most)
    this.boxes = boxes
    const bounds = boundsOf(all)
    let used = 1
    const pending: [number, number, number][] = [[0, 0, count]]
    for (let next = pending.pop(); next; next = pending.pop()) {
      const [node, from, to] = next
      this.from[node] = from
      this.to[node] = to
      boxAround(bounds, order, from, to, boxes, 6 * node)
      if (to - from <= LEAF) continue
      const cut = halve(bounds, order, from, to)
      this.children[node] = used
      pending.push([used, from, cut], [used + 1, cut, to])
      used += 2
    }
    this.triangles = new Float64Array(all.length)
    for (let k = 0; k < count; k++) this.triangles.set(all.subarray(9 * order[k], 9 * order[k] + 9), 9 * k)
  }

  get isEmpty(): boolean {
    return this.triangles.length === 0
  }

  /** Radius of the ball about a point that holds all [m]. */
  radiusAbout([x, y, z]: readonly [number, number, number]): number {
    const { triangles } = this
    let most = 0
    for (let k = 0; k < triangles.length; k += 3) {
      const [dx, dy, dz] = [triangles[k] - x, triangles[k + 1] - y, triangles[k + 2] - z]
      most = Math.max(most, dx * dx + dy * dy + dz * dz)
    }
    return Math.sqrt(most)
  }
}

/** Lower and upper corner of every triangle, six numbers each. */
function boundsOf(triangles: Float64Array): Float64Array {
  const out = new Float64Array((triangles.length * 6) / 9)
  for (let t = 0, at = 0; t < triangles.length; t += 9, at += 6)
    for (let k = 0; k < 3; k++) {
      const a = triangles[t + k]
      const b = triangles[t + 3 + k]
      const c = triangles[t + 6 + k]
      out[at + k] = Math.min(a, b, c)
      out[at + 3 + k] = Math.max(a, b, c)
    }
  return out
}

function boxAround(
  bounds: Float64Array,
  order: Int32Array,
  from: number,
  to: number,
  out: Float64Array,
  at: number,
): void {
  for (let k = 0; k < 3; k++) {
    let [low, high] = [Infinity, -Infinity]
    for (let n = from; n < to; n++) {
      const triangle = 6 * order[n] + k
      if (bounds[triangle] < low) low = bounds[triangle]
      if (bounds[triangle + 3] > high) high = bounds[triangle + 3]
    }
    out[at + k] = from < to ? (low + high) / 2 : 0
    out[at + 3 + k] = from < to ? (high - low) / 2 : 0
  }
}

/** Twice the place of the middle of a triangle along an axis. */
const middleOf = (bounds: Float64Array, triangle: number, axis: number): number =>
  bounds[6 * triangle + axis] + bounds[6 * triangle + 3 + axis]

/** Puts those on one side of the best cut first; returns where the others begin. */
function halve(bounds: Float64Array, order: Int32Array, from: number, to: number): number {
  let best = { axis: 0, middle: 0, cost: Infinity }
  for (let axis = 0; axis < 3; axis++) {
    let [low, high] = [Infinity, -Infinity]
    for (let n = from; n < to; n++) {
      const value = middleOf(bounds, order[n], axis)
      if (value < low) low = value
      if (value > high) high = value
    }
    const middle = (low + high) / 2
    const cost = high > low ? costOf(bounds, order, from, to, axis, middle) : Infinity
    if (cost < best.cost) best = { axis, middle, cost }
  }
  const { axis, middle } = best
  let cut = from
  for (let n = from; n < to; n++) {
    const triangle = order[n]
    if (middleOf(bounds, triangle, axis) >= middle) continue
    order[n] = order[cut]
    order[cut++] = triangle
  }
  const fewest = (to - from) / LOPSIDED
  if (cut - from >= fewest && to - cut >= fewest) return cut
  order.subarray(from, to).sort((a, b) => middleOf(bounds, a, axis) - middleOf(bounds, b, axis) || a - b)
  return from + ((to - from) >> 1)
}

const sides = new Float64Array(12)

/** How large the boxes of both sides of a cut are, each by how many triangles it has. */
function costOf(
  bounds: Float64Array,
  order: Int32Array,
  from: number,
  to: number,
  axis: number,
  middle: number,
): number {
  sides.fill(Infinity, 0, 3).fill(-Infinity, 3, 6).fill(Infinity, 6, 9).fill(-Infinity, 9, 12)
  let first = 0
  for (let n = from; n < to; n++) {
    const at = 6 * order[n]
    const side = middleOf(bounds, order[n], axis) < middle ? 0 : 6
    if (side === 0) first++
    for (let k = 0; k < 3; k++) {
      if (bounds[at + k] < sides[side + k]) sides[side + k] = bounds[at + k]
      if (bounds[at + 3 + k] > sides[side + 3 + k]) sides[side + 3 + k] = bounds[at + 3 + k]
    }
  }
  return first * surface(0) + (to - from - first) * surface(6)
}

function surface(side: number): number {
  const x = sides[side + 3] - sides[side]
  const y = sides[side + 4] - sides[side + 1]
  const z = sides[side + 5] - sides[side + 2]
  return x > -Infinity ? x * y + y * z + z * x : 0
}
