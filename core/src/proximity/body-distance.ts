/**
 * Smallest distance of two bodies wherever they stand: pairs of boxes are passed over that are further apart than the nearest
 * triangles found so far, beginning with those of the last time. Exact on the triangles.
 */
import { FRAME, relate } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { nearestBuffer, triangleDistance } from './triangle-distance'
import { FINE } from './tolerances'
import type { TriangleTree } from './triangle-tree'

/** Pairs of boxes that wait at most; a tree of 100 levels needs fewer. */
const MOST_WAITING = 4096

export class BodyDistance {
  /** Where they are nearest, each in the frame of its body [m]. */
  readonly onA = new Float64Array(3)
  readonly onB = new Float64Array(3)
  /** Triangles that are nearest. */
  triangleA = 0
  triangleB = 0
  /** Frame of b in a, its axes by columns. */
  private readonly relative = new Float64Array(FRAME)
  /** The sizes of the entries of its axes. */
  private readonly sizes = new Float64Array(9)
  private readonly moved = new Float64Array(18)
  private readonly nearest = nearestBuffer()
  private readonly waitingA = new Int32Array(MOST_WAITING)
  private readonly waitingB = new Int32Array(MOST_WAITING)
  private readonly waitingSquare = new Float64Array(MOST_WAITING)

  constructor(
    readonly a: TriangleTree,
    readonly b: TriangleTree,
  ) {}

  /** Distance of the boxes around both [m]; never more than that of the bodies. */
  apart(frameA: Frame, atA: number, frameB: Frame, atB: number): number {
    this.place(frameA, atA, frameB, atB)
    return Math.sqrt(this.boxSquare(0, 0))
  }

  /**
   * @param frameA frame of the body a in ground, from its offset on; likewise of b
   * @param slack by how much the result may exceed the smallest distance, as a share of it [-] or, where that is less, by
   * `FINE`; surfaces that run alongside each other are told apart much sooner with some
   * @param enough pairs of triangles that are further apart need not be looked at [m]
   * @returns smallest distance [m], or more where that is `enough`; 0 where their surfaces meet
   */
  measure(frameA: Frame, atA: number, frameB: Frame, atB: number, slack = 0, enough = Infinity): number {
    this.place(frameA, atA, frameB, atB)
    if (this.a.isEmpty || this.b.isEmpty) return Infinity
    // what was nearest last is nearly so now, and lets most boxes be passed over
    let best = this.tryPair(this.triangleA, this.triangleB, Infinity)
    const { waitingA, waitingB, waitingSquare, a, b } = this
    let most = passedOver(best, slack, enough)
    let count = 1
    waitingA[0] = waitingB[0] = 0
    waitingSquare[0] = this.boxSquare(0, 0)
    while (count > 0 && best > 0) {
      count--
      if (waitingSquare[count] >= most) continue
      const nodeA = waitingA[count]
      const nodeB = waitingB[count]
      const insideA = a.children[nodeA]
      const insideB = b.children[nodeB]
      if (insideA === 0 && insideB === 0) {
        best = this.tryLeaves(nodeA, nodeB, best)
        most = passedOver(best, slack, enough)
        continue
      }
      const opensA = insideB === 0 || (insideA !== 0 && sizeOf(a, nodeA) >= sizeOf(b, nodeB))
      const first = opensA ? this.boxSquare(insideA, nodeB) : this.boxSquare(nodeA, insideB)
      const second = opensA ? this.boxSquare(insideA + 1, nodeB) : this.boxSquare(nodeA, insideB + 1)
      // the nearer one lies on top
      const later = first <= second ? 1 : 0
      for (let k = 0; k < 2; k++) {
        const child = k === 0 ? later : 1 - later
        const square = child === 0 ? first : second
        if (square >= most) continue
        waitingA[count] = opensA ? insideA + child : nodeA
        waitingB[count] = opensA ? nodeB : insideB + child
        waitingSquare[count++] = square
      }
    }
    return Math.sqrt(best)
  }

  private tryLeaves(nodeA: number, nodeB: number, best: number): number {
    const { a, b } = this
    let least = best
    for (let s = a.from[nodeA]; s < a.to[nodeA]; s++)
      for (let t = b.from[nodeB]; t < b.to[nodeB] && least > 0; t++) least = this.tryPair(s, t, least)
    return least
  }

