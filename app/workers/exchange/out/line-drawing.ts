/** A line drawing with hidden lines removed, as SVG. */
import { keepMesh, linePicture, resolvePlaces, succeed } from '@ligamen/core'
import type { OutFormat } from './out-format'

export const lineDrawing: OutFormat = {
  kind: 'line-drawing',
  name: 'Line drawing (SVG)',
  note: 'the mechanism as it is seen now, hidden lines removed',
  write({ document, meshes, poses, picture }) {
    for (const [hash, mesh] of Object.entries(meshes)) keepMesh(hash, mesh)
    const places = resolvePlaces(document)
    if (!places.ok) return Promise.resolve(places)
    const { isBare, ...look } = picture!
    const svg = linePicture(places.value, poses, isBare ? { ...look, ground: null } : look)
    return Promise.resolve(succeed({ ending: '.svg', bytes: new TextEncoder().encode(svg) }))
  },
}
