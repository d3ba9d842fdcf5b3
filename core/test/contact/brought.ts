/** Parts that were brought in: triangles without outlines. */
import { keepMesh } from '../../src'
import type { Flat, Place, Point, Sketch } from '../sketch'

let hashes = 0

/** Puts triangles on a body as a part that was brought in. */
export function bring(
  sketch: Sketch,
  id: string,
  body: string,
  at: Point | Flat,
  triangles: Float32Array,
  place: Place = {},
): Sketch {
  const mesh = `b${String(++hashes).padStart(63, '0')}`
  keepMesh(mesh, { positions: triangles })
  return sketch.part(id, 'imported', body, at, {}, { mesh, ...place })
}
