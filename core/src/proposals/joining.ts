/**
 * Making a joint from two picks: which body comes, where everything is afterwards, and what the joint would do to the
 * mobility, all before anything is changed.
 */

import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import { rigidSets } from '../document/groups'
import type { Datum } from '../document/format/parts'
import { jointType } from '../mechanism/joints/registry'
import { rankWith } from '../analysis/mobility'
import { axisOf, identityFrame, inverse, multiply, originOf, turnedAboutZ } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { dot, subtract } from '../maths/vector'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import type { Quantity } from '../units/quantity'
import { openModel } from '../model/model'
import type { Model } from '../model/model'
import { freshId, slug } from '../document/ids'
import type { DatumPick } from '../document/picks'
import { resolvePlaces } from '../geometry/places'
import { listed } from '../wording'
import { placementOf, writePoses } from '../geometry/placement'
import { frameOfPose } from '../mechanism/body-poses'
import { readStanding } from '../model/standing'

/** A joint as it is proposed, before it is made. */
export interface JoinProposal {
  readonly kind: string
  readonly name: string
  readonly first: DatumPick
  readonly second: DatumPick
  /** Which of the two bodies comes to the other; the one that is free to, when left out. */
  readonly comes?: 'first' | 'second'
  /** Joins the second body to the first pick without moving anything. */
  readonly inPlace?: boolean
  /** Along the main axis of the pick that stays [a length]. */
  readonly offset?: Quantity
  /** About that axis [an angle]. */
  readonly turn?: Quantity
  /** Main axes point against each other; as little as possible is turned when left out. */
  readonly flip?: boolean
  readonly lead?: Quantity
}

/** The document with the joint in it, and what was decided on the way. */
export interface JoinDraft {
  readonly document: MechanismDocument
  readonly joint: string
  readonly comes: 'first' | 'second' | 'both'
  readonly flip: boolean
}

/**
 * @param poses of all bodies in ground, 7 numbers each, as they are on screen: they become the home pose
 * Errors: `pick-same-body`, `joint-unknown`, those of the geometry.
 */
export function draftJoint(
  document: MechanismDocument,
  poses: Float64Array,
  proposal: JoinProposal,
): Result<JoinDraft> {
  const { first, second } = proposal
  if (first.body === second.body) {
    return fail({
      code: 'pick-same-body',
      message: 'Both picks are on the same body; pick the second one on another body.',
      ids: [first.body],
    })
  }
  const frames = new Map(document.bodies.map((body, i) => [body.id, frameOfPose(poses, i)]))
  const sets = togetherWith(document)
  const grounded = (body: string) => document.bodies.some((b) => b.grounded && sets(b.id) === sets(body))
  const loop = sets(first.body) === sets(second.body) || (grounded(first.body) && grounded(second.body))
  const wanted = proposal.comes ?? 'first'
  const comes = grounded(wanted === 'first' ? first.body : second.body) ? other(wanted) : wanted
  const [stays, moves] = comes === 'first' ? [second, first] : [first, second]

  const draft = copyOf(document)
  const id = freshId(draft, slug(proposal.name))
  const staying: Datum = { ...copyOf(stays), id: freshId(draft, `${id}-on-${stays.body}`) }
  const moving: Datum = { ...copyOf(moves), id: freshId(draft, `${id}-on-${moves.body}`) }
  draft.datums.push(staying, moving)
  // of sides that play different parts the second pick is the first one
  const [from, to] =
    jointType(proposal.kind)?.sides && first === stays ? [moving, staying] : [staying, moving]
  draft.joints.push({
    id,
    name: proposal.name,
    kind: proposal.kind,
    from: from.id,
    to: to.id,
    ...(proposal.lead === undefined ? {} : { lead: proposal.lead }),
  })
  writePoses(draft, frames)

  const places = datumFrames(draft, [staying.id, moving.id])
  if (!places.ok) return places
  const [onStaying, onMoving] = places.value
  const stayWorld = multiply(frames.get(stays.body)!, onStaying)
  if (proposal.inPlace) {
    const place = proposal.first === stays ? stayWorld : multiply(frames.get(moves.body)!, onMoving)
    putAt(staying, multiply(inverse(frames.get(stays.body)!), place))
    putAt(moving, multiply(inverse(frames.get(moves.body)!), place))
    return succeed({ document: draft, joint: id, comes: 'both', flip: false })
  }

  const moveWorld = multiply(frames.get(moves.body)!, onMoving)
  const flip = proposal.flip ?? pointAgainst(stayWorld, moveWorld)
  // what stays says which way is positive
  if (flip) moving.flip = true
  if (proposal.offset !== undefined) staying.offset = [0, 0, proposal.offset]
  if (proposal.turn !== undefined) staying.turn = proposal.turn
  if (!loop) {
    const seated = seat(draft, id, stays.body, moves.body, proposal.turn !== undefined)
    if (!seated.ok) return seated
    const shift = multiply(seated.value, inverse(frames.get(moves.body)!))
    const company = sets(moves.body)
    for (const body of draft.bodies) {
      if (sets(body.id) === company) frames.set(body.id, multiply(shift, frames.get(body.id)!))
    }
    writePoses(draft, frames)
  }
  return succeed({ document: draft, joint: id, comes: loop ? 'both' : comes, flip })
}

