/**
 * Coil springs as lines to draw: a helix between two datums. Its wire keeps its length, so that the coils grow a little
 * narrower as it is drawn out: (pi D n)^2 + h^2 = l^2. Source: common practice (unrolled helix).
 */
import type { Mechanism } from '../mechanism/compile'
import { ORIGIN, transformed } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { cross, norm, subtract } from '../maths/vector'
import type { Vector } from '../maths/vector'
import { metres } from './strand'
import type { Strand, StrandLine } from './strand'
import { NO_LENGTH } from './tolerances'

export interface SpringPlace extends Strand {
  readonly kind: 'spring'
  /** Where it is made fast on both bodies. */
  readonly points: readonly [Vector, Vector]
  readonly coils: number
  /** Length of the wire in its coils [m]. */
  readonly wire: number
}

const EACH_COIL = 18
/** Share of the length that is straight at each end. */
const LEAD = 0.06

/** @param home frames of all bodies in ground at the home pose, where the springs have their diameters */
export function springPlaces({ geometry }: Mechanism, home: readonly Frame[]): SpringPlace[] {
  return (geometry.document.springs ?? []).map(
    ({ id, name, from, to, diameter, wire, coils }): SpringPlace => {
      const [a, b] = [geometry.datums.get(from)!, geometry.datums.get(to)!]
      const points = [a, b].map(({ frame }) => originOf(frame)) as [Vector, Vector]
      const height = coiled(transformed(home[a.body], points[0]), transformed(home[b.body], points[1]))
      return {
        kind: 'spring',
        id,
        name,
        coordinate: -1,
        bodies: [a.source.body, b.source.body],
        points,
        coils,
        thickness: metres(wire),
        wire: Math.hypot(Math.PI * metres(diameter) * coils, height),
      }
    },
  )
}

const coiled = (a: Vector, b: Vector): number => (1 - 2 * LEAD) * norm(subtract(b, a))

/** The line of a spring where its bodies are; it is straight where its wire would be too short. */
export function springLine(
  { points: [p, q], coils, wire }: SpringPlace,
  first: Frame,
  second: Frame,
): StrandLine & { readonly diameter: number } {
  const [a, b] = [transformed(first, p), transformed(second, q)]
  const height = coiled(a, b)
  const diameter = Math.sqrt(Math.max(0, wire * wire - height * height)) / (Math.PI * coils)
  const gap = subtract(b, a)
  const long = norm(gap)
  if (long < NO_LENGTH) return { points: [...a, ...b], diameter }
  const along = gap.map((v) => v / long) as unknown as Vector
  // across it, near to x of the first body
  const side = norm(cross(along, [first[0], first[1], first[2]])) > 0.1 ? 0 : 3
  const v = unit(cross(along, [first[side], first[side + 1], first[side + 2]]))
  const u = cross(v, along)
  const points: number[] = [...a]
  const steps = Math.ceil(coils * EACH_COIL)
  for (let k = 0; k <= steps; k++) {
    const angle = (2 * Math.PI * coils * k) / steps
    const share = LEAD + ((1 - 2 * LEAD) * k) / steps
    for (let i = 0; i < 3; i++)
      points.push(a[i] + share * gap[i] + (diameter / 2) * (Math.cos(angle) * u[i] + Math.sin(angle) * v[i]))
  }
  points.push(...b)
  return { points, diameter }
}

const unit = (vector: Vector): Vector => vector.map((x) => x / norm(vector)) as unknown as Vector

const originOf = (frame: Frame): Vector => [frame[ORIGIN], frame[ORIGIN + 1], frame[ORIGIN + 2]]
