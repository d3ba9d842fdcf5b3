/**
 * What the screen may ask the solver's worker: each question is a function of the bench and of what is asked, and none
 * changes the document. Answers hold plain values only.
 */
import {
  adviseOn,
  considerJoint,
  considerMate,
  presentOffset,
  presentValue,
  considerRelation,
  contactFacts,
  contactPreview,
  coordinateOf,
  draftRelation,
  fail,
  formatQuantity,
  goToPose,
  holdMotion,
  actingDrivers,
  companyOf,
  gatheredMotions,
  looseMotions,
  mendConflict,
  mendScenario,
  openModel,
  readStanding,
  recordInto,
  reportModel,
  pushedApart,
  rideOn,
  snapTeeth,
  standNear,
  succeed,
  thereAndBack,
  wiggle,
  wiggleLink,
} from '@ligamen/core'
import type {
  Advice,
  Company,
  CoordinateName,
  CoordinateValue,
  AnyRelation,
  Clip,
  ContactFact,
  ContactPreview,
  Finding,
  JoinProposal,
  MateProposal,
  MechanismDocument,
  Model,
  Problem,
  Recorded,
  Recording,
  RelationWish,
  Result,
  Snapped,
  Standing,
} from '@ligamen/core'
import { clipOf } from './bench'
import type { Bench } from './bench'

/** What a joint, a mate or a relation would do, before it is made. */
export interface Effect {
  readonly document: MechanismDocument
  /** Id of what would be made. */
  readonly made: string
  /** Ids of all that would be made, where that is more. */
  readonly all?: readonly string[]
  /** False when it contradicts what holds already. */
  readonly holds: boolean
  readonly sentences: readonly string[]
  /** What would be held a second time with it. */
  readonly twice: readonly string[]
  /** Where everything would be, and its freedom played as a small motion. */
  readonly poses: Float64Array | null
  readonly clip: Clip | null
}

export interface JoinAnswer extends Effect {
  readonly comes: 'first' | 'second' | 'both'
  readonly flip: boolean
}

export interface MateAnswer extends Effect {
  readonly flip: boolean
}

export interface RelateAnswer extends Effect {
  readonly relation: AnyRelation
  readonly basis: string | null
  readonly slip: string | null
  /** A number of it is wrong: it cannot even be made suspended. */
  readonly isWrong: boolean
  /** Which way both sides go together, as lines in ground [m]. */
  readonly arrows: readonly Float32Array[]
}

export interface LooseShown {
  readonly sentence: string
  readonly joint: string | null
  readonly clip: Clip
  /** The document in which it is held where it is, and the name of that edit. */
  readonly held: { readonly document: MechanismDocument; readonly edit: string } | null
}

/** Bodies or groups by id. */
export interface Meet {
  readonly first: string
  readonly second: string
}

/** What is wrong with a scenario, by id. */
export interface Ailing {
  readonly scenario: string
  readonly problems: readonly Problem[]
}

/** Bodies by id. */
export interface Ride {
  readonly rider: string
  readonly carrier: string
}

/** How long going to a pose is shown [s]. */
const GOING = 0.4
/** Each way of a travel that is played [s]. */
const EACH_WAY = 1.5
/** A point is at its place when nearer than this, in sizes of the mechanism. */
const NEAR = 1e-7
/** More free motions than this are not listed one by one. */
const MOST_SHOWN = 40

const nothing = () =>
  fail({
    code: 'no-model',
    message: 'The mechanism has to assemble first; see what is said above the model.',
  })

