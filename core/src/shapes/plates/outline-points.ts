/** Outlines with arcs and treated corners as points: what is drawn by a few points and numbers, written out in chords. */

type Point = readonly [number, number]

/** How a corner between straight sides is treated: rounded by a radius, or cut off by a length of both sides [m]. */
export interface Corner {
  readonly size: number
  readonly style: 'round' | 'chamfer'
}

export const pointsOf = (outline: readonly number[]): [number, number][] =>
  Array.from({ length: outline.length / 2 }, (_, i) => [outline[2 * i], outline[2 * i + 1]])

/**
 * @param bulges for each point of the side that begins there: the tangent of a quarter of its angle
 * @param corners for each point; none are treated when left out
 * @param chords of a full turn
 */
export function writtenOut(
  outline: readonly number[],
  bulges: readonly number[],
  corners: readonly Corner[],
  chords: number,
): number[] {
  const points = pointsOf(outline)
  const n = points.length
  return points.flatMap((point, i) => {
    const before = (i + n - 1) % n
    const corner = corners[i]
    const isTreated = corner?.size > 0 && !bulges[i] && !bulges[before]
    const start = isTreated ? treated(points[before], point, points[(i + 1) % n], corner, chords) : [...point]
    return bulges[i] ? [...start, ...alongArc(point, points[(i + 1) % n], bulges[i], chords)] : start
  })
}

/** The first point, from 1 on, at whose corner there is no room; null when there is room at all. */
export function crampedCorner(
  outline: readonly number[],
  bulges: readonly number[],
  corners: readonly Corner[],
): number | null {
  const points = pointsOf(outline)
  const n = points.length
  const taken = points.map((point, i) => {
    const before = (i + n - 1) % n
    return corners[i].size > 0 && !bulges[i] && !bulges[before]
      ? cutLength(points[before], point, points[(i + 1) % n], corners[i])
      : 0
  })
  const cramped = points.findIndex(([x, y], i) => {
    const k = (i + 1) % n
    return Math.hypot(points[k][0] - x, points[k][1] - y) < (taken[i] + taken[k]) * (1 - 1e-9)
  })
  return cramped < 0 ? null : cramped + 1
}

/** How much of either side the treatment of a corner takes. */
function cutLength(a: Point, corner: Point, b: Point, { size, style }: Corner): number {
  if (style === 'chamfer') return size
  return size * Math.tan(Math.abs(turnAt(a, corner, b)) / 2)
}

/** By how much an outline turns at a corner, to the left [rad]. */
function turnAt([ax, ay]: Point, [cx, cy]: Point, [bx, by]: Point): number {
  const [ux, uy, vx, vy] = [cx - ax, cy - ay, bx - cx, by - cy]
  return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)
}

function treated(a: Point, corner: Point, b: Point, treatment: Corner, chords: number): number[] {
  const cut = cutLength(a, corner, b, treatment)
  const toward = ([x, y]: Point): Point => {
    const [dx, dy] = [x - corner[0], y - corner[1]]
    const share = cut / Math.hypot(dx, dy)
    return [corner[0] + share * dx, corner[1] + share * dy]
  }
  const [from, to] = [toward(a), toward(b)]
  const turn = turnAt(a, corner, b)
  if (treatment.style === 'chamfer' || Math.abs(turn) < 1e-6) return [...from, ...to]
  return [...from, ...alongArc(from, to, Math.tan(turn / 4), chords), ...to]
}

/** Points of an arc strictly between its ends. */
function alongArc([px, py]: Point, [qx, qy]: Point, bulge: number, chords: number): number[] {
  const angle = 4 * Math.atan(bulge)
  const steps = Math.max(2, Math.ceil((Math.abs(angle) / (2 * Math.PI)) * chords))
  // the centre is beside the middle of the chord
  const beside = (1 / bulge - bulge) / 4
  const [cx, cy] = [(px + qx) / 2 - beside * (qy - py), (py + qy) / 2 + beside * (qx - px)]
  return Array.from({ length: steps - 1 }, (_, k) => {
    const turned = (angle * (k + 1)) / steps
    const [c, s] = [Math.cos(turned), Math.sin(turned)]
    return [cx + c * (px - cx) - s * (py - cy), cy + s * (px - cx) + c * (py - cy)]
  }).flat()
}

/** The bulge of the arc from p to q through a third point; null for points on one line. */
export function bulgeThrough(p: Point, middle: Point, q: Point): number | null {
  // the angle at the middle point is half a turn less half the angle of the arc
  const turn = turnAt(p, middle, q)
  return Math.abs(turn) < 1e-9 ? null : Math.tan(turn / 2)
}