  /** The square of the distance of two triangles, or `best` where that is less. */
  private tryPair(s: number, t: number, best: number): number {
    const { moved, nearest, relative: r, b } = this
    for (let k = 0; k < 9; k += 3) {
      const x = b.triangles[9 * t + k]
      const y = b.triangles[9 * t + k + 1]
      const z = b.triangles[9 * t + k + 2]
      moved[k] = r[0] * x + r[3] * y + r[6] * z + r[9]
      moved[k + 1] = r[1] * x + r[4] * y + r[7] * z + r[10]
      moved[k + 2] = r[2] * x + r[5] * y + r[8] * z + r[11]
    }
    triangleDistance(this.a.triangles, 9 * s, moved, 0, nearest)
    if (nearest.square >= best) return best
    this.triangleA = s
    this.triangleB = t
    this.onA.set(nearest.a)
    const x = nearest.b[0] - r[9]
    const y = nearest.b[1] - r[10]
    const z = nearest.b[2] - r[11]
    this.onB[0] = r[0] * x + r[1] * y + r[2] * z
    this.onB[1] = r[3] * x + r[4] * y + r[5] * z
    this.onB[2] = r[6] * x + r[7] * y + r[8] * z
    return nearest.square
  }

  private place(a: Frame, i: number, b: Frame, j: number): void {
    const { relative, sizes } = this
    relate(a, i, b, j, relative)
    for (let k = 0; k < 9; k++) sizes[k] = Math.abs(relative[k])
  }

  /**
   * A square that the distance of two boxes does not fall below: between each of them and the box along its axes that
   * holds the other one.
   */
  private boxSquare(nodeA: number, nodeB: number): number {
    const { relative: r, sizes: s } = this
    const p = this.a.boxes
    const q = this.b.boxes
    const i = 6 * nodeA
    const j = 6 * nodeB
    const bx = q[j]
    const by = q[j + 1]
    const bz = q[j + 2]
    const x = r[0] * bx + r[3] * by + r[6] * bz + r[9] - p[i]
    const y = r[1] * bx + r[4] * by + r[7] * bz + r[10] - p[i + 1]
    const z = r[2] * bx + r[5] * by + r[8] * bz + r[11] - p[i + 2]
    const ax = p[i + 3]
    const ay = p[i + 4]
    const az = p[i + 5]
    const hx = q[j + 3]
    const hy = q[j + 4]
    const hz = q[j + 5]
    let sum = 0
    let gap = Math.abs(x) - ax - (s[0] * hx + s[3] * hy + s[6] * hz)
    if (gap > 0) sum = gap * gap
    gap = Math.abs(y) - ay - (s[1] * hx + s[4] * hy + s[7] * hz)
    if (gap > 0) sum += gap * gap
    gap = Math.abs(z) - az - (s[2] * hx + s[5] * hy + s[8] * hz)
    if (gap > 0) sum += gap * gap
    let other = 0
    gap = Math.abs(r[0] * x + r[1] * y + r[2] * z) - hx - (s[0] * ax + s[1] * ay + s[2] * az)
    if (gap > 0) other = gap * gap
    gap = Math.abs(r[3] * x + r[4] * y + r[5] * z) - hy - (s[3] * ax + s[4] * ay + s[5] * az)
    if (gap > 0) other += gap * gap
    gap = Math.abs(r[6] * x + r[7] * y + r[8] * z) - hz - (s[6] * ax + s[7] * ay + s[8] * az)
    if (gap > 0) other += gap * gap
    return sum > other ? sum : other
  }
}

/** Square of the distance from which on boxes are passed over. */
function passedOver(best: number, slack: number, enough: number): number {
  if (slack === 0) return Math.min(best, enough * enough)
  const least = leastOf(Math.sqrt(best), slack)
  return Math.min(least * least, enough * enough)
}

/** What a distance that was found with some slack is at least [m]. */
export function leastOf(found: number, slack: number): number {
  const share = (1 - slack) * found
  return slack > 0 && found > 2 * FINE ? Math.min(share, found - FINE) : share
}

const sizeOf = ({ boxes }: TriangleTree, node: number): number =>
  boxes[6 * node + 3] + boxes[6 * node + 4] + boxes[6 * node + 5]
