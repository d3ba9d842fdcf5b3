/**
 * A line drawing of a mechanism in a pose with hidden lines removed: creases and outlines of all shapes, of which only what lies
 * in front of the faces is drawn. Seen by a camera, or from above its corner in parallel projection so that all of it is there.
 *
 * Faces are entered into a buffer of depths; lines are followed pixel by pixel and compared with it.
 * Source: Foley, van Dam, Feiner & Hughes, Computer Graphics: Principles and Practice, section 15.4 (z-buffer); ISO 5456-3 for the
 * axonometric view.
 */
import { meshAtHand } from '../geometry/imported-meshes'
import { shapeOf } from '../geometry/parts'
import type { Places } from '../geometry/places'
import { multiply } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { frameOfPose } from '../mechanism/body-poses'
import { moveTriangles } from '../shapes/mesh/triangles'
import { CHORDS } from '../shapes/shape'
import { dot, norm, subtract } from '../maths/vector'
import type { Vector } from '../maths/vector'
import { axesOf } from './camera'
import type { Camera } from './camera'
import { BEHIND, NEAREST } from './tolerances'

/** From the front, the right and above; to the right, upward and to the viewer, in ground. */
const CORNER: readonly [Vector, Vector, Vector] = [
  [Math.SQRT1_2, Math.SQRT1_2, 0],
  [-Math.sqrt(1 / 6), Math.sqrt(1 / 6), Math.sqrt(2 / 3)],
  [Math.sqrt(1 / 3), -Math.sqrt(1 / 3), Math.sqrt(1 / 3)],
]
/** Around a drawing that shows everything [px]. */
const MARGIN = 14
/** Corners of one place, as share of the size. */
const WELD = 1e-5

/** What a solid looks like: corners in the picture and depths, three numbers each. */
interface Seen {
  readonly triangles: Float64Array
  /** Two ends each. */
  readonly lines: readonly number[]
}

export interface LineLook {
  readonly width: number
  readonly height: number
  /** From where it is seen; all of it from above its corner when left out. */
  readonly camera?: Camera
  /** Colour behind it; nothing for null. */
  readonly ground?: string | null
}

/** Where a point of ground is in the picture: to the right and up [m, at the target], and how far behind the target. */
type Projection = (point: Vector) => Vector

/**
 * @param poses of all bodies, seven numbers each
 * @returns SVG, `width` x `height`
 */
export function linePicture(places: Places, poses: Float64Array, look: LineLook): string {
  const { width, height, camera, ground = '#fffdf9' } = look
  const project = projectionOf(camera)
  const solids = places.bodies.flatMap(({ source, placed }, k) => {
    const body = frameOfPose(poses, k)
    return source.parts.flatMap(({ id, part }) => {
      const mesh = places.document.parts.find((one) => one.id === part)?.mesh
      const imported = mesh === undefined ? undefined : meshAtHand(mesh)
      const frame = multiply(body, placed.get(id)!)
      if (mesh !== undefined)
        return imported ? [seen(imported.positions, new Float32Array(0), frame, project)] : []
      return shapeOf(places.parts.get(part)!)
        .solids(CHORDS)
        .map(({ positions, edges }) => seen(positions, edges, frame, project))
    })
  })
  place(solids, look, camera ? { scale: height / camera.height, x: 0, y: 0 } : fitting(solids, look))
  const depths = depthsOf(solids, width, height)
  const path = solids.map(({ lines }) => visible(lines, depths, width, height)).join('')
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">${ground === null ? '' : `<rect width="100%" height="100%" fill="${ground}"/>`}<path d="${path}" fill="none" stroke="#1d2930" stroke-width="1" stroke-linecap="round"/></svg>`
}

/** As an address that a page can show without asking anybody. */
export const svgAddress = (svg: string): string =>
  `data:image/svg+xml;charset=utf-8,${svg.replace(/[%#<>"]/g, encodeURIComponent)}`

