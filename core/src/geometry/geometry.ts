/**
 * The geometry of a document in SI: bodies with their home poses, datums as frames on their bodies, joints with
 * their types. The first half of compiling; it finds every fault that needs no solving.
 */
import { rigidSets } from '../document/groups'
import type { Joint, JointFreedom } from '../document/format/joints'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Body, Datum, Feature, Placement } from '../document/format/parts'
import { flipped, frameAlong, identityFrame, multiply, ORIGIN, shifted, turnedAboutZ } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { writeAxes } from '../maths/quaternion'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { resolvePart, shapeOf } from './parts'
import type { ResolvedPart } from './parts'
import { parseQuantity } from '../units/quantity'
import type { Quantity } from '../units/quantity'
import { betweenFrame } from './between'
import type { JointType } from '../mechanism/joints/joint-type'
import { jointKinds, jointType } from '../mechanism/joints/registry'
import { resolveMates } from '../mechanism/mates/resolve'
import type { ResolvedMate } from '../mechanism/mates/resolve'

export type { ResolvedMate }
import { resolvePaths } from './paths/registry'
import type { ResolvedPath } from './paths/registry'

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

/** What a document says of a joint's freedom, in SI, counted from its zero. */
export interface FreedomSettings {
  /** What the two datums measure where the coordinate is zero. */
  readonly zero: number
  /** -Infinity and Infinity for none. */
  readonly lower: number
  readonly upper: number
  readonly rest: number | null
}

export interface ResolvedJoint {
  readonly source: Joint
  readonly type: JointType
  readonly from: ResolvedDatum
  readonly to: ResolvedDatum
  /** Advance for a turn of a screw joint [m/rad], else 0. */
  readonly pitch: number
  /** One for each freedom of its type. */
  readonly settings: readonly FreedomSettings[]
  /** True when a rigid group holds both its bodies, so that it can neither move nor hold. */
  readonly idle: boolean
}

export interface Geometry {
  readonly document: MechanismDocument
  readonly parts: ReadonlyMap<string, ResolvedPart>
  readonly bodies: readonly ResolvedBody[]
  /** Bodies by index that move as one, by rigid groups. */
  readonly rigid: readonly (readonly number[])[]
  readonly datums: ReadonlyMap<string, ResolvedDatum>
  readonly paths: ReadonlyMap<string, ResolvedPath>
  /** Every joint of the document, suspended ones too. */
  readonly joints: readonly ResolvedJoint[]
  readonly mates: readonly ResolvedMate[]
}

/** @param document a validated document */
export function resolveGeometry(document: MechanismDocument): Result<Geometry> {
  const problems: Problem[] = placementProblems(document)
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
    pose: source.pose || source.grounded || source.parts.length === 0 ? placementFrame(source.pose) : null,
  }))
  const bodyIndex = new Map(document.bodies.map((body, i) => [body.id, i]))
  const datums = resolveDatums(document, bodies, bodyIndex, parts)
  if (!datums.ok) return datums
  const paths = resolvePaths(document, datums.value)
  if (!paths.ok) return paths
  const mates = resolveMates(document, datums.value, paths.value)

  const rigid = rigidSets(document).map((set) => set.map((id) => bodyIndex.get(id)!))
  const setOf = new Map(rigid.flatMap((set, k) => set.map((body) => [body, k] as const)))
  const joints: ResolvedJoint[] = []
  document.joints.forEach((source, i) => {
    const from = datums.value.get(source.from)!
    const to = datums.value.get(source.to)!
    const joint = resolveJoint(source, from, to, `/joints/${i}`)
    const set = setOf.get(from.body)
    if (joint.ok) joints.push({ ...joint.value, idle: set !== undefined && set === setOf.get(to.body) })
    else problems.push(...joint.problems)
  })
  if (!mates.ok) problems.push(...mates.problems)
  return problems.length > 0 || !mates.ok
    ? fail(...problems)
    : succeed({
        document,
        parts,
        bodies,
        rigid,
        datums: datums.value,
        paths: paths.value,
        joints,
        mates: mates.value,
      })
}

