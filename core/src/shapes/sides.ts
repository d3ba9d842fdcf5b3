/** Outlines of boxes and of round parts as they are seen across their z axis. */
import { faceFrame } from './face-frame'
import { cross } from '../maths/vector'
import type { Vector } from '../maths/vector'
import { rectangle } from './mesh/mesh'
import { pointsOf } from './plates/outline-points'
import { polygonLoop } from './profiles/profile'
import type { Side } from './shape'
import { ALONG_SIDE } from './tolerances'

/** A rectangle in the plane across a direction, z of the part upwards in it. */
const upright = (across: Vector, width: number, height: number, depth: number, isSection: boolean): Side => ({
  frame: faceFrame([0, 0, 0], across, cross([0, 0, 1], across)),
  profile: {
    outer: polygonLoop(pointsOf(rectangle(0, 0, width, height))),
    holes: [],
    bottom: -depth / 2,
    top: depth / 2,
  },
  isSection,
})

/** Of a box about its origin, from its x or its y side; null from elsewhere. */
export function boxSide(width: number, depth: number, height: number, across: Vector): Side | null {
  const [x, y, z] = across.map(Math.abs)
  if (z > ALONG_SIDE) return null
  if (y < ALONG_SIDE) return upright([Math.sign(across[0]), 0, 0], depth, height, width, false)
  return x < ALONG_SIDE ? upright([0, Math.sign(across[1]), 0], width, height, depth, false) : null
}

/** Of a cylinder about its origin, from any side. */
export function roundSide(diameter: number, length: number, [x, y, z]: Vector): Side | null {
  const size = Math.hypot(x, y)
  return Math.abs(z) > ALONG_SIDE ? null : upright([x / size, y / size, 0], diameter, length, diameter, true)
}