/** Parallel, or to the eye: then depths are those that stay straight on straight lines, the same as in parallel at the target. */
function projectionOf(camera: Camera | undefined): Projection {
  const [right, up, toViewer] = camera ? axesOf(camera) : CORNER
  const target: Vector = camera?.target ?? [0, 0, 0]
  const distance = camera && camera.opening > 0 ? norm(subtract(camera.eye, target)) : Infinity
  return (point) => {
    const away = subtract(point, target)
    const [x, y, near] = [dot(away, right), dot(away, up), dot(away, toViewer)]
    if (distance === Infinity) return [x, y, -near]
    const ahead = distance - near
    // what is beside the eye or behind it is not in the picture
    if (ahead < NEAREST * distance) return NOWHERE
    const factor = distance / ahead
    return [x * factor, y * factor, distance * (1 - factor)]
  }
}
const NOWHERE: Vector = [NaN, NaN, NaN]

function seen(positions: Float32Array, creases: Float32Array, frame: Frame, project: Projection): Seen {
  const triangles = projected(moveTriangles(positions, frame), 9, project)
  return {
    triangles,
    lines: [...projected(moveTriangles(creases, frame), 6, project), ...outlines(triangles)],
  }
}

/** @param width numbers of a thing, which is left out where a corner of it is nowhere */
function projected(points: Float32Array, width: number, project: Projection): Float64Array {
  const out = new Float64Array(points.length)
  let at = 0
  for (let i = 0; i + width <= points.length; i += width) {
    let isThere = true
    for (let k = 0; k < width; k += 3) {
      const spot = project([points[i + k], points[i + k + 1], points[i + k + 2]])
      isThere &&= !Number.isNaN(spot[0])
      out.set(spot, at + k)
    }
    if (isThere) at += width
  }
  return out.subarray(0, at)
}

/** Twice the area of a triangle in the picture: above zero where it goes round counter-clockwise. */
const areaOf = (p: Float64Array, t: number): number =>
  (p[t + 3] - p[t]) * (p[t + 7] - p[t + 1]) - (p[t + 4] - p[t + 1]) * (p[t + 6] - p[t])

/** Sides between a triangle that is seen and one that is not. */
function outlines(p: Float64Array): number[] {
  let size = 0
  for (const value of p) size = Math.max(size, Math.abs(value))
  const grain = size * WELD || 1
  const keyOf = (i: number) =>
    `${Math.round(p[i] / grain)} ${Math.round(p[i + 1] / grain)} ${Math.round(p[i + 2] / grain)}`
  const open = new Map<string, { readonly isFront: boolean; readonly ends: readonly number[] }>()
  const found: number[] = []
  for (let t = 0; t + 8 < p.length; t += 9) {
    // y points up, so what is seen goes round counter-clockwise
    const front = areaOf(p, t) > 0
    const keys = [keyOf(t), keyOf(t + 3), keyOf(t + 6)]
    for (let k = 0; k < 3; k++) {
      const [a, b] = [t + 3 * k, t + 3 * ((k + 1) % 3)]
      const key = [keys[k], keys[(k + 1) % 3]].sort().join(' / ')
      const other = open.get(key)
      if (other && other.isFront !== front) found.push(...other.ends)
      if (other) open.delete(key)
      else open.set(key, { isFront: front, ends: [p[a], p[a + 1], p[a + 2], p[b], p[b + 1], p[b + 2]] })
    }
  }
  return found
}

interface Fitting {
  /** Pixels for a metre, and what is in the middle of the picture [m]. */
  readonly scale: number
  readonly x: number
  readonly y: number
}

/** So that everything fills the picture. */
function fitting(solids: readonly Seen[], { width, height }: LineLook): Fitting {
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity]
  for (const { triangles } of solids)
    for (let i = 0; i < triangles.length; i += 3) {
      left = Math.min(left, triangles[i])
      right = Math.max(right, triangles[i])
      low = Math.min(low, triangles[i + 1])
      high = Math.max(high, triangles[i + 1])
    }
  const scale = Math.min(
    (width - 2 * MARGIN) / Math.max(right - left, 1e-9),
    (height - 2 * MARGIN) / Math.max(high - low, 1e-9),
  )
  return { scale, x: (left + right) / 2, y: (low + high) / 2 }
}

