/** Imported meshes where no application keeps them: for the core to solve with, and to be drawn. */
import { keepMesh, meshOfTriangles, unpackTriangles } from '@ligamen/core'
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

/** Of contents in base 64 by hash, as a page by itself holds them; what is no mesh is left out. */
export const trianglesInText = (
  meshes: Readonly<Record<string, string>>,
): (readonly [string, Float32Array])[] =>
  Object.entries(meshes).flatMap(([hash, text]) => {
    const stored = unpackTriangles(Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0)))
    return stored ? [[hash, stored.positions] as const] : []
  })
