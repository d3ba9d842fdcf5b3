/** The forces of a take at its playhead as arrows on one scale, that of the largest force of the whole take. */
import { MARK, siValue, STANDARD_GRAVITY } from '@ligamen/core'
import type { Scenario, Take } from '@ligamen/core'
import type { DrawnForce } from './three/force-arrows'

/** The longest arrow, as a share of the mechanism's size; shorter ones than the shortest are left out. */
const LONGEST = 0.3
const SHORTEST = 0.006
/** Length of the arrow of gravity, likewise. */
const GRAVITY = 0.16

type Three = [number, number, number]

/** Largest force of a take [N]; 0 for none. */
export function largestForce({ forces }: Pick<Take, 'forces'>): number {
  let most = 0
  for (let at = 0; at < forces.length; at += MARK) {
    const size = Math.hypot(forces[at + 3]!, forces[at + 4]!, forces[at + 5]!)
    if (size > most) most = size
  }
  return most
}

/** A force of a frame: where it acts and how it is, in ground; null where it is not known. */
export function forceOf(
  { forces, forceMarks }: Pick<Take, 'forces' | 'forceMarks'>,
  frame: number,
  mark: number,
): { point: Three; force: Three } | null {
  const at = MARK * (frame * forceMarks.length + mark)
  const numbers = forces.subarray(at, at + MARK)
  return numbers.length === MARK && numbers.every(Number.isFinite)
    ? { point: [...numbers.subarray(0, 3)] as Three, force: [...numbers.subarray(3)] as Three }
    : null
}

/** Where bodies touch without a known force, as marks. */
export function touchesShown(take: Take, frame: number): DrawnForce[] {
  return take.forceMarks.flatMap(({ kind }, mark): DrawnForce[] => {
    const found = kind === 'touches' ? forceOf(take, frame, mark) : null
    return found ? [{ kind, point: found.point, arrow: found.force }] : []
  })
}

/** @param largest see `largestForce`; @param size of the mechanism [m] */
export function forcesShown(take: Take, frame: number, largest: number, size: number): DrawnForce[] {
  if (largest === 0) return []
  const scale = (LONGEST * size) / largest
  return take.forceMarks.flatMap(({ kind }, mark): DrawnForce[] => {
    const found = kind === 'touches' ? null : forceOf(take, frame, mark)
    if (!found) return []
    const arrow = found.force.map((along) => scale * along) as Three
    return Math.hypot(...arrow) < SHORTEST * size ? [] : [{ kind, point: found.point, arrow }]
  })
}

/** The way in which gravity pulls, beside the model: at the upper corner of its bounds. None without gravity. */
export function gravityShown(
  { gravity }: Pick<Scenario, 'gravity'>,
  bounds: readonly number[] | null,
): DrawnForce[] {
  const pull = gravity?.map((along) => siValue(along, 'acceleration')) ?? [0, 0, -STANDARD_GRAVITY]
  const size = Math.hypot(...pull)
  if (!bounds || size === 0) return []
  const [x0, y0, z0, x1, y1, z1] = bounds as [number, number, number, number, number, number]
  const long = GRAVITY * Math.hypot(x1 - x0, y1 - y0, z1 - z0)
  const arrow = pull.map((along) => (long * along) / size) as Three
  return [{ kind: 'weight', point: [x0 - long / 2, y0 - long / 2, z1 + long / 2], arrow }]
}
