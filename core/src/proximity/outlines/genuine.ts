/** Whether outlines overlap where they seem to: two sides may overlap deeply where the bodies do not. */
import type { Lie } from '../place'
import { PLACE, placeOn } from './outline'
import type { Outline } from './outline'
import type { Touch } from './touch'

/** Whether one outline lies within the material of the other one somewhere, more than faintly: a corner, a side or its middle. */
export function areWithin(a: Outline, b: Outline, [x, y, c, s]: Lie): boolean {
  const depth = faintOf(a, b)
  const someOf = (outline: Outline, isIn: (px: number, py: number) => boolean): boolean => {
    const { x: mx, y: my } = outline.around
    if (isDeep(outline, mx, my, depth) && isIn(mx, my)) return true
    return outline.rings.some((ring) => {
      for (let k = 0, n = ring.length - 2; k < ring.length; n = k, k += 2)
        if (isIn(ring[k], ring[k + 1]) || isIn((ring[k] + ring[n]) / 2, (ring[k + 1] + ring[n + 1]) / 2))
          return true
      return false
    })
  }
  return (
    someOf(b, (px, py) => isDeep(a, x + c * px - s * py, y + s * px + c * py, depth)) ||
    someOf(a, (px, py) => isDeep(b, c * (px - x) + s * (py - y), c * (py - y) - s * (px - x), depth))
  )
}

/**
 * Of outlines that overlap, each place lies in the other one, and its way out leads to the other place; of a corner that alone.
 * Where a side lies flat on another one whose end is its own, the corner is on the border: a place beside it on the side tells.
 */
export function isGenuine(
  { a, b, gap, onA, seen, stretchA, stretchB }: Touch,
  [x, y, c, s]: Lie,
  /** How deep places lie at least, as a share of the overlap. */
  share = 0.95,
): boolean {
  // nearer to the border than the rings are
  const faint = faintOf(a, b)
  if (gap > -faint) return true
  const depth = share > 0 ? share * -gap - faint : faint
  const inA = (px: number, py: number) => isDeep(a, x + c * px - s * py, y + s * px + c * py, depth)
  const inB = (px: number, py: number) =>
    isDeep(b, c * (px - x) + s * (py - y), c * (py - y) - s * (px - x), depth)
  const [isCornerA, isCornerB] = [!a.stretches[stretchA].piece, !b.stretches[stretchB].piece]
  // of bodies that do not overlap, no place lies in the other one
  if (share === 0) return isDeep(a, seen[0], seen[1], depth) || inB(onA[0], onA[1])
  const isIn = (isCornerA || isDeep(a, seen[0], seen[1], depth)) && (isCornerB || inB(onA[0], onA[1]))
  return (
    isIn ||
    (isCornerA && besideOf(a, stretchA, -2 * gap).some(([px, py]) => inB(px, py))) ||
    (isCornerB && besideOf(b, stretchB, -2 * gap).some(([px, py]) => inA(px, py)))
  )
}

const place = new Float64Array(PLACE)

/** Places on both sides of a corner, so far from it. */
function besideOf({ stretches }: Outline, corner: number, far: number): [number, number][] {
  const { before, after } = stretches[corner]
  return [before, after].map((side, k) => {
    const { from, to } = stretches[side]
    placeOn(stretches[side], (from + to) / 2, place)
    const share = Math.min((to - from) / 2, far / place[4])
    placeOn(stretches[side], k === 0 ? to - share : from + share, place)
    return [place[0], place[1]]
  })
}

/** How far rings may miss outlines, as a share of the smaller one [-]; of straight ones only rounding does. */
const FAINT = 1e-3
const FAINT_STRAIGHT = 1e-9

const faintOf = (a: Outline, b: Outline): number =>
  (a.isStraight && b.isStraight ? FAINT_STRAIGHT : FAINT) * Math.min(a.size, b.size)

/** Whether a place lies within the rings, at least as deep. */
function isDeep({ rings }: Outline, x: number, y: number, depth: number): boolean {
  let isIn = false
  for (const ring of rings) {
    let [px, py] = [ring[ring.length - 2] - x, ring[ring.length - 1] - y]
    for (let k = 0; k < ring.length; k += 2) {
      const [qx, qy] = [ring[k] - x, ring[k + 1] - y]
      // a ray from the place along x meets the rings an odd number of times
      if (py > 0 !== qy > 0 && px + (-py / (qy - py)) * (qx - px) > 0) isIn = !isIn
      const [ex, ey] = [qx - px, qy - py]
      const share = Math.min(1, Math.max(0, -(px * ex + py * ey) / (ex * ex + ey * ey)))
      if (Math.hypot(px + share * ex, py + share * ey) < depth) return false
      ;[px, py] = [qx, qy]
    }
  }
  return isIn
}
