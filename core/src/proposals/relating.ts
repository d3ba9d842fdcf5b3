/**
 * Relations proposed from the parts: two joints are picked, and teeth, diameters, leads and cams of the parts that they
 * carry say how the one position follows from the other.
 */
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import type { AnyRelation, CoordinateRef } from '../document/format/relations'
import { multiply, axisOf, originOf } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { cross, dot, norm, subtract } from '../maths/vector'
import type { Vector } from '../maths/vector'
import { fail, reasons, succeed } from '../result'
import type { Problem, Result } from '../result'
import type {
  PickedCoordinate,
  PickedDatum,
  Proposal,
  TransmittingPart,
} from '../mechanism/relations/proposal'
import { relationType, relationTypes } from '../mechanism/relations/registry'
import { shapeOf } from '../geometry/parts'
import { openModel } from '../model/model'
import type { Model } from '../model/model'
import { frameOfPose } from '../mechanism/body-poses'
import { readStanding } from '../model/standing'
import { wheelSlip } from '../analysis/slip'
import { freshId, slug } from '../document/ids'
import { datumOf } from '../document/picks'
import type { DatumPick } from '../document/picks'
import { listed } from '../wording'
import { gearingArrows } from './arrows'
import { datumFrames } from './joining'
import { ON_AXIS } from './tolerances'

export interface RelationDraft {
  readonly document: MechanismDocument
  /** The first of those that would be made. */
  readonly relation: AnyRelation
  readonly relations: readonly AnyRelation[]
  /** What it was proposed from: "24 and 36 teeth"; null when the parts say nothing. */
  readonly basis: string | null
}

/** What a relation would do. */
export interface RelationEffect extends RelationDraft {
  readonly model: Model | null
  /** "1 turn of Pinion moves Rack by 62.83 mm". */
  readonly sentence: string
  readonly slip: string | null
  /** Which way both sides go together, as lines in ground at the home pose: three numbers a point [m]. */
  readonly arrows: readonly Float32Array[]
  readonly mobility: string
  /** Why the model would not open. */
  readonly problems: readonly Problem[]
  /** Whether that is what holds already: then it may be made suspended. Anything else is a number that is wrong. */
  readonly contradicts: boolean
}