/** Into pixels; y points down then, and depths are in pixels too. */
function place(solids: readonly Seen[], { width, height }: LineLook, { scale, x, y }: Fitting): void {
  const move = (points: { [k: number]: number; readonly length: number }) => {
    for (let i = 0; i < points.length; i += 3) {
      points[i] = width / 2 + scale * (points[i] - x)
      points[i + 1] = height / 2 - scale * (points[i + 1] - y)
      points[i + 2] *= scale
    }
  }
  for (const { triangles, lines } of solids) {
    move(triangles)
    move(lines as number[])
  }
}

/** How far away the nearest face is behind the middle of each pixel. */
function depthsOf(solids: readonly Seen[], width: number, height: number): Float32Array {
  const depths = new Float32Array(width * height).fill(Infinity)
  for (const { triangles: p } of solids)
    for (let t = 0; t + 8 < p.length; t += 9) {
      // y points down, so what is seen goes round clockwise
      const area = areaOf(p, t)
      if (area >= 0) continue
      const from = Math.max(0, Math.floor(Math.min(p[t + 1], p[t + 4], p[t + 7])))
      const to = Math.min(height - 1, Math.ceil(Math.max(p[t + 1], p[t + 4], p[t + 7])))
      const start = Math.max(0, Math.floor(Math.min(p[t], p[t + 3], p[t + 6])))
      const end = Math.min(width - 1, Math.ceil(Math.max(p[t], p[t + 3], p[t + 6])))
      for (let y = from; y <= to; y++)
        for (let x = start; x <= end; x++) {
          const [px, py] = [x + 0.5, y + 0.5]
          const b = ((px - p[t]) * (p[t + 7] - p[t + 1]) - (py - p[t + 1]) * (p[t + 6] - p[t])) / area
          const c = ((p[t + 3] - p[t]) * (py - p[t + 1]) - (p[t + 4] - p[t + 1]) * (px - p[t])) / area
          if (b < 0 || c < 0 || b + c > 1) continue
          const depth = p[t + 2] + b * (p[t + 5] - p[t + 2]) + c * (p[t + 8] - p[t + 2])
          const at = y * width + x
          if (depth < depths[at]) depths[at] = depth
        }
    }
  return depths
}

/** The parts of lines that no face hides, as a path. */
function visible(lines: readonly number[], depths: Float32Array, width: number, height: number): string {
  /** The farthest face around a pixel: a line at the rim of its own face is not hidden by it. */
  const behind = (x: number, y: number) => {
    let most = -Infinity
    for (let j = Math.max(0, y - 1); j <= Math.min(height - 1, y + 1); j++)
      for (let i = Math.max(0, x - 1); i <= Math.min(width - 1, x + 1); i++)
        most = Math.max(most, depths[j * width + i])
    return most
  }
  let path = ''
  const digits = (value: number) => String(Math.round(10 * value) / 10)
  for (let l = 0; l + 5 < lines.length; l += 6) {
    const [dx, dy, dz] = [0, 1, 2].map((k) => lines[l + 3 + k] - lines[l + k])
    const steps = Math.max(1, Math.ceil(Math.hypot(dx, dy)))
    let start = -1
    for (let k = 0; k <= steps; k++) {
      const s = k / steps
      const [x, y, z] = [lines[l] + s * dx, lines[l + 1] + s * dy, lines[l + 2] + s * dz]
      const isSeen = k < steps && z <= behind(Math.floor(x), Math.floor(y)) + BEHIND
      if (isSeen && start < 0) start = s
      if (isSeen || start < 0) continue
      path += `M${digits(lines[l] + start * dx)} ${digits(lines[l + 1] + start * dy)}L${digits(x)} ${digits(y)}`
      start = -1
    }
  }
  return path
}
