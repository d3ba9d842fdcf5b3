/**
 * A tree over features of a surface (corners, sides, faces), each with a ball around it and a cone that holds all its normals. Features of
 * two surfaces can only touch where balls are near and some normals are opposite: whole branches are passed over by both.
 * Source: Johnson and Cohen, Spatialized normal cone hierarchies (2001).
 */
import { ORIGIN } from '../../maths/frame'
import type { Lie } from '../place'

/** Middle x y z [m], radius [m], axis of the cone x y z, half its angle [rad]. */
export const FEATURE = 8
/** Angle by which normals may miss each other's cones and still be looked at [rad]. */
const SLACK = 1e-3
/** Parts that differ by more than this factor are made equal, so that trees stay low. */
const LOPSIDED = 16
/** Pairs that wait at most. */
const MOST_WAITING = 4096

export class NormalTree {
  /** As features are, one node after the other; the first one holds all. */
  readonly nodes: Float64Array
  /** First of two children that follow each other; 0 for a leaf. */
  readonly children: Int32Array
  /** The feature of a leaf. */
  readonly feature: Int32Array
  readonly isEmpty: boolean

  /** @param features `FEATURE` numbers each */
  constructor(features: Float64Array) {
    const count = features.length / FEATURE
    const most = Math.max(1, 2 * count)
    this.nodes = new Float64Array(FEATURE * most)
    this.children = new Int32Array(most)
    this.feature = new Int32Array(most)
    this.isEmpty = count === 0
    const order = Int32Array.from({ length: count }, (_, k) => k)
    let used = 1
    const build = (node: number, from: number, to: number): void => {
      if (to - from === 1) {
        this.feature[node] = order[from]
        const at = FEATURE * order[from]
        this.nodes.set(features.subarray(at, at + FEATURE), FEATURE * node)
        return
      }
      const cut = halve(features, order, from, to)
      const first = used
      used += 2
      this.children[node] = first
      build(first, from, cut)
      build(first + 1, cut, to)
      join(this.nodes, FEATURE * first, FEATURE * (first + 1), FEATURE * node)
    }
    if (count > 0) build(0, 0, count)
  }
}

/** Puts those on one side of the middle first, along the axis along which middles lie farthest apart; returns where the others begin. */
function halve(features: Float64Array, order: Int32Array, from: number, to: number): number {
  let [axis, most, middle] = [0, -1, 0]
  for (let k = 0; k < 3; k++) {
    let [low, high] = [Infinity, -Infinity]
    for (let n = from; n < to; n++) {
      const value = features[FEATURE * order[n] + k]
      if (value < low) low = value
      if (value > high) high = value
    }
    if (high - low > most) [axis, most, middle] = [k, high - low, (low + high) / 2]
  }
  let cut = from
  for (let n = from; n < to; n++) {
    const one = order[n]
    if (features[FEATURE * one + axis] >= middle) continue
    order[n] = order[cut]
    order[cut++] = one
  }
  const fewest = (to - from) / LOPSIDED
  if (cut - from >= fewest && to - cut >= fewest) return cut
  order
    .subarray(from, to)
    .sort((a, b) => features[FEATURE * a + axis] - features[FEATURE * b + axis] || a - b)
  return (from + to) >> 1
}

/** Writes a ball and a cone around two others. */
function join(nodes: Float64Array, a: number, b: number, out: number): void {
  const [x, y, z] = [nodes[b] - nodes[a], nodes[b + 1] - nodes[a + 1], nodes[b + 2] - nodes[a + 2]]
  const apart = Math.hypot(x, y, z)
  const radius = Math.max(nodes[a + 3], nodes[b + 3], (apart + nodes[a + 3] + nodes[b + 3]) / 2)
  const share = apart > 0 ? (radius - nodes[a + 3]) / apart : 0
  for (let k = 0; k < 3; k++) nodes[out + k] = nodes[a + k] + share * (nodes[b + k] - nodes[a + k])
  nodes[out + 3] = radius * (1 + 1e-12)
  const sum = [4, 5, 6].map((k) => nodes[a + k] + nodes[b + k])
  const size = Math.hypot(...sum)
  nodes[out + 7] = Math.PI
  if (size < 1e-3) return
  for (let k = 0; k < 3; k++) nodes[out + 4 + k] = sum[k] / size
  const reach = (at: number) => angleBetween(nodes, out + 4, nodes, at + 4) + nodes[at + 7]
  nodes[out + 7] = Math.min(Math.PI, Math.max(reach(a), reach(b)))
}

/** Of two unit vectors, v[a ..] and w[b ..] [rad]. */
export function angleBetween(v: Float64Array, a: number, w: Float64Array, b: number): number {
  const along = v[a] * w[b] + v[a + 1] * w[b + 1] + v[a + 2] * w[b + 2]
  return Math.acos(Math.min(1, Math.max(-1, along)))
}

const waiting = new Int32Array(2 * MOST_WAITING)

/** Visits all pairs of features of two trees that are within reach [m] and whose normals may be opposite. @param lie frame of B in A */
export function visitFacing(
  a: NormalTree,
  b: NormalTree,
  lie: Lie,
  reach: number,
  visit: (onA: number, onB: number) => void,
  turn = 0,
): void {
  if (a.isEmpty || b.isEmpty) return
  let count = 1
  waiting[0] = waiting[1] = 0
  while (count > 0) {
    count--
    const [nodeA, nodeB] = [waiting[2 * count], waiting[2 * count + 1]]
    if (!mayTouch(a.nodes, FEATURE * nodeA, b.nodes, FEATURE * nodeB, lie, reach, turn)) continue
    const [insideA, insideB] = [a.children[nodeA], b.children[nodeB]]
    if (insideA === 0 && insideB === 0) {
      visit(a.feature[nodeA], b.feature[nodeB])
      continue
    }
    const opensA =
      insideB === 0 || (insideA !== 0 && a.nodes[FEATURE * nodeA + 3] >= b.nodes[FEATURE * nodeB + 3])
    for (let k = 0; k < 2; k++) {
      waiting[2 * count] = opensA ? insideA + k : nodeA
      waiting[2 * count + 1] = opensA ? nodeB : insideB + k
      count++
    }
  }
}

function mayTouch(
  p: Float64Array,
  i: number,
  q: Float64Array,
  j: number,
  r: Lie,
  reach: number,
  turn: number,
): boolean {
  const x = r[0] * q[j] + r[3] * q[j + 1] + r[6] * q[j + 2] + r[ORIGIN] - p[i]
  const y = r[1] * q[j] + r[4] * q[j + 1] + r[7] * q[j + 2] + r[ORIGIN + 1] - p[i + 1]
  const z = r[2] * q[j] + r[5] * q[j + 1] + r[8] * q[j + 2] + r[ORIGIN + 2] - p[i + 2]
  const far = p[i + 3] + q[j + 3] + reach
  if (x * x + y * y + z * z > far * far) return false
  const both = p[i + 7] + q[j + 7] + SLACK + turn
  if (both >= Math.PI) return true
  const [u, v, w] = [q[j + 4], q[j + 5], q[j + 6]]
  const along =
    p[i + 4] * (r[0] * u + r[3] * v + r[6] * w) +
    p[i + 5] * (r[1] * u + r[4] * v + r[7] * w) +
    p[i + 6] * (r[2] * u + r[5] * v + r[8] * w)
  return -along >= Math.cos(both)
}