export const questions = {
  join({ model, q }: Bench, proposal: JoinProposal): Result<JoinAnswer> {
    if (!model) return nothing()
    const effect = considerJoint(model, readStanding(model, q).poses, proposal)
    if (!effect.ok) return effect
    const { draft, model: after, sentences, twice } = effect.value
    const { document, joint, comes, flip } = draft
    return succeed({ document, made: joint, comes, flip, sentences, twice, ...shownIn(after, joint) })
  },

  /** How far apart the picks of a joint are now along its axis [m]. */
  presentOffset({ model, q }: Bench, proposal: JoinProposal): Result<number> {
    return model ? presentOffset(model.document, readStanding(model, q).poses, proposal) : nothing()
  },

  /** What an angle or distance mate would measure now [rad or m]. */
  presentValue({ model, q }: Bench, proposal: MateProposal): Result<number | null> {
    return model ? presentValue(model, readStanding(model, q).poses, proposal) : nothing()
  },

  mate({ model, q }: Bench, proposal: MateProposal): Result<MateAnswer> {
    if (!model) return nothing()
    const effect = considerMate(model, readStanding(model, q).poses, proposal)
    if (!effect.ok) return effect
    const { document, mate, flip, model: after, sentences, twice } = effect.value
    return succeed({ document, made: mate, flip, sentences, twice, ...shownIn(after, null) })
  },

  relate({ model }: Bench, wish: RelationWish): Result<RelateAnswer> {
    if (!model) return nothing()
    const draft = draftRelation(model, wish)
    if (!draft.ok) return draft
    const { document, relation, basis } = draft.value
    const effect = considerRelation(model, draft.value)
    const sentences = [effect.sentence, effect.mobility].filter((sentence) => sentence !== '')
    const shown = shownIn(effect.model, wish.refs[0]!.joint)
    return succeed({
      document,
      made: relation.id,
      all: draft.value.relations.map(({ id }) => id),
      relation,
      basis,
      slip: effect.slip,
      arrows: effect.arrows,
      sentences,
      twice: [],
      isWrong: !effect.model && !effect.contradicts,
      ...shown,
    })
  },

  /** How the bodies of contacts are to each other where they stand. */
  contacts({ model, q }: Bench): readonly ContactFact[] {
    return model ? contactFacts(model.mechanism, q) : []
  },

  /** Where two bodies or groups would touch; null where nothing stands. */
  meet({ model, q }: Bench, { first, second }: Meet): ContactPreview | null {
    return model && contactPreview(model.mechanism, q, first, second)
  },

  /** The document in which a body rides on another one. */
  ride({ model, q }: Bench, { rider, carrier }: Ride): Result<MechanismDocument> {
    return model ? rideOn(model, q, rider, carrier) : nothing()
  },

  /** The document with all that overlaps pushed apart. */
  pushApart({ document }: Bench): Result<MechanismDocument> {
    return document ? pushedApart(document) : nothing()
  },

  snap({ model }: Bench, relation: string): Result<Snapped> {
    if (!model) return nothing()
    const found = model.document.relations?.find(({ id }) => id === relation)
    return found?.kind === 'gear' || found?.kind === 'rack'
      ? snapTeeth(model, found)
      : fail({ code: 'snap-parts', message: 'Only gear pairs and racks can be snapped together.' })
  },

  advise({ model }: Bench): Finding[] {
    return model ? adviseOn(model) : []
  },

  /** What would make a document that was stored hold again; nothing when it holds. */
  mend({ document, model }: Bench): Advice[] {
    if (!document || model) return []
    const opened = openModel(document)
    return opened.ok ? [] : mendConflict(document, opened.problems)
  },

  /** What would mend a scenario, for each of its problems. */
  mendScenario({ document }: Bench, { scenario, problems }: Ailing): Advice[][] {
    return problems.map((problem) => (document ? mendScenario(document, scenario, problem) : []))
  },

  /** What nothing moves or holds: free motions that the drivers of the scenario leave. */
  loose({ model, q }: Bench, scenario: string | null): LooseShown[] {
    if (!model) return []
    const { mechanism } = model
    const driven = scenario === null ? [] : actingDrivers(model, scenario)
    return gatheredMotions(mechanism, looseMotions(mechanism, q, driven))
      .slice(0, MOST_SHOWN)
      .map(({ links, joint, sentence }) => {
        const link = links[0]!
        const document = holdMotion(model, q, link)
        const [body, name] = [mechanism.linkBody[link]!, mechanism.linkJoint[link]!]
        const { source } = (
          joint === null ? mechanism.geometry.bodies[body] : mechanism.geometry.joints[name]
        )!
        return {
          sentence,
          joint,
          clip: joinClips(links.map((one) => wiggleLink(mechanism, q, one))),
          held: document && { document, edit: `Hold ${source.name}` },
        }
      })
  },

  /** What moves with a joint in a scenario, and what moves it. */
  company({ model, q }: Bench, asked: { joint: string; scenario: string | null }): Company {
    const { joint, scenario } = asked
    if (!model) return { moves: [], movedBy: [] }
    return companyOf(model.mechanism, q, scenario === null ? [] : actingDrivers(model, scenario), joint)
  },

  /** From where it is to one limit of a coordinate, to the other, and back. */
  travel({ model, q }: Bench, name: CoordinateName): Result<Clip> {
    if (!model) return nothing()
    const index = indexOf(model, name)
    const coordinate = model.mechanism.coordinates[index]
    if (!coordinate) return nothing()
    const { lower, upper } = coordinate.settings
    if (lower === -Infinity && upper === Infinity)
      return fail({
        code: 'no-limits',
        message: 'It has no limits yet; type one, or take the present position.',
      })
    const ends = [upper, lower].filter(Number.isFinite)
    return succeed(joinClips(ends.map((to) => thereAndBack(model.mechanism, q, index, to, EACH_WAY))))
  },

  /** Goes to joint positions by a feasible path and stays there. */
  goTo(bench: Bench, values: readonly CoordinateValue[]): Result<{ clip: Clip; standing: Standing }> {
    const { model, q } = bench
    if (!model) return nothing()
    const targets = values.flatMap(({ value, ...name }) => {
      const coordinate = indexOf(model, name)
      return coordinate < 0 ? [] : [{ coordinate, value }]
    })
    const gone = goToPose(model.mechanism, q, targets, 24)
    if (!gone.ok) return gone
    const { steps } = gone.value
    bench.q = steps[steps.length - 1]!.slice()
    return succeed({ clip: clipOf(model, steps, GOING), standing: readStanding(model, bench.q) })
  },

  /** Stands at joint positions without a way there, as at a frame of a take. */
  stand(bench: Bench, values: readonly CoordinateValue[]): Standing | null {
    const stood = bench.model && standNear(bench.model, values)
    if (stood?.ok) bench.q = stood.value
    return bench.standing()
  },

  /** Brings a point of a body, in its frame, to a place in ground. Code: `out-of-reach`. */
  reach(
    bench: Bench,
    asked: {
      body: string
      point: readonly [number, number, number]
      target: readonly [number, number, number]
    },
  ): Result<Standing> {
    const { model, q } = bench
    if (!model) return nothing()
    bench.takeHold(asked.body, asked.point, false)
    let gap = Infinity
    for (let before = Infinity; gap === Infinity || gap < 0.999 * before;) {
      before = gap
      bench.aim(asked.target)
      const gone = bench.follow()
      if (!gone) break
      gap = gone.gap
      if (gap > NEAR * model.mechanism.size) continue
      bench.letGo()
      return succeed(gone.standing)
    }
    bench.letGo()
    bench.q = q
    const short = gap < Infinity ? ` It would stay ${formatQuantity(gap, 'mm', 2)} short.` : ''
    return fail({ code: 'out-of-reach', message: `That place is out of reach.${short}` })
  },

  /** What was done by hand, as lanes of a scenario. */
  record(
    { model }: Bench,
    { scenario, recording }: { scenario: string; recording: Recording },
  ): Result<Recorded> {
    if (!model) return nothing()
    const { items } = reportModel(model, scenario)
    return recordInto(model.document, scenario, recording, items)
  },

  /** Where everything would be at joint positions, without going there; null when it cannot. */
  look({ model }: Bench, values: readonly CoordinateValue[]): Float64Array | null {
    const stood = model && standNear(model, values)
    return model && stood?.ok ? readStanding(model, stood.value).poses : null
  },

  letGo(bench: Bench): Standing | null {
    return bench.letGo()
  },

  home(bench: Bench): null {
    if (bench.model) bench.q = bench.model.home
    return null
  },
} as const

