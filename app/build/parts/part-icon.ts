/** Pictures of the parts of the kit: edges and outline of their shape as a person would sketch them, seen from a corner. */
import { joined, resolvePart, shapeOf, usualPart } from '@ligamen/core'
import type { Mesh } from '@ligamen/core'

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

/** The way one looks, from the right, the front and above. */
const projected = (x: number, y: number, z: number): [number, number] => [
  0.94 * x + 0.34 * y,
  -(0.82 * z + 0.5 * y - 0.18 * x),
]

function sketch({ positions, edges }: Mesh): string {
  const points: [number, number][] = []
  for (let k = 0; k < edges.length; k += 3) points.push(projected(edges[k]!, edges[k + 1]!, edges[k + 2]!))
  points.push(...outline(positions))
  if (points.length === 0) return ''
  const xs = points.map(([x]) => x)
  const ys = points.map(([, y]) => y)
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const scale = SIZE / Math.max(right - left, bottom - top)
  const shown = points.map(([x, y]) => [
    (24 + (x - (left + right) / 2) * scale).toFixed(1),
    (24 + (y - (top + bottom) / 2) * scale).toFixed(1),
  ])
  let path = ''
  for (let k = 0; k < shown.length; k += 2) path += `M${shown[k]!.join(' ')}L${shown[k + 1]!.join(' ')}`
  return path
}

/** Sides at which the surface turns away from the viewer: those shared by a triangle seen from the front and one from behind. */
function outline(positions: Float32Array): [number, number][] {
  const sides = new Map<string, boolean>()
  const found: [number, number][] = []
  for (let t = 0; t < positions.length; t += 9) {
    const corners = [0, 3, 6].map((k) =>
      projected(positions[t + k]!, positions[t + k + 1]!, positions[t + k + 2]!),
    )
    const [a, b, c] = corners as [[number, number], [number, number], [number, number]]
    const front = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) < 0
    for (const [p, q] of [
      [a, b],
      [b, c],
      [c, a],
    ] as const) {
      const key = [p, q]
        .map((v) => v.map((x) => x.toFixed(6)).join())
        .sort()
        .join(' ')
      const other = sides.get(key)
      if (other === undefined) sides.set(key, front)
      else if (other !== front) found.push(p, q)
    }
  }
  return found
}
