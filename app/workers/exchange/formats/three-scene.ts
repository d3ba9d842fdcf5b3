/** Objects of three as a scene. */
import type { BufferGeometry } from 'three'

/** Triangles without an index, nine numbers each. */
export function trianglesOf(geometry: BufferGeometry): Float32Array {
  const flat = geometry.index ? geometry.toNonIndexed() : geometry
  const attribute = flat.getAttribute('position')
  return attribute
    ? Float32Array.from(attribute.array.slice(0, 9 * Math.floor(attribute.count / 3)))
    : new Float32Array(0)
}
