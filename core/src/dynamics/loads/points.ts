/** Points on links that forces act between: where they are, how fast they part, and the wrenches of a force between them. */
import { FRAME, ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import type { Pair } from '../../mechanism/rows'
import type { MotionState } from '../../mechanism/state'

/** Writes where the origin of a frame on a link is in ground. */
export function pointOn(state: MotionState, link: number, frame: Frame, out: Float64Array): void {
  const { world } = state
  const f = FRAME * link
  for (let k = 0; k < 3; k++)
    out[k] =
      world[f + k] * frame[ORIGIN] +
      world[f + 3 + k] * frame[ORIGIN + 1] +
      world[f + 6 + k] * frame[ORIGIN + 2] +
      world[f + ORIGIN + k]
}

/** Writes a direction along the axes of a link, as it is in ground. */
export function directionInGround(
  { world }: MotionState,
  link: number,
  [x, y, z]: readonly [number, number, number],
  out: Float64Array,
): void {
  const f = FRAME * link
  for (let k = 0; k < 3; k++) out[k] = world[f + k] * x + world[f + 3 + k] * y + world[f + 6 + k] * z
}

/** Writes the velocity of a point that moves with a link. */
export function velocityOf({ twist }: MotionState, link: number, p: Float64Array, out: Float64Array): void {
  const v = 6 * link
  out[0] = twist[v + 3] + twist[v + 1] * p[2] - twist[v + 2] * p[1]
  out[1] = twist[v + 4] + twist[v + 2] * p[0] - twist[v] * p[2]
  out[2] = twist[v + 5] + twist[v] * p[1] - twist[v + 1] * p[0]
}

/** Adds `share` times a force at a point to the wrench of a link. */
export function addForce(
  wrenches: Float64Array,
  link: number,
  p: Float64Array,
  force: Float64Array,
  share: number,
): void {
  const w = 6 * link
  wrenches[w] += share * (p[1] * force[2] - p[2] * force[1])
  wrenches[w + 1] += share * (p[2] * force[0] - p[0] * force[2])
  wrenches[w + 2] += share * (p[0] * force[1] - p[1] * force[0])
  wrenches[w + 3] += share * force[0]
  wrenches[w + 4] += share * force[1]
  wrenches[w + 5] += share * force[2]
}

/** The line between two points of a pair. */
export class Line {
  /** [m] */
  length = 0
  /** How fast it grows [m/s]. */
  rate = 0
  readonly a = new Float64Array(3)
  readonly b = new Float64Array(3)
  /** From a to b, of length 1; no direction where both are at one place. */
  readonly along = new Float64Array(3)
  private readonly velocityA = new Float64Array(3)
  private readonly velocityB = new Float64Array(3)

  constructor(readonly pair: Pair) {}

  place(state: MotionState): void {
    const { pair, a, b, along } = this
    pointOn(state, pair.linkA, pair.frameA, a)
    pointOn(state, pair.linkB, pair.frameB, b)
    for (let k = 0; k < 3; k++) along[k] = b[k] - a[k]
    this.length = Math.sqrt(along[0] ** 2 + along[1] ** 2 + along[2] ** 2)
    for (let k = 0; k < 3; k++) along[k] = this.length > 0 ? along[k] / this.length : 0
  }

  readRate(state: MotionState): void {
    const { pair, a, b, along, velocityA, velocityB } = this
    velocityOf(state, pair.linkA, a, velocityA)
    velocityOf(state, pair.linkB, b, velocityB)
    this.rate = 0
    for (let k = 0; k < 3; k++) this.rate += along[k] * (velocityB[k] - velocityA[k])
  }

  /** Adds a force that pulls both ends together. */
  pull(force: number, wrenches: Float64Array): void {
    const { pair, a, b, along } = this
    addForce(wrenches, pair.linkA, a, along, force)
    addForce(wrenches, pair.linkB, b, along, -force)
  }
}
