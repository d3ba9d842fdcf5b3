/**
 * The geometry of a document in SI: bodies with their home poses, datums as frames on their bodies, joints with
 * their types. The first half of compiling; it finds every fault that needs no solving.
 */
import type { Body, Datum, Feature, Joint, MechanismDocument, Placement } from '../document/mechanism'
import { flipped, identityFrame, multiply, ORIGIN, shifted, turnedAboutZ } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { writeAxes } from '../maths/quaternion'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { resolvePart } from '../shapes/resolve'
import type { ResolvedPart } from '../shapes/resolve'
import { parseQuantity } from '../units/quantity'
import type { Quantity } from '../units/quantity'
import type { JointType } from './joints/joint-type'
import { jointKinds, jointType } from './joints/registry'

export interface ResolvedBody {
  readonly source: Body
  /** Frames of its placed parts in the body, by the id of the placing. */
  readonly placed: ReadonlyMap<string, Frame>
  /** Home pose in ground, null when the document leaves it to the joints. */
  readonly pose: Frame | null
}

export interface ResolvedDatum {
  readonly source: Datum
  /** Index into `bodies`. */
  readonly body: number
  /** In the frame of the body. */
  readonly frame: Frame
}

export interface ResolvedJoint {
  readonly source: Joint
  readonly type: JointType
  readonly from: ResolvedDatum
  readonly to: ResolvedDatum
  /** Advance for a turn of a screw joint [m/rad], else 0. */
  readonly pitch: number
}

export interface Geometry {
  readonly document: MechanismDocument
  readonly parts: ReadonlyMap<string, ResolvedPart>
  readonly bodies: readonly ResolvedBody[]
  readonly datums: ReadonlyMap<string, ResolvedDatum>
  /** Every joint of the document, suspended ones too. */
  readonly joints: readonly ResolvedJoint[]
}

/** @param document a validated document */
export function resolveGeometry(document: MechanismDocument): Result<Geometry> {
  const problems: Problem[] = []
  const parts = new Map<string, ResolvedPart>()
  document.parts.forEach((part, i) => {
    const resolved = resolvePart(part, `/parts/${i}`)
    if (resolved.ok) parts.set(part.id, resolved.value)
    else problems.push(...resolved.problems)
  })
  if (problems.length > 0) return fail(...problems)

  const placed = document.bodies.map((body, i) => {
    const frames = placedFrames(body, parts, `/bodies/${i}`)
    if (frames.ok) return frames.value
    problems.push(...frames.problems)
    return new Map<string, Frame>()
  })
  if (problems.length > 0) return fail(...problems)

  const bodies = document.bodies.map((source, i) => ({
    source,
    placed: placed[i],
    pose: source.pose ? placementFrame(source.pose) : source.grounded ? identityFrame() : null,
  }))
  const bodyIndex = new Map(document.bodies.map((body, i) => [body.id, i]))
  const datums = new Map<string, ResolvedDatum>()
  document.datums.forEach((source, i) => {
    const body = bodyIndex.get(source.body)!
    const frame = datumFrame(source, bodies[body], parts, `/datums/${i}`)
    if (frame.ok) datums.set(source.id, { source, body, frame: frame.value })
    else problems.push(...frame.problems)
  })
  if (problems.length > 0) return fail(...problems)

  const joints: ResolvedJoint[] = []
  document.joints.forEach((source, i) => {
    const type = jointType(source.kind)
    if (type)
      joints.push({ source, type, from: datums.get(source.from)!, to: datums.get(source.to)!, pitch: 0 })
    else {
      problems.push({
        code: 'joint-unknown',
        message: `${source.name}: “${source.kind}” is not a known joint; known are ${jointKinds.join(', ')}.`,
        path: `/joints/${i}/kind`,
        ids: [source.id],
      })
    }
  })
  return problems.length > 0 ? fail(...problems) : succeed({ document, parts, bodies, datums, joints })
}

/** A placement as a frame; its quantities have been validated. */
export function placementFrame(placement: Placement | undefined): Frame {
  const frame = identityFrame()
  if (placement?.orientation) writeAxes(placement.orientation, frame)
  placement?.position?.forEach((quantity, k) => {
    frame[ORIGIN + k] = metres(quantity)
  })
  return frame
}

/** Frames of the parts of a body in the body, by the id of the placing. Error: `feature-missing`. */
export function placedFrames(
  body: Body,
  parts: ReadonlyMap<string, ResolvedPart>,
  path: string,
): Result<ReadonlyMap<string, Frame>> {
  const frames = new Map<string, Frame>()
  for (const [k, placed] of body.parts.entries()) {
    let frame = placementFrame(placed.at)
    if (placed.on) {
      const feature = featureFrame(placed.on, body, frames, parts, `${path}/parts/${k}/on`)
      if (!feature.ok) return feature
      frame = multiply(feature.value, frame)
    }
    frames.set(placed.id, frame)
  }
  return succeed(frames)
}

/** The frame of a feature in its body. */
function featureFrame(
  { placed: id, name }: Feature,
  body: Body,
  frames: ReadonlyMap<string, Frame>,
  parts: ReadonlyMap<string, ResolvedPart>,
  path: string,
): Result<Frame> {
  const { shape, dimensions } = parts.get(body.parts.find((p) => p.id === id)!.part)!
  const offered = shape.datums(dimensions)
  return Object.hasOwn(offered, name)
    ? succeed(multiply(frames.get(id)!, offered[name]))
    : fail({
        code: 'feature-missing',
        message: `A ${shape.noun.toLowerCase()} offers no “${name}”; it offers ${Object.keys(offered).join(', ')}.`,
        path: `${path}/name`,
        ids: [id],
      })
}

function datumFrame(
  datum: Datum,
  body: ResolvedBody,
  parts: ReadonlyMap<string, ResolvedPart>,
  path: string,
): Result<Frame> {
  let frame = placementFrame(datum.at)
  if (datum.feature) {
    const feature = featureFrame(datum.feature, body.source, body.placed, parts, `${path}/feature`)
    if (!feature.ok) return feature
    frame = feature.value
  }
  const [x, y, z] = (datum.offset ?? [0, 0, 0]).map(metres)
  frame = shifted(frame, x, y, z)
  if (datum.flip) frame = flipped(frame)
  if (datum.turn !== undefined) frame = turnedAboutZ(frame, valueOf(datum.turn, 'angle'))
  return succeed(frame)
}

const metres = (quantity: Quantity): number => valueOf(quantity, 'length')

function valueOf(quantity: Quantity, dimension: 'length' | 'angle'): number {
  const read = parseQuantity(quantity, dimension)
  return read.ok ? read.value : Number.NaN
}
