/**
 * Belts and chains as lines to draw: round two pulleys along their outer tangents, or along the inner ones when crossed.
 * Marks travel with the belt as the first pulley turns. Source: common practice (tangents of two circles).
 */
import type { Mechanism } from '../mechanism/compile'
import { coordinateOf } from '../mechanism/coordinate'
import { compose, FRAME, inverse, ORIGIN, transformed } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { metres } from './strand'
import type { Strand, StrandLine } from './strand'

export interface BeltPlace extends Strand {
  readonly kind: 'belt'
  /** The axes of the pulleys on the bodies that bear them. */
  readonly frames: readonly [Frame, Frame]
  /** Pitch radii [m]. */
  readonly radii: readonly [number, number]
  readonly crossed: boolean
}

/** Drawn thickness over the smaller radius. */
const THICKNESS = 0.12
const MARKS = 8
const EACH_TURN = 40

/** Belts between pulleys whose diameters are known. */
export function beltPlaces(mechanism: Mechanism): BeltPlace[] {
  const { geometry, coordinates } = mechanism
  return mechanism.relations.flatMap(({ source }): BeltPlace[] => {
    if (source.kind !== 'belt') return []
    const radii = [source.diameterA, source.diameterB].map((diameter) => metres(diameter) / 2)
    const [a, b] = [source.a, source.b].map((ref) => coordinateOf(mechanism, ref.joint, ref.freedom))
    if (!a || !b || !(radii[0] > 0 && radii[1] > 0)) return []
    const [first, second] = [geometry.joints[a.joint].from, geometry.joints[b.joint].from]
    return [
      {
        kind: 'belt',
        id: source.id,
        name: source.name,
        coordinate: coordinates.indexOf(a),
        bodies: [first.source.body, second.source.body],
        frames: [first.frame, second.frame],
        radii: [radii[0], radii[1]],
        crossed: source.crossed === true,
        thickness: THICKNESS * Math.min(radii[0], radii[1]),
      },
    ]
  })
}

/**
 * The line of a belt where its bodies are; its first point is again at its end. Empty where the pulleys overlap.
 * @param turn of the first pulley [rad]
 */
export function beltLine(
  { frames, radii: [ra, rb], crossed }: BeltPlace,
  first: Frame,
  second: Frame,
  turn: number,
): StrandLine & { readonly length: number } {
  const [axis, other] = [new Float64Array(FRAME), new Float64Array(FRAME)]
  compose(first, 0, frames[0], 0, axis, 0)
  compose(second, 0, frames[1], 0, other, 0)
  const [x, y] = transformed(inverse(axis), [other[ORIGIN], other[ORIGIN + 1], other[ORIGIN + 2]])
  const apart = Math.hypot(x, y)
  const reach = crossed ? ra + rb : ra - rb
  if (apart <= Math.abs(reach)) return { points: [], length: 0 }
  const phi = Math.atan2(y, x)
  // half the angle, seen from the first centre, between the two places where the belt leaves its pulley
  const alpha = Math.acos(reach / apart)
  const straight = Math.sqrt(apart * apart - reach * reach)
  const [arcA, arcB] = [ra * (2 * Math.PI - 2 * alpha), rb * (crossed ? 2 * Math.PI - 2 * alpha : 2 * alpha)]
  const length = arcA + arcB + 2 * straight
  const onA = (s: number) => circle(0, 0, ra, phi + alpha + s / ra)
  const onB = (s: number) => circle(x, y, rb, crossed ? phi - alpha + Math.PI - s / rb : phi - alpha + s / rb)
  const stretches = [
    { length: arcA, at: onA, steps: Math.ceil((EACH_TURN * arcA) / (2 * Math.PI * ra)) },
    { length: straight, at: (s: number) => mix(onA(arcA), onB(0), s / straight), steps: 1 },
    { length: arcB, at: onB, steps: Math.ceil((EACH_TURN * arcB) / (2 * Math.PI * rb)) },
    { length: straight, at: (s: number) => mix(onB(arcB), onA(0), s / straight), steps: 1 },
  ]
  const points: number[] = []
  for (const stretch of stretches)
    for (let k = 0; k < stretch.steps; k++)
      points.push(...transformed(axis, stretch.at((stretch.length * k) / stretch.steps)))
  points.push(...points.slice(0, 3))
  const at = (s: number): readonly [number, number, number] => {
    let left = s - length * Math.floor(s / length)
    for (const stretch of stretches) {
      if (left <= stretch.length) return stretch.at(left)
      left -= stretch.length
    }
    return onA(0)
  }
  const marks = Array.from({ length: MARKS }, (_, k) =>
    transformed(axis, at(ra * turn + (length * k) / MARKS)),
  ).flat()
  return { points, marks, length }
}

type Point = readonly [number, number, number]

const circle = (x: number, y: number, radius: number, angle: number): Point => [
  x + radius * Math.cos(angle),
  y + radius * Math.sin(angle),
  0,
]

const mix = (a: Point, b: Point, share: number): Point => [
  a[0] + share * (b[0] - a[0]),
  a[1] + share * (b[1] - a[1]),
  0,
]