/**
 * How far the pick that would come is along the main axis of the one that stays, where both are now [m]. Errors: those of
 * `draftJoint`.
 */
export function presentOffset(
  document: MechanismDocument,
  poses: Float64Array,
  proposal: JoinProposal,
): Result<number> {
  const draft = draftJoint(document, poses, { ...proposal, offset: undefined, inPlace: false })
  if (!draft.ok) return draft
  const { from, to } = draft.value.document.joints.find(({ id }) => id === draft.value.joint)!
  const places = datumFrames(draft.value.document, [from, to])
  if (!places.ok) return places
  const staying = proposal[draft.value.comes === 'second' ? 'first' : 'second'].body
  const ends = [from, to].map((id, k) => {
    const { body } = draft.value.document.datums.find((datum) => datum.id === id)!
    const index = document.bodies.findIndex((b) => b.id === body)
    return { body, frame: multiply(frameOfPose(poses, index), places.value[k]) }
  })
  // that of the pick which stays says which way the offset counts
  const stays = ends.find(({ body }) => body === staying)!.frame
  const moves = ends.find(({ body }) => body !== staying)!.frame
  return succeed(dot(subtract(originOf(moves), originOf(stays)), axisOf(stays, 2)))
}

export interface JoinEffect {
  readonly draft: JoinDraft
  /** The model with the joint, or null when it contradicts what holds already. */
  readonly model: Model | null
  readonly problems: readonly Problem[]
  /** "Mobility 6 → 1.", or why it contradicts what holds already. */
  readonly sentences: readonly string[]
  /** What would be held a second time with it. */
  readonly twice: readonly string[]
}

/** What the joint would do. Errors: those of `draftJoint`. */
export function considerJoint(
  before: Model,
  poses: Float64Array,
  proposal: JoinProposal,
): Result<JoinEffect> {
  const draft = draftJoint(before.document, poses, proposal)
  if (!draft.ok) return draft
  const opened = openModel(draft.value.document)
  if (!opened.ok) {
    const sentences = opened.problems.map(({ message }) => message)
    return succeed({ draft: draft.value, model: null, problems: opened.problems, sentences, twice: [] })
  }
  const own = heldTwice(opened.value, draft.value.joint)
  const sentences = [`Mobility ${before.mobility.mobility} → ${opened.value.mobility.mobility}.`]
  const twice =
    own.length > 0
      ? [`It would hold ${listed(own)} a second time: harmless while the parts are exact.`]
      : heldElsewhere(before, opened.value)
  return succeed({ draft: draft.value, model: opened.value, problems: [], sentences, twice })
}

/** What other joints would hold a second time, where the new one carries its body in their stead. */
function heldElsewhere(before: Model, after: Model): string[] {
  if (after.mobility.redundant.length <= before.mobility.redundant.length) return []
  const known = new Set(before.mobility.redundant.map(({ joint, direction }) => `${joint} ${direction}`))
  const fresh = after.mobility.redundant.filter(({ joint, direction }) => !known.has(`${joint} ${direction}`))
  const joints = [...new Set(fresh.map(({ joint }) => joint))]
  return joints.map((id) => {
    const name = after.document.joints.find((joint) => joint.id === id)?.name ?? id
    const directions = fresh.filter(({ joint }) => joint === id).map(({ direction }) => direction)
    return `With it, ${name} would hold ${listed(directions)} a second time: harmless while the parts are exact.`
  })
}

