/**
 * How deep one body stands in another: over the corners of either that lie inside the other, and the middles of the
 * stretches of its edges that do, the largest distance to the other's surface. A plate that is run through by a rod has no corner
 * inside; its edges tell. What is no deeper than a given depth is not looked at.
 */
import { transformed } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { passing } from './triangle-distance'
import type { Solid } from './solid'
import { PointDistance } from './point-distance'

export interface Depth {
  /** [m]; 0 where nothing is deeper than what was looked for. */
  readonly depth: number
  /** Where it is, in ground [m]. */
  readonly at: readonly [number, number, number]
}

const MOST_WAITING = 256

/** Both must be closed. */
export class OverlapDepth {
  private readonly sides: readonly [OneSide, OneSide]

  constructor(a: Solid, b: Solid) {
    this.sides = [new OneSide(a, b), new OneSide(b, a)]
  }

  /** @param least what is no deeper counts as 0 [m] */
  measure(frameA: Frame, atA: number, frameB: Frame, atB: number, least: number): Depth {
    const [first, second] = this.sides
    first.measure(frameA, atA, frameB, atB, least)
    second.measure(frameB, atB, frameA, atA, Math.max(least, first.depth))
    const deeper = second.depth > first.depth ? second : first
    const { depth, place } = deeper
    const [frame, at] = deeper === first ? [frameB, atB] : [frameA, atA]
    return { depth, at: transformed(frame, place, at) }
  }
}

/** Corners and edges of one body inside another. */
class OneSide {
  depth = 0
  /** In the frame of the other body. */
  readonly place = new Float64Array(3)
  private readonly moved: Float64Array
  private readonly surface: PointDistance
  private readonly waiting = new Int32Array(MOST_WAITING)
  private readonly shares: number[] = []
  private readonly end = new Float64Array(6)

  constructor(
    private readonly body: Solid,
    private readonly other: Solid,
  ) {
    this.moved = new Float64Array(body.corners.length)
    this.surface = new PointDistance(other.tree)
  }

  measure(a: Frame, i: number, b: Frame, j: number, least: number): void {
    const { body, moved } = this
    this.depth = 0
    moveInto(body.corners, a, i, b, j, moved)
    let deepest = least
    for (let c = 0; c < moved.length; c += 3)
      deepest = this.tryPoint(moved[c], moved[c + 1], moved[c + 2], deepest)
    for (let e = 0; e < body.edges.length; e += 2)
      deepest = this.tryEdge(3 * body.edges[e], 3 * body.edges[e + 1], deepest)
  }

  /** The depth of a point, or `deepest` where that is more. */
  private tryPoint(x: number, y: number, z: number, deepest: number): number {
    const { boxes } = this.other.tree
    if (Math.abs(x - boxes[0]) > boxes[3] - deepest) return deepest
    if (Math.abs(y - boxes[1]) > boxes[4] - deepest) return deepest
    if (Math.abs(z - boxes[2]) > boxes[5] - deepest) return deepest
    if (!this.surface.isBeyond(x, y, z, deepest) || !this.other.contains(x, y, z)) return deepest
    this.depth = this.surface.measure(x, y, z)
    this.place.set([x, y, z])
    return this.depth
  }

  /** The depth of the middles of what of an edge lies inside. */
  private tryEdge(from: number, to: number, deepest: number): number {
    const { moved, shares, end } = this
    if (!this.edgeReaches(from, to, deepest)) return deepest
    this.findPassings(from, to)
    if (shares.length === 0) return deepest
    shares.push(0, 1)
    shares.sort((s, t) => s - t)
    let found = deepest
    for (let k = 0; k + 1 < shares.length; k++) {
      const middle = (shares[k] + shares[k + 1]) / 2
      for (let c = 0; c < 3; c++) end[c] = moved[from + c] + middle * (moved[to + c] - moved[from + c])
      found = this.tryPoint(end[0], end[1], end[2], found)
    }
    return found
  }

  /** Whether the box around an edge comes deep enough into the box around the other body. */
  private edgeReaches(from: number, to: number, deepest: number): boolean {
    const { moved } = this
    const { boxes } = this.other.tree
    for (let k = 0; k < 3; k++) {
      const p = moved[from + k]
      const q = moved[to + k]
      const reach = boxes[3 + k] - deepest
      if (Math.min(p, q) > boxes[k] + reach || Math.max(p, q) < boxes[k] - reach) return false
    }
    return true
  }

  /** Shares of an edge at which it goes through the surface of the other body. */
  private findPassings(from: number, to: number): void {
    const { moved, shares, waiting } = this
    const { boxes, children, triangles, from: first, to: behind } = this.other.tree
    shares.length = 0
    let count = 1
    waiting[0] = 0
    while (count > 0) {
      const node = waiting[--count]
      if (!segmentMeets(moved, from, to, boxes, 6 * node)) continue
      const inside = children[node]
      if (inside !== 0) {
        waiting[count++] = inside
        waiting[count++] = inside + 1
        continue
      }
      for (let t = first[node]; t < behind[node]; t++) {
        const share = passing(moved, from, to, triangles, 9 * t)
        if (share >= 0) shares.push(share)
      }
    }
  }
}

/** Whether the box around a segment meets a box, and the segment's line passes it. */
function segmentMeets(p: Float64Array, a: number, b: number, boxes: Float64Array, at: number): boolean {
  let near = 0
  let far = 1
  for (let k = 0; k < 3; k++) {
    const from = p[a + k] - boxes[at + k]
    const along = p[b + k] - p[a + k]
    const half = boxes[at + 3 + k] * (1 + 1e-12) + 1e-12
    if (along === 0) {
      if (Math.abs(from) > half) return false
      continue
    }
    const [one, two] = [(-half - from) / along, (half - from) / along]
    near = Math.max(near, Math.min(one, two))
    far = Math.min(far, Math.max(one, two))
    if (near > far) return false
  }
  return true
}

/** Points given in the frame a, seen from the frame b. */
function moveInto(points: Float64Array, a: Frame, i: number, b: Frame, j: number, out: Float64Array): void {
  for (let n = 0; n < points.length; n += 3) {
    const [x, y, z] = [points[n], points[n + 1], points[n + 2]]
    const gx = a[i] * x + a[i + 3] * y + a[i + 6] * z + a[i + 9] - b[j + 9]
    const gy = a[i + 1] * x + a[i + 4] * y + a[i + 7] * z + a[i + 10] - b[j + 10]
    const gz = a[i + 2] * x + a[i + 5] * y + a[i + 8] * z + a[i + 11] - b[j + 11]
    for (let k = 0; k < 3; k++) out[n + k] = b[j + 3 * k] * gx + b[j + 3 * k + 1] * gy + b[j + 3 * k + 2] * gz
  }
}