export type Questions = typeof questions
export type Asked<K extends keyof Questions> = Parameters<Questions[K]>[1]
export type Answer<K extends keyof Questions> = ReturnType<Questions[K]>

/** Place of a coordinate among those of the mechanism; -1 for none. */
function indexOf({ mechanism }: Model, { joint, freedom }: CoordinateName): number {
  const found = coordinateOf(mechanism, joint, freedom)
  return found ? mechanism.coordinates.indexOf(found) : -1
}

/** Where a model is at home, with the freedom of one of its joints as a small motion. */
function shownIn(model: Model | null, joint: string | null): Pick<Effect, 'holds' | 'poses' | 'clip'> {
  if (!model) return { holds: false, poses: null, clip: null }
  const { mechanism, home } = model
  const index = mechanism.coordinates.findIndex(
    (coordinate) => mechanism.geometry.joints[coordinate.joint]!.source.id === joint,
  )
  const clip = index < 0 ? null : wiggle(mechanism, home, index)
  return { holds: true, poses: readStanding(model, home).poses, clip: clip && clip.frames > 1 ? clip : null }
}

function joinClips(clips: readonly Clip[]): Clip {
  const [first] = clips
  const poses = new Float64Array(clips.reduce((sum, clip) => sum + clip.poses.length, 0))
  let at = 0
  for (const clip of clips) {
    poses.set(clip.poses, at)
    at += clip.poses.length
  }
  return { frames: clips.reduce((sum, { frames }) => sum + frames, 0), interval: first!.interval, poses }
}
