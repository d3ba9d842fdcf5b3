/** The triangles of a part and what is recognised in them, computed once for each shape. */
import { CHORDS, joined, MeshFeatures, resolvePart, shapeOf } from '@ligamen/core'
import type { Mesh, Part } from '@ligamen/core'
import { meshes } from './meshes'

/** More shapes than this are not kept. */
const MOST_KEPT = 200

const features = new Map<string, MeshFeatures>()

/** Null for a part without a valid shape, and for an imported one whose triangles are not here yet. */
function meshOf(part: Part): Mesh | null {
  if (part.mesh !== undefined) return meshes.get(part.mesh) ?? null
  const resolved = resolvePart(part, '')
  return resolved.ok ? joined(shapeOf(resolved.value).solids(CHORDS)) : null
}

export function featuresOf(part: Part): MeshFeatures | null {
  const key = part.mesh ?? JSON.stringify([part.shape, part.dimensions, part.options, part.outline])
  const known = features.get(key)
  if (known) return known
  const mesh = meshOf(part)
  if (!mesh) return null
  const found = new MeshFeatures(mesh)
  if (features.size >= MOST_KEPT) features.clear()
  features.set(key, found)
  return found
}
