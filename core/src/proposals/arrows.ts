/** The two sides of a gearing as arrows in ground: round one axis for a turn, along it for a slide, as they move together. */
import type { Gearing, MovingSide } from '../mechanism/relations/gearing'
import { ahead, anySquareTo, cross, norm, scaled, squareTo, subtract } from '../maths/vector'
import type { Vector } from '../maths/vector'

/** How long an arrow is, in sizes of the mechanism, where nothing says more. */
const LENGTH = 0.4
/** Length of a head beside its arrow, and how far round the axis the arrow of a turn goes [rad]. */
const HEAD = 0.25
const ROUND = 1.5 * Math.PI
const POINTS = 25

/** @param size of the mechanism [m] @returns lines of three numbers a point [m]: a shaft and a head for each side */
export function gearingArrows({ sides, contact }: Gearing, size: number): Float32Array[] {
  return sides.flatMap((side, k) =>
    side.turns ? turnArrow(side, contact?.points[k] ?? null, size) : slideArrow(side, size),
  )
}

function slideArrow({ origin, axis, rate }: MovingSide, size: number): Float32Array[] {
  const along = scaled(axis, Math.sign(rate))
  const tip = ahead(origin, along, LENGTH * size)
  const up = scaled(anySquareTo(axis), HEAD * LENGTH * size)
  return [line(origin, tip), head(tip, scaled(along, HEAD * LENGTH * size), up)]
}

function turnArrow(
  { origin, axis, rate }: MovingSide,
  touching: Vector | null,
  size: number,
): Float32Array[] {
  const out = touching && squareTo(subtract(touching, origin), axis)
  const radius = out && norm(out) > 0 ? norm(out) : (LENGTH / 2) * size
  const x = out && norm(out) > 0 ? scaled(out, 1 / radius) : anySquareTo(axis)
  const y = scaled(cross(axis, x), Math.sign(rate))
  const at = (angle: number): Vector =>
    ahead(ahead(origin, x, radius * Math.cos(angle)), y, radius * Math.sin(angle))
  // it ends beside the contact, where both can be compared
  const angles = Array.from({ length: POINTS }, (_, k) => (ROUND * (k + 1 - POINTS)) / (POINTS - 1))
  const length = HEAD * Math.min(radius, LENGTH * size)
  return [
    Float32Array.from(angles.flatMap((angle) => [...at(angle)])),
    head(at(0), scaled(y, length), scaled(x, length)),
  ]
}

/** Both barbs of a head. */
function head(tip: Vector, along: Vector, across: Vector): Float32Array {
  const back = ahead(tip, along, -1)
  const barbs = [ahead(back, across, 0.5), tip, ahead(back, across, -0.5)] as const
  return Float32Array.from([...line(barbs[0], barbs[1]), ...line(barbs[1], barbs[2])])
}

const line = (from: Vector, to: Vector): Float32Array =>
  Float32Array.from([0, 0.25, 0.5, 0.75, 1].flatMap((share) => [...ahead(from, subtract(to, from), share)]))
