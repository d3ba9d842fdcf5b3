/** Round holes and slots in an extruded outline: what they offer, and whether they lie inside it. */
import type { Frame } from '../../maths/frame'
import { faceFrame } from '../face-frame'
import { asHole, circleLoop, slotLoop } from '../profiles/profile'
import type { Loop } from '../profiles/profile'
import type { Contradiction, Hole } from '../shape'
import { pointsOf } from './outline-points'

const isSlot = ({ from, to }: Hole) => from[0] !== to[0] || from[1] !== to[1]

/** Clockwise, with the material round it on its left. */
export function holeLoop(hole: Hole): Loop {
  const { from, to, diameter } = hole
  return asHole(isSlot(hole) ? slotLoop(from, to, diameter / 2) : circleLoop(from, diameter / 2))
}

/** Axes of the holes; of a slot its middle with x along it, and both ends. */
export function holeDatums(holes: readonly Hole[]): Record<string, Frame> {
  const axis = (x: number, y: number, along: readonly [number, number] = [1, 0]) =>
    faceFrame([x, y, 0], [0, 0, 1], [along[0], along[1], 0])
  return Object.fromEntries(
    holes.flatMap((hole, k): [string, Frame][] => {
      const { from, to } = hole
      if (!isSlot(hole)) return [[`hole ${k + 1}`, axis(...from)]]
      const length = Math.hypot(to[0] - from[0], to[1] - from[1])
      const along = [(to[0] - from[0]) / length, (to[1] - from[1]) / length] as const
      return [
        [`slot ${k + 1}`, axis((from[0] + to[0]) / 2, (from[1] + to[1]) / 2, along)],
        [`slot ${k + 1} end A`, axis(...from, along)],
        [`slot ${k + 1} end B`, axis(...to, along)],
      ]
    }),
  )
}

/** Holes lie inside the outline and apart from each other. */
export function holesFault(outline: readonly number[], holes: readonly Hole[]): Contradiction<never> | null {
  const fault = (message: string) => ({ dimension: 'outlineHoles', message }) as const
  const sides = pointsOf(outline).map((point, k, all) => [point, all[(k + 1) % all.length]] as const)
  for (const [k, hole] of holes.entries()) {
    if (!(hole.diameter > 0)) return fault(`hole ${k + 1} needs a diameter above zero`)
    const r = hole.diameter / 2
    const isClear = sides.every(([a, b]) => apart(hole.from, hole.to, a, b) > r)
    if (!isClear || !isInside(hole.from, sides)) return fault(`hole ${k + 1} does not lie inside the outline`)
    const other = holes.findIndex(
      (one, i) => i < k && apart(hole.from, hole.to, one.from, one.to) <= r + one.diameter / 2,
    )
    if (other >= 0) return fault(`holes ${other + 1} and ${k + 1} run into each other`)
  }
  return null
}

type Point = readonly [number, number]

/** How far apart two stretches are; 0 where they cross. */
function apart(a: Point, b: Point, c: Point, d: Point): number {
  if (crosses(a, b, c, d)) return 0
  return Math.min(toStretch(a, c, d), toStretch(b, c, d), toStretch(c, a, b), toStretch(d, a, b))
}

function toStretch([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const [dx, dy] = [bx - ax, by - ay]
  const square = dx * dx + dy * dy
  const share = square > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / square)) : 0
  return Math.hypot(x - ax - share * dx, y - ay - share * dy)
}

function crosses(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point) => (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0
}

/** Whether a ray to the right meets the outline an odd number of times. */
function isInside([x, y]: Point, sides: readonly (readonly [Point, Point])[]): boolean {
  const met = sides.filter(
    ([[ax, ay], [bx, by]]) => ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax),
  )
  return met.length % 2 === 1
}
