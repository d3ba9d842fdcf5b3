/** Which stretches of two outlines may have a touch, told before it is sought: those near each other whose normals may be opposite. */
import { between } from './outline'
import type { Circle, Ends, Stretch } from './outline'

/** Angle by which normals may lie outside the range of a stretch and still be looked at [rad]. */
const SLACK = 1e-3

/** Whether some normals of both may be opposite. */
export function mayFace(a: Stretch, b: Stretch, turned: number): boolean {
  const halfA = (a.most - a.least) / 2
  const halfB = (b.most - b.least) / 2
  const apart = between((a.least + a.most) / 2, (b.least + b.most) / 2 + turned + Math.PI)
  return Math.abs(apart) <= halfA + halfB + SLACK
}

/** Where on an arc a point is straight over it, as a share of the arc; -1 for nowhere. */
function shareOfArc({ middle, start, turn }: Stretch, x: number, y: number): number {
  const way = turn > 0 ? 1 : -1
  const share = between(start, Math.atan2(way * (y - middle!.y), way * (x - middle!.x))) / turn
  return share < -OVER || share > 1 + OVER ? -1 : Math.min(1, Math.max(0, share))
}

/** How far beyond the ends of a side a point may be that is over it, as a share of it [-]. */
const OVER = 1e-6

/** About where on a side a point may be straight over it, as a share of the side, or on a corner, of its turn; -1 for nowhere. */
export const shareUnder = (on: Stretch, x: number, y: number): number =>
  on.middle ? shareOfArc(on, x, y) : shareOfSide(on.ends!, x, y)

/** The ends of a side tell, if it bends no more than that. */
function shareOfSide({ places: p, length, bulge, hollow }: Ends, x: number, y: number): number {
  const [ux, uy, vx, vy] = [x - p[0], y - p[1], x - p[4], y - p[5]]
  const before = ux * p[2] + uy * p[3]
  const after = vx * p[6] + vy * p[7]
  const slack = OVER * length
  if (before >= -slack && after <= slack)
    return before > after ? Math.min(1, Math.max(0, before / (before - after))) : 0.5
  const [high, low] = [ux * p[3] - uy * p[2], vx * p[7] - vy * p[6]]
  const most = Math.max(high, low) + length
  const least = Math.min(high, low) - length
  return bulge * -least >= 1 || hollow * most >= 1 ? 0.5 : -1
}

export const areNear = (circle: Circle, x: number, y: number, far: number): boolean => {
  const dx = x - circle.x
  const dy = y - circle.y
  const reach = far + circle.radius
  return dx * dx + dy * dy <= reach * reach
}
