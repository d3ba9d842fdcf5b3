/** Frames of the core (12 numbers: three axes, then the origin) as matrices of three, and back. */
import * as THREE from 'three'
import type { Frame } from '@ligamen/core'

export function matrixOf(frame: Frame): THREE.Matrix4 {
  const [xx, xy, xz, yx, yy, yz, zx, zy, zz, x, y, z] = frame as unknown as number[]
  return new THREE.Matrix4().set(xx!, yx!, zx!, x!, xy!, yy!, zy!, y!, xz!, yz!, zz!, z!, 0, 0, 0, 1)
}

export function frameOf(matrix: THREE.Matrix4): Frame {
  const [xx, xy, xz, , yx, yy, yz, , zx, zy, zz, , x, y, z] = matrix.elements
  return Float64Array.of(xx!, xy!, xz!, yx!, yy!, yz!, zx!, zy!, zz!, x!, y!, z!)
}