function resolveJoint(
  source: Joint,
  from: ResolvedDatum,
  to: ResolvedDatum,
  path: string,
): Result<Omit<ResolvedJoint, 'idle'>> {
  const type = jointType(source.kind)
  const problem = (code: string, field: string, message: string): Problem => ({
    code,
    message: `${source.name}: ${message}`,
    path: `${path}${field}`,
    ids: [source.id],
  })
  if (!type) {
    return fail(
      problem(
        'joint-unknown',
        '/kind',
        `“${source.kind}” is not a known joint; known are ${jointKinds.join(', ')}.`,
      ),
    )
  }
  const problems: Problem[] = []
  const lead = source.lead === undefined ? 0 : valueOf(source.lead, 'length')
  if (type.hasLead && lead === 0) {
    problems.push(problem('joint-lead', '/lead', 'a screw needs a lead other than zero, such as 5 mm.'))
  }
  if (!type.hasLead && source.lead !== undefined) {
    problems.push(problem('joint-lead', '/lead', `a ${type.noun.toLowerCase()} joint has no lead.`))
  }
  const names = type.freedoms.map(({ name }) => name)
  source.freedoms?.forEach(({ name }, k) => {
    if (names.includes(name)) return
    problems.push(
      problem(
        'joint-freedom',
        `/freedoms/${k}/name`,
        `has no freedom “${name}”; it has: ${names.join(', ') || 'none'}.`,
      ),
    )
  })
  const settings = type.freedoms.map(({ name, motion }) => {
    const k = source.freedoms?.findIndex((f) => f.name === name) ?? -1
    const found = freedomSettings(source.freedoms?.[k], motion === 'slide' ? 'length' : 'angle')
    if (found.ok) return found.value
    problems.push(
      ...found.problems.map((p) => problem(p.code, `/freedoms/${k}/${p.path}`, `${name}: ${p.message}`)),
    )
    return UNLIMITED
  })
  return problems.length > 0
    ? fail(...problems)
    : succeed({ source, type, from, to, pitch: lead / (2 * Math.PI), settings })
}

const UNLIMITED: FreedomSettings = { zero: 0, lower: -Infinity, upper: Infinity, rest: null }

/** Errors: `limit-unit`, `limits-crossed`; their paths are the names of the fields. */
function freedomSettings(
  source: JointFreedom | undefined,
  dimension: 'length' | 'angle',
): Result<FreedomSettings> {
  if (!source) return succeed(UNLIMITED)
  const read = (field: 'zero' | 'lower' | 'upper' | 'rest', none: number): Result<number> => {
    const quantity = source[field]
    if (quantity === undefined) return succeed(none)
    const value = parseQuantity(quantity, dimension)
    return value.ok
      ? value
      : fail({ code: 'limit-unit', message: `${field}: ${value.problems[0].message}`, path: field })
  }
  const zero = read('zero', 0)
  const lower = read('lower', -Infinity)
  const upper = read('upper', Infinity)
  const rest = read('rest', NaN)
  if (!zero.ok) return zero
  if (!lower.ok) return lower
  if (!upper.ok) return upper
  if (!rest.ok) return rest
  if (lower.value > upper.value) {
    return fail({
      code: 'limits-crossed',
      message: `the lower limit ${source.lower} lies above the upper limit ${source.upper}; exchange them.`,
      path: 'lower',
    })
  }
  if (rest.value < lower.value || rest.value > upper.value) {
    return fail({
      code: 'rest-outside',
      message: `the rest position ${source.rest} lies outside the limits.`,
      path: 'rest',
    })
  }
  return succeed({
    zero: zero.value,
    lower: lower.value,
    upper: upper.value,
    rest: Number.isNaN(rest.value) ? null : rest.value,
  })
}

