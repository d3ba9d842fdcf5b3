/** The solids of bodies as triangles in the frame of the body, round faces broken finely enough to measure between them. */
import type { MechanismDocument } from '../document/format/mechanism'
import { identityFrame } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { boundsOfTriangles, moveTriangles } from '../shapes/mesh/triangles'
import { meshAtHand } from './imported-meshes'
import { shapeOf } from './parts'
import type { ResolvedPart } from './parts'
import type { Places } from './places'

export interface BodyShape {
  /** Equal for equal solids. */
  readonly key: string
  /** Nine numbers a triangle [m]. */
  readonly solids: readonly Float32Array[]
}

/** How far chords may miss a round face [m]. Larger: clearances of round parts are off. Smaller: more triangles. */
const ON_ROUND = 2e-5
/** Chords of a full turn at least and at most. */
const FEWEST = 32
const MOST = 128
/** Chords that are enough for where a body is. */
const ROUGHLY = 8
/** Shapes that are kept, since edits leave most bodies as they are. */
const MOST_KEPT = 2000

const kept = new Map<string, BodyShape>()

/** Hashes of imported parts by part, for each document once: they are asked for at every body. */
const hashes = new WeakMap<MechanismDocument, ReadonlyMap<string, string | undefined>>()

function hashesOf(document: MechanismDocument): ReadonlyMap<string, string | undefined> {
  const known = hashes.get(document)
  if (known) return known
  const made = new Map(document.parts.map(({ id, mesh }) => [id, mesh]))
  hashes.set(document, made)
  return made
}

/** A part of a body where it is, with its imported triangles where it has some. */
interface Placed {
  readonly id: string
  readonly part: ResolvedPart
  readonly frame: Frame
  readonly mesh: string | undefined
}

/** The parts of a body, by its index; null where an imported one is not at hand. */
function placedParts({ bodies, parts, document }: Places, body: number): Placed[] | null {
  const { source, placed } = bodies[body]
  const meshes = hashesOf(document)
  const made = source.parts.map(({ id, part }) => ({
    id,
    part: parts.get(part)!,
    frame: placed.get(id)!,
    mesh: meshes.get(part),
  }))
  return made.some(({ mesh }) => mesh !== undefined && !meshAtHand(mesh)) ? null : made
}

/** Text that is equal for equal solids; null where an imported part is not at hand. */
export function shapeKey(places: Places, body: number): string | null {
  const made = placedParts(places, body)
  return made && keyOf(made)
}

const keyOf = (made: readonly Placed[]): string =>
  JSON.stringify(
    made.map(({ part: { shape, dimensions, extras }, frame, mesh }) => [
      mesh ?? [shape.kind, dimensions, { ...extras, corners: [...extras.corners] }],
      [...frame],
    ]),
  )

/** The shape of a body, by its index; null where an imported part is not at hand. */
export function bodyShape(places: Places, body: number): BodyShape | null {
  const made = placedParts(places, body)
  return made && shapeOfParts(made)
}

/** The shape of one placed part of a body, in its own frame; null where an imported part of the body is not at hand. */
export function placedPartShape(places: Places, body: number, placed: string): BodyShape | null {
  const made = placedParts(places, body)
  if (!made) return null
  const frame = identityFrame()
  return shapeOfParts(made.filter(({ id }) => id === placed).map((one) => ({ ...one, frame })))
}

function shapeOfParts(made: readonly Placed[]): BodyShape {
  const key = keyOf(made)
  const known = kept.get(key)
  if (known) return known
  const solids = made.flatMap(({ part, frame, mesh }) => {
    const own = mesh === undefined ? fineSolids(part) : [meshAtHand(mesh)!.positions]
    return own.map((solid) => moveTriangles(solid, frame))
  })
  const shape = { key, solids }
  if (kept.size >= MOST_KEPT) kept.clear()
  kept.set(key, shape)
  return shape
}

/** A point about the middle of a body, by its index, in its frame [m]. */
export function bodyMiddle(places: Places, body: number): readonly [number, number, number] {
  const low = [Infinity, Infinity, Infinity]
  const high = [-Infinity, -Infinity, -Infinity]
  for (const { part, frame, mesh } of placedParts(places, body) ?? []) {
    const solids =
      mesh === undefined
        ? shapeOf(part)
            .solids(ROUGHLY)
            .map(({ positions }) => positions)
        : [meshAtHand(mesh)!.positions]
    for (const solid of solids) {
      const box = boundsOfTriangles(moveTriangles(solid, frame))
      for (let k = 0; k < 3; k++) {
        low[k] = Math.min(low[k], box[k])
        high[k] = Math.max(high[k], box[k + 3])
      }
    }
  }
  const middle = low.map((value, k) => (value <= high[k] ? (value + high[k]) / 2 : 0))
  return [middle[0], middle[1], middle[2]]
}

/** The solids of a shape with as many chords as its size asks for. */
function fineSolids(part: ResolvedPart): readonly Float32Array[] {
  const shape = shapeOf(part)
  let most = 0
  for (const { positions } of shape.solids(ROUGHLY))
    for (const value of positions) most = Math.max(most, Math.abs(value))
  // the sagitta of a chord is r (1 - cos(pi / n))
  const needed = Math.PI / Math.sqrt((2 * ON_ROUND) / Math.max(most, ON_ROUND))
  const chords = Math.min(MOST, Math.max(FEWEST, 8 * Math.ceil(needed / 8)))
  return shape.solids(chords).map(({ positions }) => positions)
}
