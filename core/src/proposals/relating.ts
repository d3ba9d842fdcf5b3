/**
 * Relations proposed from the parts: two joints are picked, and teeth, diameters, leads and cams of the parts that they
 * carry say how the one position follows from the other.
 */
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import type { AnyRelation, CoordinateRef } from '../document/format/relations'
import { multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { cross, dot, norm, subtract } from '../maths/vector'
import type { Vector } from '../maths/vector'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import type { Drive } from '../shapes/drive'
import { shapeOf } from '../geometry/parts'
import { openModel } from '../model/model'
import type { Model } from '../model/model'
import { frameOfPose } from '../mechanism/body-poses'
import { readStanding } from '../model/standing'
import { wheelSlip } from '../analysis/slip'
import { freshId, slug } from '../document/ids'
import { listed } from '../wording'

export interface RelationDraft {
  readonly document: MechanismDocument
  readonly relation: AnyRelation
  /** What it was proposed from: "24 and 36 teeth"; null when the parts say nothing. */
  readonly basis: string | null
}

/** What a relation would do. */
export interface RelationEffect extends RelationDraft {
  readonly model: Model | null
  /** "1 turn of Pinion moves Rack by 62.83 mm". */
  readonly sentence: string
  readonly slip: string | null
  readonly mobility: string
  readonly problems: readonly Problem[]
}

/** A part that drives, where it stands in ground. */
export interface Driving {
  readonly body: number
  readonly drive: Drive
  readonly frame: Frame
}

/** A picked coordinate with what its joint carries. */
export interface Side {
  readonly ref: CoordinateRef
  readonly name: string
  readonly motion: 'turn' | 'slide'
  /** Frame of the joint's first datum in ground. */
  readonly frame: Frame
  readonly parts: readonly Driving[]
  readonly value: number
}

/** Error: `relation-pick`. */
export function sideOf(model: Model, ref: CoordinateRef): Result<Side> {
  const { mechanism, home } = model
  const { geometry, coordinates } = mechanism
  const c = coordinates.findIndex(
    ({ joint, freedom }) =>
      geometry.joints[joint].source.id === ref.joint &&
      (ref.freedom === undefined || freedom.name === ref.freedom),
  )
  if (c < 0) {
    return fail({
      code: 'relation-pick',
      message:
        'This joint has no position that could take part in a relation; pick one that turns or slides.',
      ids: [ref.joint],
    })
  }
  const { joint, freedom } = coordinates[c]
  const { from, to, source } = geometry.joints[joint]
  const { poses, coordinates: values } = readStanding(model, home)
  const frame = multiply(frameOfPose(poses, from.body), from.frame)
  const own = (body: number): Driving[] =>
    geometry.bodies[body].source.parts.flatMap((placed) => {
      const drive = shapeOf(geometry.parts.get(placed.part)!).drive()
      const world = multiply(frameOfPose(poses, body), geometry.bodies[body].placed.get(placed.id)!)
      return drive ? [{ body, drive, frame: world }] : []
    })
  // what is fastened to a body moves with it
  const { bodyLink } = mechanism
  const on = (body: number): Driving[] => [
    ...own(body),
    ...geometry.bodies.flatMap((_, b) => (b !== body && bodyLink[b] === bodyLink[body] ? own(b) : [])),
  ]
  return succeed({
    ref,
    name: source.name,
    motion: freedom.motion === 'slide' ? 'slide' : 'turn',
    frame,
    // the second body of a joint carries the wheel as a rule
    parts: [...on(to.body), ...on(from.body)],
    value: values[c],
  })
}

/**
 * Proposes a relation among two coordinates or more: of two the parts say how the one follows the other, of more a sum in
 * which the last one is the mean of the others, as the cage of a differential is. Errors: `relation-pick`.
 */
export function draftRelation(model: Model, refs: readonly CoordinateRef[]): Result<RelationDraft> {
  const sides: Side[] = []
  for (const ref of refs) {
    const side = sideOf(model, ref)
    if (!side.ok) return side
    if (sides.some((known) => known.ref.joint === ref.joint && known.ref.freedom === ref.freedom)) {
      return fail({
        code: 'relation-pick',
        message: `${side.value.name} is picked twice; pick another joint position.`,
        ids: [ref.joint],
      })
    }
    sides.push(side.value)
  }
  if (sides.length < 2) {
    return fail({ code: 'relation-pick', message: 'A relation needs two joint positions or more.' })
  }
  const { fields, basis } = sides.length > 2 ? mean(sides) : pair(sides[0], sides[1])
  const document = copyOf(model.document)
  const names = sides.map(({ name }) => name)
  const name = listed(names).slice(0, 120)
  const id = freshId(document, slug(name))
  const relation = { id, name, ...fields } as AnyRelation
  document.relations = [...(document.relations ?? []), relation]
  return succeed({ document, relation, basis })
}

/** What a drafted relation, perhaps altered by hand, would do. */
export function considerRelation(before: Model, draft: RelationDraft): RelationEffect {
  const opened = openModel(draft.document)
  if (!opened.ok) {
    const sentence = opened.problems.map(({ message }) => message).join(' ')
    return { ...draft, model: null, sentence, slip: null, mobility: '', problems: opened.problems }
  }
  const model = opened.value
  const compiled = model.mechanism.relations.find(({ source }) => source.id === draft.relation.id)
  const slip = wheelSlip(model).find(({ relation }) => relation === draft.relation.id)
  return {
    ...draft,
    model,
    sentence: compiled?.sentence ?? '',
    slip: slip?.sentence ?? null,
    mobility: `Mobility ${before.mobility.mobility} → ${model.mobility.mobility}.`,
    problems: [],
  }
}

type Fields = { fields: Record<string, unknown>; basis: string | null }

type Kind = Drive['kind']

const find = <K extends Kind>(side: Side, kind: K): Extract<Drive, { kind: K }> | undefined =>
  side.parts.map(({ drive }) => drive).find((d): d is Extract<Drive, { kind: K }> => d.kind === kind)

/** A turn stands before a slide. */
function pair(a: Side, b: Side): Fields {
  const [x, y] = a.motion === 'slide' && b.motion === 'turn' ? [b, a] : [a, b]
  return x.motion === 'slide' ? slides(x, y) : y.motion === 'turn' ? turns(x, y) : turnAndSlide(x, y)
}

const mean = (sides: readonly Side[]): Fields => ({
  fields: {
    kind: 'sum',
    terms: sides.map(({ ref }, k) => ({ ...ref, factor: k < sides.length - 1 ? 1 : 1 - sides.length })),
  },
  basis: null,
})

/** As a person would type it. */
const millimetres = (length: number): string => `${Number((1000 * length).toPrecision(12))} mm`

function turns(a: Side, b: Side): Fields {
  const refs = { a: a.ref, b: b.ref }
  const [gearA, gearB] = [find(a, 'gear'), find(b, 'gear')]
  if (gearA && gearB) {
    const [teethA, teethB] = [gearA.toothing.teeth, gearB.toothing.teeth]
    const internal = gearA.internal || gearB.internal
    return {
      fields: { kind: 'gear', ...refs, teethA, teethB, ...(internal ? { internal } : {}) },
      basis: `${teethA} and ${teethB} teeth`,
    }
  }
  const [pulleyA, pulleyB] = [find(a, 'pulley'), find(b, 'pulley')]
  if (pulleyA && pulleyB) {
    const [diameterA, diameterB] = [pulleyA.diameter, pulleyB.diameter].map(millimetres)
    return {
      fields: { kind: 'belt', ...refs, diameterA, diameterB },
      basis: `pulleys of ${diameterA} and ${diameterB}`,
    }
  }
  const [wheelA, wheelB] = [find(a, 'wheel'), find(b, 'wheel')]
  if (wheelA && wheelB) {
    const [diameterA, diameterB] = [wheelA.diameter, wheelB.diameter].map(millimetres)
    return {
      fields: { kind: 'gear', ...refs, diameterA, diameterB },
      basis: `wheels of ${diameterA} and ${diameterB}`,
    }
  }
  return { fields: { kind: 'gear', ...refs, ratio: 1 }, basis: null }
}

function turnAndSlide(turn: Side, slide: Side): Fields {
  const refs = { a: turn.ref, b: slide.ref }
  const gear = find(turn, 'gear')
  if (gear && !gear.internal) {
    const { module, teeth } = gear.toothing
    return {
      fields: { kind: 'rack', ...refs, diameter: millimetres(module * teeth) },
      basis: `${teeth} teeth of module ${millimetres(module)}`,
    }
  }
  const thread = find(turn, 'thread') ?? find(slide, 'thread')
  if (thread) {
    const lead = millimetres(thread.lead)
    return { fields: { kind: 'screw', ...refs, lead }, basis: `a lead of ${lead}` }
  }
  const cam = turn.parts.find(({ drive }) => drive.kind === 'cam')
  if (cam) return followsCam(turn, slide, cam)
  const round = find(turn, 'wheel') ?? find(turn, 'pulley')
  if (round) {
    const diameter = millimetres(round.diameter)
    return { fields: { kind: 'rack', ...refs, diameter }, basis: `a diameter of ${diameter}` }
  }
  return { fields: { kind: 'rack', ...refs, travel: '10 mm' }, basis: null }
}

const slides = (a: Side, b: Side): Fields => ({
  fields: {
    kind: 'sum',
    terms: [
      { ...a.ref, factor: 1 },
      { ...b.ref, factor: -1 },
    ],
  },
  basis: null,
})

const axis = (frame: Frame, k: number): Vector => [frame[3 * k], frame[3 * k + 1], frame[3 * k + 2]]
export const originOf = (frame: Frame): Vector => [frame[ORIGIN], frame[ORIGIN + 1], frame[ORIGIN + 2]]
export const axisOf = axis

/** A point of the table every few degrees of the cam. */
const TABLE = 240

/** The follower's position by the cam's turn, from where both stand now. */
function followsCam(turn: Side, slide: Side, cam: Driving): Fields {
  const { drive, frame } = cam
  if (drive.kind !== 'cam') throw new Error('not a cam')
  const along = axis(slide.frame, 2)
  const offset = subtract(originOf(slide.frame), originOf(frame))
  // the follower stands on the side of the cam to which it lies
  const outward = dot(along, offset) < 0 ? -1 : 1
  const toward: Vector = [outward * along[0], outward * along[1], outward * along[2]]
  const contact = Math.atan2(dot(toward, axis(frame, 1)), dot(toward, axis(frame, 0)))
  const sense = dot(axis(turn.frame, 2), axis(frame, 2)) < 0 ? -1 : 1
  const start = drive.lift(contact)
  const points = Array.from({ length: TABLE + 1 }, (_, k): [number, number] => {
    const turned = (2 * Math.PI * k) / TABLE
    const lift = drive.lift(contact - sense * turned) - start
    return [turn.value + turned, slide.value + outward * lift]
  })
  points[TABLE][1] = points[0][1]
  return {
    fields: { kind: 'table', a: turn.ref, b: slide.ref, points, periodic: true },
    basis: 'the motion programme of the cam',
  }
}

/** Distance of the axes of two joints, square to the first [m], and the unit vector from the first to the second. */
export function axesApart(a: Frame, b: Frame): { distance: number; direction: Vector } {
  const gap = subtract(originOf(b), originOf(a))
  const z = axis(a, 2)
  const along = dot(gap, z)
  const across: Vector = [gap[0] - along * z[0], gap[1] - along * z[1], gap[2] - along * z[2]]
  const distance = norm(across)
  const direction: Vector =
    distance > 1e-9 ? [across[0] / distance, across[1] / distance, across[2] / distance] : axis(a, 0)
  return { distance, direction }
}

export const signedAngle = (from: Vector, to: Vector, about: Vector): number =>
  Math.atan2(dot(cross(from, to), about), dot(from, to))
