/** Parts whose outlines do not lie on parallel axes, and those that were brought in: they touch where their surfaces of triangles do. */
import type { Contact } from '../document/format/contacts'
import { placedPartShape } from '../geometry/body-solids'
import { frameAlong, multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { lineGap } from '../maths/scalar-functions'
import type { Vector } from '../maths/vector'
import type { Mechanism, Seat } from '../mechanism/compile'
import { Axis, slide, square } from '../mechanism/conditions'
import type { Condition } from '../mechanism/conditions'
import { pairTerm } from '../mechanism/rows'
import type { Term } from '../mechanism/rows'
import { CornerOnFace } from '../proximity/features/feature-place'
import type { FeaturePlace, SideOnSide } from '../proximity/features/feature-place'
import { Surface } from '../proximity/features/surface'
import { SurfaceFinder } from '../proximity/features/surface-finder'
import type { ContactPair } from './contact-pair'

/** Two surfaces that may touch; its frames are those of their parts. */
export type SurfacePair = ContactPair<FeaturePlace>

export const isOfSurfaces = (pair: ContactPair): pair is SurfacePair => pair.finder instanceof SurfaceFinder

/** A part on a body, by index. */
interface OnBody {
  readonly body: number
  readonly placed: string
}

/** Frames on bodies. */
type Seats = readonly [Seat, Seat]

/** Surfaces that are kept, since edits leave most parts as they are. */
const MOST_KEPT = 500
const kept = new Map<string, Surface>()

/** Null where a part that was brought in is not at hand, or has no triangles. */
function surfaceOf({ geometry }: Mechanism, { body, placed }: OnBody): Surface | null {
  const shape = placedPartShape(geometry, body, placed)
  if (!shape || shape.solids.length === 0) return null
  const known = kept.get(shape.key)
  if (known) return known
  const surface = new Surface(shape.solids)
  if (kept.size >= MOST_KEPT) kept.clear()
  kept.set(shape.key, surface)
  return surface
}

/** Null where one of them has no surface. */
export function surfacePair(
  mechanism: Mechanism,
  contact: Contact,
  a: OnBody,
  b: OnBody,
): SurfacePair | null {
  const [onA, onB] = [surfaceOf(mechanism, a), surfaceOf(mechanism, b)]
  if (!onA || !onB) return null
  const seatOf = ({ body, placed }: OnBody): Seat => ({
    body,
    frame: mechanism.geometry.bodies[body].placed.get(placed)!,
  })
  const seats: Seats = [seatOf(a), seatOf(b)]
  return {
    contact,
    bodies: [a.body, b.body],
    finder: new SurfaceFinder(onA, onB),
    pair: mechanism.pairOn(...seats),
    term: (place) =>
      place instanceof CornerOnFace
        ? cornerTerm(mechanism, seats, place)
        : sideTerm(mechanism, seats, place as SideOnSide),
  }
}

/** How high a corner is above a face. */
function cornerTerm(
  mechanism: Mechanism,
  [a, b]: Seats,
  { isOnA, floor, riding, corner, face }: CornerOnFace,
): Term {
  const { normals, corners, faces } = floor
  const onFace = frameAt(at(corners, faces[3 * face]), at(normals, face))
  const onCorner = frameAt(at(riding.corners, corner), [0, 0, 1])
  const pair = mechanism.pairOn(on(isOnA ? a : b, onFace), on(isOnA ? b : a, onCorner))
  return pairTerm(pair, slide(Axis.Z))
}

/** How far apart two sides are along the normal of both. */
function sideTerm(
  mechanism: Mechanism,
  [a, b]: Seats,
  { a: onA, b: onB, ridgeA, ridgeB, sign }: SideOnSide,
): Term {
  const along = ({ corners, ridges }: Surface, k: number): Frame => {
    const { from, to } = ridges[k]
    const [start, end] = [at(corners, from), at(corners, to)]
    return frameAt(start, [end[0] - start[0], end[1] - start[1], end[2] - start[2]])
  }
  const pair = mechanism.pairOn(on(a, along(onA, ridgeA)), on(b, along(onB, ridgeB)))
  const gap: Condition = {
    parts: [
      ...slide(Axis.X).parts,
      ...slide(Axis.Y).parts,
      ...square(Axis.X, Axis.Z).parts,
      ...square(Axis.Y, Axis.Z).parts,
    ],
    of: lineGap(sign),
    direction: 'gap',
    dimension: 'length',
    winds: false,
  }
  return pairTerm(pair, gap)
}

/** A frame in that of a seat. */
const on = ({ body, frame }: Seat, within: Frame): Seat => ({ body, frame: multiply(frame, within) })

const at = (numbers: Float64Array, k: number): Vector => [
  numbers[3 * k],
  numbers[3 * k + 1],
  numbers[3 * k + 2],
]

function frameAt(origin: Vector, z: Vector): Frame {
  const frame = frameAlong(z)!
  frame.set(origin, ORIGIN)
  return frame
}