/** Datums that stand between others come after those, however the document orders them. */
function resolveDatums(
  document: MechanismDocument,
  bodies: readonly ResolvedBody[],
  bodyIndex: ReadonlyMap<string, number>,
  parts: ReadonlyMap<string, ResolvedPart>,
): Result<ReadonlyMap<string, ResolvedDatum>> {
  const datums = new Map<string, ResolvedDatum>()
  const problems: Problem[] = []
  let waiting = document.datums.map((source, i) => ({ source, path: `/datums/${i}` }))
  while (waiting.length > 0) {
    const later: typeof waiting = []
    for (const entry of waiting) {
      const { source, path } = entry
      const { between } = source
      if (between && !(datums.has(between.a) && datums.has(between.b))) {
        later.push(entry)
        continue
      }
      const body = bodyIndex.get(source.body)!
      const base = between
        ? betweenFrame(between, datums.get(between.a)!.frame, datums.get(between.b)!.frame)
        : succeed(null)
      const frame = base.ok ? datumFrame(source, base.value, bodies[body], parts, path) : base
      if (frame.ok) datums.set(source.id, { source, body, frame: frame.value })
      else problems.push(...frame.problems.map((p) => ({ path: `${path}/between`, ids: [source.id], ...p })))
    }
    // whatever stands on a faulty datum is not reported too
    if (later.length === waiting.length || problems.length > 0) break
    waiting = later
  }
  return problems.length > 0 ? fail(...problems) : succeed(datums)
}

/** Placements that say their orientation twice, or whose zero direction lies along their axis. */
function placementProblems(document: MechanismDocument): Problem[] {
  const placements: [string, string, Placement | undefined][] = [
    ...document.bodies.map((b, i): [string, string, Placement | undefined] => [
      `/bodies/${i}/pose`,
      b.id,
      b.pose,
    ]),
    ...document.bodies.flatMap((b, i) =>
      b.parts.map((p, k): [string, string, Placement | undefined] => [
        `/bodies/${i}/parts/${k}/at`,
        p.id,
        p.at,
      ]),
    ),
    ...document.datums.map((d, i): [string, string, Placement | undefined] => [
      `/datums/${i}/at`,
      d.id,
      d.at,
    ]),
  ]
  return placements.flatMap(([path, id, placement]): Problem[] => {
    if (!placement) return []
    const { orientation, axis, zero } = placement
    if (orientation && (axis || zero)) {
      return [
        {
          code: 'placement-ambiguous',
          message: `“${id}” gives its orientation and an axis; keep one of the two.`,
          path,
          ids: [id],
        },
      ]
    }
    return frameAlong(axis ?? [0, 0, 1], zero)
      ? []
      : [
          {
            code: 'placement-zero-along-axis',
            message: `“${id}”: the zero direction lies along the axis; give one across it.`,
            path: `${path}/zero`,
            ids: [id],
          },
        ]
  })
}

/** A placement as a frame; its quantities have been validated. */
export function placementFrame(placement: Placement | undefined): Frame {
  const frame = identityFrame()
  if (placement?.orientation) writeAxes(placement.orientation, frame)
  else if (placement?.axis || placement?.zero) {
    frame.set(frameAlong(placement.axis ?? [0, 0, 1], placement.zero) ?? frame)
  }
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
  const part = parts.get(body.parts.find((p) => p.id === id)!.part)!
  const { shape } = part
  const offered = shapeOf(part).datums()
  return Object.hasOwn(offered, name)
    ? succeed(multiply(frames.get(id)!, offered[name]))
    : fail({
        code: 'feature-missing',
        message: `A ${shape.noun.toLowerCase()} offers no “${name}”; it offers ${Object.keys(offered).join(', ')}.`,
        path: `${path}/name`,
        ids: [id],
      })
}

/** @param between the frame between two other datums, or null */
function datumFrame(
  datum: Datum,
  between: Frame | null,
  body: ResolvedBody,
  parts: ReadonlyMap<string, ResolvedPart>,
  path: string,
): Result<Frame> {
  let frame = between ?? placementFrame(datum.at)
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