/** Directions of a joint that the rest of the mechanism holds already. */
export function heldTwice({ mechanism, home, mobility }: Model, joint: string): string[] {
  const own = mechanism.rows.filter(({ owner }) => owner.kind === 'joint' && owner.id === joint)
  const rest = mechanism.rows.filter((row) => !own.includes(row))
  if (own.length === 0) return mobility.redundant.filter((r) => r.joint === joint).map((r) => r.direction)
  const known = new Uint8Array(mechanism.links)
  const without = { ...mechanism, rows: rest }
  const kept: typeof own = []
  let rank = rankWith(without, home, known)
  return own.flatMap((row) => {
    const next = rankWith(without, home, known, [...kept, row])
    if (next === rank) return [row.direction]
    rank = next
    kept.push(row)
    return []
  })
}

const other = (side: 'first' | 'second') => (side === 'first' ? 'second' : 'first')

/** Where the moving body would be if nothing but the new joint held it [pose in ground]. */
function seat(
  draft: MechanismDocument,
  joint: string,
  stays: string,
  moves: string,
  atZero: boolean,
): Result<Frame> {
  const made = draft.joints.find(({ id }) => id === joint)!
  const pair: MechanismDocument = {
    ...draft,
    bodies: draft.bodies
      .filter(({ id }) => id === stays || id === moves)
      .map((body) => ({ ...body, grounded: body.id === stays })),
    groups: [],
    datums: draft.datums.filter(({ body }) => body === stays || body === moves),
    paths: [],
    joints: [made],
    mates: [],
    relations: [],
    poses: [],
    probes: [],
    scenarios: [],
  }
  const opened = openModel(pair)
  if (!opened.ok) return opened
  const index = pair.bodies.findIndex(({ id }) => id === moves)
  const { poses } = readStanding(opened.value, opened.value.home)
  const seated = frameOfPose(poses, index)
  const turns = jointType(made.kind)?.freedoms.some(({ motion, axis }) => motion !== 'slide' && axis === 2)
  if (!atZero || !turns) return succeed(seated)
  // turned back about the axis, so that the zero directions agree
  const { datums } = opened.value.mechanism.geometry
  const ends = [made.from, made.to].map((id) => datums.get(id)!)
  const [there, own] = ends[1].body === index ? ends : [ends[1], ends[0]]
  const from = multiply(frameOfPose(poses, 1 - index), there.frame)
  const to = multiply(seated, own.frame)
  const angle = Math.atan2(
    to[0] * from[3] + to[1] * from[4] + to[2] * from[5],
    to[0] * from[0] + to[1] * from[1] + to[2] * from[2],
  )
  const back = multiply(multiply(from, turnedAboutZ(identityFrame(), -angle)), inverse(from))
  return succeed(multiply(back, seated))
}

/** Whether the main axes of two frames point against each other. */
export const pointAgainst = (a: Frame, b: Frame): boolean => a[6] * b[6] + a[7] * b[7] + a[8] * b[8] < 0

/** Frames on their bodies of datums whose picks may still be flipped or moved. */
export function datumFrames(document: MechanismDocument, ids: readonly string[]): Result<Frame[]> {
  const places = resolvePlaces({ ...document, groups: [] })
  return places.ok ? succeed(ids.map((id) => places.value.datums.get(id)!.frame)) : places
}

function putAt(datum: Datum, frame: Frame): void {
  delete datum.feature
  delete datum.between
  delete datum.on
  datum.at = placementOf(frame)
}

/** Names the set of bodies with which a body moves: all that joints, mates and rigid groups tie to it. */
function togetherWith(document: MechanismDocument): (body: string) => string {
  const parent = new Map(document.bodies.map(({ id }) => [id, id]))
  const root = (id: string): string => {
    const up = parent.get(id) ?? id
    return up === id ? id : root(up)
  }
  const tie = (a: string | undefined, b: string | undefined) => {
    if (a !== undefined && b !== undefined) parent.set(root(a), root(b))
  }
  const bodyOf = new Map(document.datums.map(({ id, body }) => [id, body]))
  for (const { from, to, suspended } of document.joints) if (!suspended) tie(bodyOf.get(from), bodyOf.get(to))
  for (const { a, b, suspended } of document.mates ?? []) {
    if (!suspended && a.datum && b.datum) tie(bodyOf.get(a.datum), bodyOf.get(b.datum))
  }
  for (const set of rigidSets(document)) for (const id of set.slice(1)) tie(set[0], id)
  return root
}
