/** Outlines with arcs and treated corners: what is drawn by a few points and numbers, as pieces and written out in chords. */
import { bulged, segment } from '../profiles/piece'
import type { Piece } from '../profiles/piece'
import { pointsOfLoop } from '../profiles/profile'
import type { Loop } from '../profiles/profile'

type Point = readonly [number, number]

/** How a corner between straight sides is treated: rounded by a radius, or cut off by a length of both sides [m]. */
export interface Corner {
  readonly size: number
  readonly style: 'round' | 'chamfer'
}

export const pointsOf = (outline: readonly number[]): [number, number][] =>
  Array.from({ length: outline.length / 2 }, (_, i) => [outline[2 * i], outline[2 * i + 1]])

/**
 * The sides of an outline, and its treated corners.
 * @param bulges for each point of the side that begins there: the tangent of a quarter of its angle
 * @param corners for each point; none are treated when left out
 */
export function outlineLoop(
  outline: readonly number[],
  bulges: readonly number[],
  corners: readonly Corner[],
): Loop {
  const points = pointsOf(outline)
  const n = points.length
  const ends = points.map((point, i): CornerEnds => {
    const before = (i + n - 1) % n
    const corner = corners[i]
    const isTreated = corner?.size > 0 && !bulges[i] && !bulges[before]
    return isTreated
      ? treated(points[before], point, points[(i + 1) % n], corner)
      : { from: point, to: point, bulge: 0 }
  })
  return ends.flatMap(({ from, to, bulge }, i) => {
    const side = between(to, ends[(i + 1) % n].from, bulges[i])
    return from === to ? [side] : [between(from, to, bulge), side]
  })
}

/** The same in chords. @param chords of a full turn */
export const writtenOut = (
  outline: readonly number[],
  bulges: readonly number[],
  corners: readonly Corner[],
  chords: number,
): number[] => pointsOfLoop(outlineLoop(outline, bulges, corners), chords)

const between = (p: Point, q: Point, bulge: number | undefined): Piece =>
  bulge ? bulged(p, q, bulge) : segment(p, q)

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

/** Where a corner begins and ends, and the bulge of the arc between; 0 for a straight one. */
interface CornerEnds {
  readonly from: Point
  readonly to: Point
  readonly bulge: number
}

function treated(a: Point, corner: Point, b: Point, treatment: Corner): CornerEnds {
  const cut = cutLength(a, corner, b, treatment)
  const toward = ([x, y]: Point): Point => {
    const [dx, dy] = [x - corner[0], y - corner[1]]
    const share = cut / Math.hypot(dx, dy)
    return [corner[0] + share * dx, corner[1] + share * dy]
  }
  const turn = turnAt(a, corner, b)
  const isStraight = treatment.style === 'chamfer' || Math.abs(turn) < 1e-6
  return { from: toward(a), to: toward(b), bulge: isStraight ? 0 : Math.tan(turn / 4) }
}

/** The bulge of the arc from p to q through a third point; null for points on one line. */
export function bulgeThrough(p: Point, middle: Point, q: Point): number | null {
  // the angle at the middle point is half a turn less half the angle of the arc
  const turn = turnAt(p, middle, q)
  return Math.abs(turn) < 1e-9 ? null : Math.tan(turn / 2)
}
