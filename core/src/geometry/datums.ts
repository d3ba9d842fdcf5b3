/** Where the parts and datums of bodies are: features, fixed places, places between other datums. */
import type { MechanismDocument } from '../document/format/mechanism'
import { supportsOf } from '../document/format/parts'
import type { Body, Datum, Feature } from '../document/format/parts'
import { flipped, multiply, shifted, turnedAboutZ } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { siValue } from '../units/quantity'
import { betweenFrame } from './between'
import { shapeOf } from './parts'
import type { ResolvedPart } from './parts'
import { placementFrame } from './placement'

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

/** Datums that are placed by others come after those, however the document orders them. */
export function resolveDatums(
  document: MechanismDocument,
  bodies: readonly ResolvedBody[],
  bodyIndex: ReadonlyMap<string, number>,
  parts: ReadonlyMap<string, ResolvedPart>,
): Result<ReadonlyMap<string, ResolvedDatum>> {
  const datums = new Map<string, ResolvedDatum>()
  const problems: Problem[] = []
  let waiting = document.datums.map((source, i) => ({ source, pointer: `/datums/${i}` }))
  while (waiting.length > 0) {
    const later: typeof waiting = []
    for (const entry of waiting) {
      const { source, pointer: path } = entry
      if (!supportsOf(source).every((id) => datums.has(id))) {
        later.push(entry)
        continue
      }
      const body = bodyIndex.get(source.body)!
      const base = supportFrame(source, datums)
      const frame = base.ok ? datumFrame(source, base.value, bodies[body], parts, path) : base
      if (frame.ok) datums.set(source.id, { source, body, frame: frame.value })
      else
        problems.push(...frame.problems.map((p) => ({ pointer: `${path}/between`, ids: [source.id], ...p })))
    }
    // what is placed on a faulty datum is not reported too
    if (later.length === waiting.length || problems.length > 0) break
    waiting = later
  }
  return problems.length > 0 ? fail(...problems) : succeed(datums)
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
  const missing = (message: string) =>
    fail({ code: 'feature-missing', message, pointer: `${path}/name`, ids: [id] })
  const part = parts.get(body.parts.find((p) => p.id === id)!.part)
  if (!part) return missing(`A part of ${body.name} has no valid shape, so it offers no “${name}”.`)
  const { shape } = part
  const offered = shapeOf(part).datums()
  return Object.hasOwn(offered, name)
    ? succeed(multiply(frames.get(id)!, offered[name]))
    : missing(
        `A ${shape.noun.toLowerCase()} offers no “${name}”; it offers ${Object.keys(offered).join(', ')}.`,
      )
}

/** The frame of the datum on which another one is, or that is between two; null for a datum placed by no other. */
function supportFrame(
  { on, between }: Datum,
  datums: ReadonlyMap<string, ResolvedDatum>,
): Result<Frame | null> {
  const frameOf = (id: string) => datums.get(id)!.frame
  return between
    ? betweenFrame(between, frameOf(between.a), frameOf(between.b))
    : succeed(on === undefined ? null : frameOf(on))
}

/** @param support the frame that other datums give, or null */
function datumFrame(
  datum: Datum,
  support: Frame | null,
  body: ResolvedBody,
  parts: ReadonlyMap<string, ResolvedPart>,
  path: string,
): Result<Frame> {
  let frame = support ?? placementFrame(datum.at)
  if (datum.feature) {
    const feature = featureFrame(datum.feature, body.source, body.placed, parts, `${path}/feature`)
    if (!feature.ok) return feature
    frame = feature.value
  }
  const [x, y, z] = (datum.offset ?? [0, 0, 0]).map((length) => siValue(length, 'length'))
  frame = shifted(frame, x, y, z)
  if (datum.flip) frame = flipped(frame)
  if (datum.turn !== undefined) frame = turnedAboutZ(frame, siValue(datum.turn, 'angle'))
  return succeed(frame)
}
