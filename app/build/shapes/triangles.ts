/** The solids of bodies as triangles, where they are. */
import { CHORDS, moveTriangles, multiply, placedFrames, resolvedParts, shapeOf } from '@ligamen/core'
import type { Body, Frame, MechanismDocument } from '@ligamen/core'
import { meshes } from '~/model/meshes/meshes'

/**
 * @returns for a body and the frame in which it stands its closed solids, nine numbers a triangle [m]; imported parts whose
 * triangles are not here are left out
 */
export function trianglesIn(document: MechanismDocument): (body: Body, frame: Frame) => Float32Array[] {
  const sources = new Map(document.parts.map((part) => [part.id, part]))
  const resolved = resolvedParts(document.parts)
  return (body, frame) => {
    const frames = placedFrames(body, resolved, '')
    return body.parts.flatMap(({ id, part }) => {
      const source = sources.get(part)!
      const shape = resolved.get(part)
      if (!frames.ok || !shape) return []
      const place = multiply(frame, frames.value.get(id)!)
      const mesh = source.mesh === undefined ? undefined : meshes.get(source.mesh)
      const own = source.mesh === undefined ? shapeOf(shape).solids(CHORDS) : mesh ? [mesh] : []
      return own.map(({ positions }) => moveTriangles(positions, place))
    })
  }
}
