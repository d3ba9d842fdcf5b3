/** Where two bodies or groups would touch if they had a contact, before it is made. */
import type { Vector } from '../maths/vector'
import { transformed } from '../maths/frame'
import type { Mechanism } from '../mechanism/compile'
import { standingAt } from '../mechanism/state'
import { isOfOutlines } from './outline-pairs'
import { LieReader, pairsBetween } from './pairs'

export interface ContactPreview {
  /** How many pairs of outlines meet exactly, how many lie beside each other along their axis, and how many pairs of surfaces meet on their triangles. */
  readonly outlines: number
  readonly beside: number
  readonly surfaces: number
  /** The outlines in ground, three numbers a point [m]. */
  readonly lines: readonly Float32Array[]
  /** Where they come nearest to each other in ground, and how far apart that is, negative where they overlap [m]; null where that is not known. */
  readonly nearest: { readonly from: Vector; readonly to: Vector; readonly gap: number } | null
}

/** @param q assembled coordinates @param a body or group by id, likewise b */
export function contactPreview(mechanism: Mechanism, q: Float64Array, a: string, b: string): ContactPreview {
  const pairs = pairsBetween(mechanism, [{ id: '', name: '', a, b }])
  const state = standingAt(mechanism, q)
  const reader = new LieReader()
  const ends = new Float64Array(6)
  const lines: Float32Array[] = []
  let nearest: ContactPreview['nearest'] = null
  const count = { outlines: 0, beside: 0, surfaces: 0 }
  for (const on of pairs) {
    const lie = reader.read(state, on)
    const isBeside = on.finder.areBeside(lie)
    count[isBeside ? 'beside' : isOfOutlines(on) ? 'outlines' : 'surfaces']++
    if (isBeside) continue
    const inGround = (points: Float64Array, k: number): Vector =>
      transformed(reader.frames, [points[k], points[k + 1], points[k + 2]])
    for (const line of on.finder.lines(lie))
      lines.push(
        Float32Array.from(Array.from({ length: line.length / 3 }, (_, k) => inGround(line, 3 * k)).flat()),
      )
    const gap = on.finder.closest(lie, ends)
    if (gap === null || (nearest && nearest.gap <= gap)) continue
    nearest = { from: inGround(ends, 0), to: inGround(ends, 3), gap }
  }
  return { ...count, lines, nearest }
}
