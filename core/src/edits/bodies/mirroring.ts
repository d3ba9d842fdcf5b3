/**
 * Mirrored copies. A rigid body cannot be reflected, so the copy of each body is turned such that it looks reflected, which
 * its shape has to allow: a plane in which it is its own mirror image. Joints that lie inside come along, reflected.
 */
import { largest, smallest } from '../../maths/extremes'
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Body, Datum } from '../../document/format/parts'
import { jointType } from '../../mechanism/joints/registry'
import { frameAlong, identityFrame, multiply, ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import type { Vector } from '../../maths/vector'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { resolvePart, shapeOf } from '../../geometry/parts'
import type { ResolvedPart } from '../../geometry/parts'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { copyTo } from './copying'
import type { Copies } from './copying'
import { bodiesOf } from './grouping'
import { moved } from '../../maths/rigid-motion'
import { placedFrames } from '../../geometry/datums'
import { resolveGeometry } from '../../mechanism/geometry'
import { placementOf } from '../../geometry/placement'
import { LEAST_SYMMETRY, SYMMETRIC } from '../tolerances'

/** Few chords are enough to see a symmetry; they are a multiple of four, so that circles keep theirs. */
const CHORDS = 16

/** A reflection of a body in a plane across one of its own axes, at a place along that axis [m]. */
interface Symmetry {
  readonly axis: 0 | 1 | 2
  readonly at: number
}

/**
 * @param centre and @param normal (unit) of the plane in ground
 * Error: `mirror-hand` for a body that has no plane of symmetry.
 */
export function mirrorTo(
  document: MechanismDocument,
  frames: ReadonlyMap<string, Frame>,
  ids: readonly string[],
  centre: Vector,
  normal: Vector,
): Result<Copies> {
  const symmetries = new Map<string, Symmetry>()
  for (const id of bodiesOf(document, ids)) {
    const body = document.bodies.find((b) => b.id === id)!
    const symmetry = symmetryOf(document, body)
    if (!symmetry) {
      return fail({
        code: 'mirror-hand',
        message: `${body.name} has a left and a right hand: its mirror image is another part. Copy and turn it, or make the other hand from the kit.`,
        ids: [id],
      })
    }
    symmetries.set(id, symmetry)
  }
  const geometry = resolveGeometry({ ...document, joints: [], mates: [], relations: [], groups: [] })
  if (!geometry.ok) return geometry
  // drivers would have to run the other way, and joints to what stays are another matter
  const mirrored = copyTo(document, frames, ids, [identityFrame()], false)
  const { document: draft } = mirrored
  const original = new Map([...mirrored.copies[0]].map(([before, copy]) => [copy, before]))
  for (const body of draft.bodies) {
    const source = original.get(body.id)
    if (source === undefined) continue
    const frame = frames.get(source)!
    body.pose = placementOf(reflectedBody(frame, symmetries.get(source)!, centre, normal))
  }
  for (const datum of draft.datums) {
    const [source, body] = [original.get(datum.id), original.get(datum.body)]
    if (source !== undefined && body !== undefined)
      reflectDatum(datum, geometry.value.datums.get(source)!, symmetries.get(body)!)
  }
  for (const joint of draft.joints) {
    if (!original.has(joint.id)) continue
    if (joint.lead !== undefined) joint.lead = negative(joint.lead)
    for (const settings of joint.freedoms ?? []) {
      const motion = jointType(joint.kind)?.freedoms.find(({ name }) => name === settings.name)?.motion
      if (motion === 'slide') continue
      const { lower, upper, zero, rest } = settings
      delete settings.lower
      delete settings.upper
      if (upper !== undefined) settings.lower = negative(upper)
      if (lower !== undefined) settings.upper = negative(lower)
      if (zero !== undefined) settings.zero = negative(zero)
      if (rest !== undefined) settings.rest = negative(rest)
    }
  }
  return succeed({ ...mirrored, document: copyOf(draft) })
}

function negative(quantity: Quantity): Quantity {
  if (typeof quantity === 'number') return -quantity
  const read = [parseQuantity(quantity, 'angle'), parseQuantity(quantity, 'length')].find(({ ok }) => ok)
  return read?.ok ? -read.value : quantity
}

/** Reflects an axis of a body: the direction changes sign along the axis of the symmetry. */
const reflectedIn = ({ axis, at }: Symmetry, v: Vector, isPoint: boolean): Vector =>
  v.map((c, k) => (k === axis ? (isPoint ? 2 * at : 0) - c : c)) as unknown as Vector

/** The pose whose body looks like the reflection of a body in ground. */
function reflectedBody(frame: Frame, symmetry: Symmetry, centre: Vector, [nx, ny, nz]: Vector): Frame {
  const reflect = (x: number, y: number, z: number, isPoint: boolean): Vector => {
    const [cx, cy, cz] = isPoint ? centre : [0, 0, 0]
    const d = 2 * ((x - cx) * nx + (y - cy) * ny + (z - cz) * nz)
    return [x - d * nx, y - d * ny, z - d * nz]
  }
  const out = identityFrame()
  for (let k = 0; k < 3; k++) {
    const column = reflect(frame[3 * k], frame[3 * k + 1], frame[3 * k + 2], false)
    out.set(
      column.map((c) => (k === symmetry.axis ? -c : c)),
      3 * k,
    )
  }
  // the origin goes where the reflection of its own mirror image lies
  const o = reflectedIn(symmetry, [0, 0, 0], true)
  const world = multiply(frame, moved(o))
  out.set(reflect(world[ORIGIN], world[ORIGIN + 1], world[ORIGIN + 2], true), ORIGIN)
  return out
}

function reflectDatum(datum: Datum, source: { readonly frame: Frame }, symmetry: Symmetry): void {
  const axis = (k: number): Vector => [source.frame[3 * k], source.frame[3 * k + 1], source.frame[3 * k + 2]]
  const frame = frameAlong(reflectedIn(symmetry, axis(2), false), reflectedIn(symmetry, axis(0), false))
  if (!frame) return
  const [x, y, z] = source.frame.subarray(ORIGIN)
  frame.set(reflectedIn(symmetry, [x, y, z], true), ORIGIN)
  Object.assign(datum, {
    feature: undefined,
    on: undefined,
    between: undefined,
    offset: undefined,
    flip: undefined,
    turn: undefined,
  })
  datum.at = placementOf(frame)
}

/** A plane in which the triangles of a body are their own mirror image; null when there is none across its axes. */
function symmetryOf(document: MechanismDocument, body: Body): Symmetry | null {
  const points = pointsOf(document, body)
  if (points.length === 0) return { axis: 2, at: 0 }
  const size = largest(points.flat().map(Math.abs))
  const grain = Math.max(LEAST_SYMMETRY, size * SYMMETRIC)
  const key = (p: Vector) => p.map((c) => Math.round(c / grain) + 0).join(' ')
  const all = new Set(points.map(key))
  const has = (p: Vector) => {
    const near = [0, 1, -1].map((d) => d * grain * 0.5)
    return near.some((x) => near.some((y) => near.some((z) => all.has(key([p[0] + x, p[1] + y, p[2] + z])))))
  }
  for (const axis of [2, 1, 0] as const) {
    const along = points.map((p) => p[axis])
    const symmetry: Symmetry = { axis, at: (smallest(along) + largest(along)) / 2 }
    if (points.every((p) => has(reflectedIn(symmetry, p, true)))) return symmetry
  }
  return null
}

function pointsOf(document: MechanismDocument, body: Body): Vector[] {
  const parts = new Map<string, ResolvedPart>()
  for (const { part } of body.parts) {
    const resolved = resolvePart(
      document.parts.find(({ id }) => id === part)!,
      '',
    )
    if (resolved.ok) parts.set(part, resolved.value)
  }
  const frames = placedFrames(body, parts, '')
  if (!frames.ok) return []
  return body.parts.flatMap(({ id, part }) => {
    const frame = frames.value.get(id)!
    return shapeOf(parts.get(part)!)
      .solids(CHORDS)
      .flatMap(({ positions }) =>
        Array.from({ length: positions.length / 3 }, (_, v): Vector => {
          const world = multiply(frame, moved([positions[3 * v], positions[3 * v + 1], positions[3 * v + 2]]))
          return [world[ORIGIN], world[ORIGIN + 1], world[ORIGIN + 2]]
        }),
      )
  })
}
