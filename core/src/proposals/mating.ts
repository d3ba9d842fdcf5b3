/** Making a mate from two picks, as joints are made: what it would do is known before anything is changed. */
import { copyOf } from '../document/copy'
import type { Mate, MateEnd } from '../document/format/joints'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Datum } from '../document/format/parts'
import { multiply } from '../maths/frame'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import type { Quantity } from '../units/quantity'
import { Reader } from '../mechanism/reading'
import { standingAt } from '../mechanism/state'
import { datumFrames, pointAgainst } from './joining'
import { openModel } from '../model/model'
import type { Model } from '../model/model'
import { frameOfPose } from '../mechanism/body-poses'
import { writePoses } from '../geometry/placement'
import { freshId, slug } from '../document/ids'
import type { DatumPick } from '../document/picks'

/** A mate as it is proposed, before it is made. */
export interface MateProposal {
  readonly kind: Mate['kind']
  readonly name: string
  readonly first: DatumPick
  readonly second: DatumPick
  readonly asFirst: Exclude<MateEnd['as'], 'path'>
  readonly asSecond: Exclude<MateEnd['as'], 'path'>
  readonly radiusFirst?: Quantity
  readonly radiusSecond?: Quantity
  readonly value?: Quantity
  readonly inside?: boolean
  /** Whether the first pick is taken the other way round; where left out, as its axis lies to the other one. */
  readonly flip?: boolean
}

export interface MateEffect {
  readonly document: MechanismDocument
  readonly mate: string
  readonly flip: boolean
  /** The model with the mate, or null when it contradicts what holds already. */
  readonly model: Model | null
  readonly sentences: readonly string[]
  /** What would be held a second time with it. */
  readonly twice: readonly string[]
  readonly problems: readonly Problem[]
}

/**
 * @param poses of all bodies in ground, 7 numbers each, as they are on screen: they become the home pose
 * Errors: `pick-same-body`, and those of the picks.
 */
export function considerMate(before: Model, poses: Float64Array, proposal: MateProposal): Result<MateEffect> {
  const { first, second } = proposal
  if (first.body === second.body) {
    return fail({
      code: 'pick-same-body',
      message: 'Both picks are on the same body; pick the second one on another body.',
      ids: [first.body],
    })
  }
  const draft = copyOf(before.document)
  const frames = new Map(draft.bodies.map((body, k) => [body.id, frameOfPose(poses, k)]))
  writePoses(draft, frames)
  const id = freshId(draft, slug(proposal.name))
  const side = (pick: DatumPick): Datum => {
    const datum: Datum = { ...copyOf(pick), id: freshId(draft, `${id}-on-${pick.body}`) }
    draft.datums.push(datum)
    return datum
  }
  const [datumA, datumB] = [side(first), side(second)]
  const places = datumFrames(draft, [datumA.id, datumB.id])
  if (!places.ok) return places
  const [a, b] = places.value
  const against = pointAgainst(multiply(frames.get(first.body)!, a), multiply(frames.get(second.body)!, b))
  // an angle is measured as it was picked; faces are laid on each other
  const flip = proposal.flip ?? (against && proposal.kind !== 'angle')
  if (flip) datumA.flip = true
  const end = ({ id: datum }: Datum, as: MateEnd['as'], radius: Quantity | undefined): MateEnd => ({
    datum,
    as,
    ...(radius === undefined ? {} : { radius }),
  })
  const mate: Mate = {
    id,
    name: proposal.name,
    kind: proposal.kind,
    a: end(datumA, proposal.asFirst, proposal.radiusFirst),
    b: end(datumB, proposal.asSecond, proposal.radiusSecond),
    ...(proposal.value === undefined ? {} : { value: proposal.value }),
    ...(proposal.inside ? { inside: true } : {}),
  }
  draft.mates = [...(draft.mates ?? []), mate]
  const opened = openModel(draft)
  const made = { document: draft, mate: id, flip }
  if (!opened.ok) {
    const sentences = opened.problems.map(({ message }) => message)
    return succeed({ ...made, model: null, sentences, twice: [], problems: opened.problems })
  }
  const sentences = [`Mobility ${before.mobility.mobility} → ${opened.value.mobility.mobility}.`]
  const more = opened.value.mobility.redundant.length - before.mobility.redundant.length
  const directions = more === 1 ? 'one direction' : `${more} directions`
  const twice =
    more > 0 ? [`It would hold ${directions} a second time: harmless while the parts are exact.`] : []
  return succeed({ ...made, model: opened.value, sentences, twice, problems: [] })
}

/** What an angle or distance between the picks amounts to now [rad or m]. Errors: those of `considerMate`. */
export function presentValue(
  before: Model,
  poses: Float64Array,
  proposal: MateProposal,
): Result<number | null> {
  const effect = considerMate(before, poses, { ...proposal, value: undefined })
  if (!effect.ok) return effect
  const { model, mate, problems } = effect.value
  if (!model) return fail(...problems)
  const { mechanism, home } = model
  const found = mechanism.mateReadings.filter((reading) => reading.mate.source.id === mate)
  const reader = new Reader(mechanism, found)
  reader.read(standingAt(mechanism, home), 0)
  return succeed(found.length > 0 ? reader.values[0] : null)
}
