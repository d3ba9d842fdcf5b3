/**
 * A body as a solid: which points lie inside, which corners and edges it has, and where its surface is open. Points are told by
 * how often a ray goes out of the surface more often than in, so that solids of one body may touch or overlap.
 * Source: Ericson, Real-Time Collision Detection, section 5.4.
 */
import { joinedCorners } from './corners'
import type { Vector } from '../maths/vector'
import { ON_BORDER } from './tolerances'
import { TriangleTree } from './triangle-tree'

/** A border of a triangle that no other one closes [m]. */
export type OpenEdge = readonly [Vector, Vector]

/** Directions of rays, one after the other where a ray grazes a border; none lies along what people draw. */
const RAYS: readonly Vector[] = [
  [0.5773, 0.6021, 0.5515],
  [-0.3127, 0.7411, 0.5941],
  [0.7071, -0.1931, 0.6802],
  [0.1173, 0.3319, -0.936],
]
/** Boxes that wait at most. */
const MOST_WAITING = 256
const MOST_KEPT = 2000

export class Solid {
  readonly tree: TriangleTree
  /** Corners, three numbers each [m]. */
  readonly corners: Float64Array
  /** Three corners a triangle. */
  readonly faces: Int32Array
  /** Two corners an edge. */
  readonly edges: Int32Array
  readonly openEdges: readonly OpenEdge[]
  private readonly waiting = new Int32Array(MOST_WAITING)
  private grazed = false

  /** @param solids nine numbers a triangle in the frame of the body [m], each closed if it can be */
  constructor(solids: readonly Float32Array[]) {
    const { corners, faces, edges, open, rounder } = joinedCorners(solids)
    this.tree = new TriangleTree(rounder)
    this.corners = corners
    this.faces = faces
    this.edges = edges
    const corner = (k: number): Vector => [corners[3 * k], corners[3 * k + 1], corners[3 * k + 2]]
    this.openEdges = open.map(([a, b]) => [corner(a), corner(b)] as const)
  }

  get isClosed(): boolean {
    return this.openEdges.length === 0
  }

  /** Whether a point lies inside. */
  contains(x: number, y: number, z: number): boolean {
    const { boxes } = this.tree
    if (Math.abs(x - boxes[0]) > boxes[3]) return false
    if (Math.abs(y - boxes[1]) > boxes[4]) return false
    if (Math.abs(z - boxes[2]) > boxes[5]) return false
    let windings = 0
    for (const ray of RAYS) {
      windings = this.windings(x, y, z, ray)
      if (!this.grazed) break
    }
    return windings > 0
  }

  /** How often a ray goes out more often than in. */
  private windings(x: number, y: number, z: number, [dx, dy, dz]: Vector): number {
    const { tree, waiting } = this
    const { boxes, children } = tree
    this.grazed = false
    let sum = 0
    let count = 1
    waiting[0] = 0
    while (count > 0) {
      const node = waiting[--count]
      if (!rayMeets(boxes, 6 * node, x, y, z, dx, dy, dz)) continue
      const inside = children[node]
      if (inside !== 0) {
        waiting[count++] = inside
        waiting[count++] = inside + 1
        continue
      }
      for (let t = tree.from[node]; t < tree.to[node]; t++) sum += this.crossing(9 * t, x, y, z, dx, dy, dz)
    }
    return sum
  }

  /** 1 where the ray goes out through a triangle, -1 where it goes in, 0 where it passes it. */
  private crossing(at: number, x: number, y: number, z: number, dx: number, dy: number, dz: number): number {
    const p = this.tree.triangles
    const ux = p[at + 3] - p[at]
    const uy = p[at + 4] - p[at + 1]
    const uz = p[at + 5] - p[at + 2]
    const vx = p[at + 6] - p[at]
    const vy = p[at + 7] - p[at + 1]
    const vz = p[at + 8] - p[at + 2]
    const hx = dy * vz - dz * vy
    const hy = dz * vx - dx * vz
    const hz = dx * vy - dy * vx
    const slope = ux * hx + uy * hy + uz * hz
    if (slope === 0) return 0
    const sx = x - p[at]
    const sy = y - p[at + 1]
    const sz = z - p[at + 2]
    const s = (sx * hx + sy * hy + sz * hz) / slope
    const qx = sy * uz - sz * uy
    const qy = sz * ux - sx * uz
    const qz = sx * uy - sy * ux
    const t = (dx * qx + dy * qy + dz * qz) / slope
    const least = Math.min(s, t, 1 - s - t)
    if (least < -ON_BORDER) return 0
    const along = (vx * qx + vy * qy + vz * qz) / slope
    if (along < 0) return 0
    if (least < ON_BORDER) this.grazed = true
    return slope < 0 ? 1 : -1
  }
}

/** Whether a ray meets a box. */
function rayMeets(
  boxes: Float64Array,
  at: number,
  x: number,
  y: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
): boolean {
  let near = 0
  let far = Infinity
  for (let k = 0; k < 3; k++) {
    const d = k === 0 ? dx : k === 1 ? dy : dz
    const middle = boxes[at + k] - (k === 0 ? x : k === 1 ? y : z)
    const reach = boxes[at + 3 + k] / Math.abs(d)
    near = Math.max(near, middle / d - reach)
    far = Math.min(far, middle / d + reach)
  }
  return near <= far * (1 + 1e-12) + 1e-15
}

/** Solids by what they are made of: most bodies are as they were when something is asked again. */
export class SolidStore {
  private readonly kept = new Map<string, Solid>()

  /** The one that is there already. */
  known(key: string): Solid | undefined {
    return this.kept.get(key)
  }

  of({ key, solids }: { readonly key: string; readonly solids: readonly Float32Array[] }): Solid {
    const known = this.kept.get(key)
    if (known) return known
    const made = new Solid(solids)
    if (this.kept.size >= MOST_KEPT) this.kept.clear()
    this.kept.set(key, made)
    return made
  }
}
