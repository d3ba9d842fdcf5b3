/** Frames of the core (12 numbers: three axes, then the origin) as matrices of three, and back. */
import * as THREE from 'three'
import type { Frame } from '@ligamen/core'

export function matrixOf(frame: Frame): THREE.Matrix4 {
  const [xx, xy, xz, yx, yy, yz, zx, zy, zz, x, y, z] = frame as unknown as number[]
  return new THREE.Matrix4().set(xx!, yx!, zx!, x!, xy!, yy!, zy!, y!, xz!, yz!, zz!, z!, 0, 0, 0, 1)
}

/** Writes the matrix of a pose: a place, and a unit quaternion [w, x, y, z] that begins at `at`. */
export function writePose(
  { elements }: THREE.Matrix4,
  x: number,
  y: number,
  z: number,
  quaternion: ArrayLike<number>,
  at: number,
): void {
  const w = quaternion[at]!
  const i = quaternion[at + 1]!
  const j = quaternion[at + 2]!
  const k = quaternion[at + 3]!
  elements[0] = 1 - 2 * (j * j + k * k)
  elements[1] = 2 * (i * j + w * k)
  elements[2] = 2 * (i * k - w * j)
  elements[4] = 2 * (i * j - w * k)
  elements[5] = 1 - 2 * (i * i + k * k)
  elements[6] = 2 * (j * k + w * i)
  elements[8] = 2 * (i * k + w * j)
  elements[9] = 2 * (j * k - w * i)
  elements[10] = 1 - 2 * (i * i + j * j)
  elements[12] = x
  elements[13] = y
  elements[14] = z
}

export function frameOf(matrix: THREE.Matrix4): Frame {
  const [xx, xy, xz, , yx, yy, yz, , zx, zy, zz, , x, y, z] = matrix.elements
  return Float64Array.of(xx!, xy!, xz!, yx!, yy!, yz!, zx!, zy!, zz!, x!, y!, z!)
}
