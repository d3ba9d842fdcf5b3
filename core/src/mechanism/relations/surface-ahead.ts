/** The first surface that a line meets. Source: Möller & Trumbore, Fast, Minimum Storage Ray/Triangle Intersection (1997). */
import { ahead, cross, dot, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'

/** Lines beside the one asked for, along the axis [m]: a part may start in the very plane of the line. */
const BESIDE = [0, 1e-4, -1e-4]

/** @returns distance from `from` along `towards` to the nearest triangle [m]; null when none is met */
export function surfaceAhead(
  solids: readonly Float32Array[],
  from: Vector,
  towards: Vector,
  axis: Vector,
): number | null {
  let nearest: number | null = null
  for (const shift of BESIDE) {
    const start = ahead(from, axis, shift)
    for (const triangles of solids)
      for (let at = 0; at < triangles.length; at += 9) {
        const distance = meets(triangles, at, start, towards)
        if (distance !== null && (nearest === null || distance < nearest)) nearest = distance
      }
  }
  return nearest
}

function meets(t: Float32Array, at: number, from: Vector, towards: Vector): number | null {
  const a: Vector = [t[at], t[at + 1], t[at + 2]]
  const e1 = subtract([t[at + 3], t[at + 4], t[at + 5]], a)
  const e2 = subtract([t[at + 6], t[at + 7], t[at + 8]], a)
  const p = cross(towards, e2)
  const det = dot(e1, p)
  if (Math.abs(det) < 1e-18) return null
  const s = subtract(from, a)
  const u = dot(s, p) / det
  if (u < -EDGE || u > 1 + EDGE) return null
  const q = cross(s, e1)
  const v = dot(towards, q) / det
  if (v < -EDGE || u + v > 1 + EDGE) return null
  const distance = dot(e2, q) / det
  return distance > 0 ? distance : null
}

/** Share of a triangle by which its edges reach, so that a line between two triangles meets one. */
const EDGE = 1e-7
