/** Imported meshes where no application keeps them: for the core to solve with, and to be drawn. */
import { keepMesh, meshOfTriangles } from '@ligamen/core'
import type { Mesh } from '@ligamen/core'

/** @param triangles nine numbers each, by hash */
export function meshesAtHand(
  triangles: Iterable<readonly [string, Float32Array]>,
): ReadonlyMap<string, Mesh> {
  const known = new Map<string, Mesh>()
  for (const [hash, positions] of triangles) {
    keepMesh(hash, { positions })
    known.set(hash, meshOfTriangles(positions))
  }
  return known
}
