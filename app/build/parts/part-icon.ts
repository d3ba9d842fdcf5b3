/** Pictures of the parts of the kit: edges and outline of their shape as a person would sketch them, seen from a corner. */
import { joined, resolvePart, shapeOf, usualPart } from '@ligamen/core'
import type { Mesh } from '@ligamen/core'
import { extentOf, pathOf, sketchLines } from '~/fields/parts/sketch-lines'

/** Chords of a circle; few are enough for a small picture. */
const CHORDS = 20
const SIZE = 44

const icons = new Map<string, string>()

/** The path of an SVG of 48 by 48; empty for a kind that has no shape of its own. */
export function partIcon(kind: string): string {
  const known = icons.get(kind)
  if (known !== undefined) return known
  const usual = usualPart(kind)
  const resolved = usual && resolvePart({ ...usual, id: 'icon' }, '')
  const path = resolved?.ok ? sketch(joined(shapeOf(resolved.value).solids(CHORDS))) : ''
  icons.set(kind, path)
  return path
}

function sketch(mesh: Mesh): string {
  const points = sketchLines(mesh)
  if (points.length === 0) return ''
  const [left, top, right, bottom] = extentOf(points)
  const scale = SIZE / Math.max(right - left, bottom - top)
  return pathOf(points, ([x, y]) => [
    24 + (x - (left + right) / 2) * scale,
    24 + (y - (top + bottom) / 2) * scale,
  ])
}