/** Error: `relation-pick`. */
export function pickedCoordinate(model: Model, ref: CoordinateRef): Result<PickedCoordinate> {
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
  const own = (body: number): TransmittingPart[] =>
    geometry.bodies[body].source.parts.flatMap((placed) => {
      const transmission = shapeOf(geometry.parts.get(placed.part)!).transmission()
      const world = multiply(frameOfPose(poses, body), geometry.bodies[body].placed.get(placed.id)!)
      const { name } = geometry.document.parts.find(({ id }) => id === placed.part)!
      return transmission ? [{ body, placed: placed.id, name, transmission, frame: world }] : []
    })
  // what is fastened to a body moves with it
  const { bodyLink } = mechanism
  const on = (body: number): TransmittingPart[] => [
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

/** What relations are asked for. */
export interface RelationWish {
  readonly refs: readonly CoordinateRef[]
  /** What suits the parts best when left out. */
  readonly kind?: string
  /** Picked beside the joint positions, for kinds that take one. */
  readonly datum?: DatumPick
  /** A relation of its own between the first position and each of the others, instead of one among all. */
  readonly each?: boolean
  /** Of the document, instead of what is proposed. */
  readonly fields?: Partial<AnyRelation>
}

/**
 * Proposes a relation among joint positions: the parts that they carry say how the one follows from the other; of more than two
 * it is a sum in which the last one is the mean of the others, as the cage of a differential is. Errors: `relation-pick`.
 */
export function draftRelation(model: Model, wish: RelationWish): Result<RelationDraft> {
  const picked = pickedCoordinates(model, wish.refs)
  if (!picked.ok) return picked
  const document = copyOf(model.document)
  const datum = wish.datum ? pickedDatum(model, document, wish.datum) : null
  const [first, ...others] = picked.value
  const sets = wish.each ? others.map((other) => [first, other]) : [picked.value]
  const relations: AnyRelation[] = []
  let basis: string | null = null
  for (const set of sets) {
    const best = bestProposal(set, datum, wish.kind)
    if (!best) return unsuited(set, wish.kind)
    basis ??= best.proposal.basis
    const name = listed(set.map(({ name }) => name)).slice(0, 120)
    const id = freshId(document, slug(name))
    const relation = {
      id,
      name,
      kind: best.kind,
      ...best.proposal.fields,
      ...wish.fields,
    } as unknown as AnyRelation
    document.relations = [...(document.relations ?? []), relation]
    relations.push(relation)
  }
  return succeed({ document, relation: relations[0], relations, basis })
}

/** Error: `relation-pick`. */
function pickedCoordinates(model: Model, refs: readonly CoordinateRef[]): Result<PickedCoordinate[]> {
  const picked: PickedCoordinate[] = []
  for (const ref of refs) {
    const side = pickedCoordinate(model, ref)
    if (!side.ok) return side
    if (picked.some((known) => known.ref.joint === ref.joint && known.ref.freedom === ref.freedom)) {
      return fail({
        code: 'relation-pick',
        message: `${side.value.name} is picked twice; pick another joint position.`,
        ids: [ref.joint],
      })
    }
    picked.push(side.value)
  }
  return succeed(picked)
}

/** The datum of a pick, made where it is not there yet, with its place in ground; null where its body has none. */
function pickedDatum(model: Model, draft: MechanismDocument, pick: DatumPick): PickedDatum | null {
  const id = datumOf(draft, pick)
  const frames = datumFrames(draft, [id])
  const body = draft.bodies.findIndex((one) => one.id === pick.body)
  if (!frames.ok || body < 0) return null
  const { poses } = readStanding(model, model.home)
  return { id, place: originOf(multiply(frameOfPose(poses, body), frames.value[0])) }
}

function unsuited(picked: readonly PickedCoordinate[], kind: string | undefined): Result<never> {
  const type = kind === undefined ? undefined : relationType(kind)
  const message = type
    ? `${type.noun} takes ${type.takes}; ${listed(picked.map(({ name, motion }) => `${name} is a ${motion}`))}.`
    : picked.length < 2
      ? 'A relation needs two joint positions or more.'
      : 'No relation suits these joint positions.'
  return fail({ code: 'relation-pick', message, ids: picked.map(({ ref }) => ref.joint) })
}

/** What a drafted relation, perhaps altered by hand, would do. */
export function considerRelation(before: Model, draft: RelationDraft): RelationEffect {
  const opened = openModel(draft.document)
  if (!opened.ok) {
    const sentence = reasons(opened.problems)
    return {
      ...draft,
      model: null,
      sentence,
      slip: null,
      arrows: [],
      mobility: '',
      problems: opened.problems,
      contradicts: opened.problems.every(({ code }) => CONTRADICTIONS.has(code)),
    }
  }
  const model = opened.value
  const ids = new Set(draft.relations.map(({ id }) => id))
  const compiled = model.mechanism.relations.filter(({ source }) => ids.has(source.id))
  const slips = wheelSlip(model).flatMap(({ relation, sentence }) =>
    ids.has(relation) && sentence !== null ? [sentence] : [],
  )
  return {
    ...draft,
    model,
    sentence: compiled.map(({ sentence }) => sentence).join('; '),
    slip: slips.length > 0 ? slips.join(' ') : null,
    arrows: compiled.flatMap(({ gearing }) => (gearing ? gearingArrows(gearing, model.mechanism.size) : [])),
    mobility: `Mobility ${before.mobility.mobility} → ${model.mobility.mobility}.`,
    problems: [],
    contradicts: false,
  }
}

/** Codes of problems that suspending something mends. */
const CONTRADICTIONS = new Set(['cannot-assemble', 'conflict', 'joints-contradict'])

/** What suits the picked coordinates and their parts best; of the kind that is wished for alone. */
function bestProposal(
  picked: readonly PickedCoordinate[],
  datum: PickedDatum | null,
  wished: string | undefined,
): { kind: string; proposal: Proposal } | null {
  let best: { kind: string; proposal: Proposal } | null = null
  for (const type of relationTypes()) {
    if (wished !== undefined && type.kind !== wished) continue
    const proposal = type.propose(picked, datum)
    if (proposal && (!best || proposal.fit > best.proposal.fit)) best = { kind: type.kind, proposal }
  }
  return best
}

/** Distance of the axes of two joints, square to the first [m], and the unit vector from the first to the second. */
export function axesApart(a: Frame, b: Frame): { distance: number; direction: Vector } {
  const gap = subtract(originOf(b), originOf(a))
  const z = axisOf(a, 2)
  const along = dot(gap, z)
  const across: Vector = [gap[0] - along * z[0], gap[1] - along * z[1], gap[2] - along * z[2]]
  const distance = norm(across)
  const direction: Vector =
    distance > ON_AXIS ? [across[0] / distance, across[1] / distance, across[2] / distance] : axisOf(a, 0)
  return { distance, direction }
}

export const signedAngle = (from: Vector, to: Vector, about: Vector): number =>
  Math.atan2(dot(cross(from, to), about), dot(from, to))
