/** The shapes of a mechanism as triangles, for writing. */
import {
  CHORDS,
  frameOfPose,
  joined,
  moveTriangles,
  placedFrames,
  resolvedParts,
  resolvePart,
  shapeOf,
} from '@ligamen/core'
import type { Part } from '@ligamen/core'
import type { OutBody } from '../formats/gltf'
import type { Asked } from './out-format'

/** Triangles of a part in its own frame. */
export function trianglesOf(part: Part, { meshes }: Pick<Asked, 'meshes'>): Float32Array {
  if (part.mesh !== undefined) return meshes[part.mesh]?.positions ?? new Float32Array(0)
  const resolved = resolvePart(part, '')
  return resolved.ok ? joined(shapeOf(resolved.value).solids(CHORDS)).positions : new Float32Array(0)
}

/** All bodies with their parts, where they are. */
export function bodiesOf(asked: Asked): OutBody[] {
  const { document } = asked
  const sources = new Map(document.parts.map((part) => [part.id, part]))
  const resolved = resolvedParts(document.parts)
  return document.bodies.map((body, k) => {
    const frames = placedFrames(body, resolved, '')
    const parts = body.parts.map(({ id, part }) => {
      const { name, colour } = sources.get(part)!
      const positions = frames.ok
        ? moveTriangles(trianglesOf(sources.get(part)!, asked), frames.value.get(id)!)
        : new Float32Array(0)
      return { name, colour, positions }
    })
    return { name: body.name, frame: frameOfPose(asked.poses, k), parts }
  })
}

/** All triangles of bodies in ground. */
export function inGround(bodies: readonly OutBody[]): Float32Array {
  const all = bodies.flatMap(({ frame, parts }) =>
    parts.map(({ positions }) => moveTriangles(positions, frame)),
  )
  const out = new Float32Array(all.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const positions of all) {
    out.set(positions, at)
    at += positions.length
  }
  return out
}
