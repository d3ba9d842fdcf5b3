/** Outlines of two bodies in one plane, which touch exactly where these do. */
import type { Contact } from '../document/format/contacts'
import { shapeOf } from '../geometry/parts'
import type { ResolvedPart } from '../geometry/parts'
import { axisOf, flipped, multiply, originOf } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { dot } from '../maths/vector'
import type { Vector } from '../maths/vector'
import { bodyFrame } from '../mechanism/body-poses'
import type { Mechanism } from '../mechanism/compile'
import { Axis, slide, square } from '../mechanism/conditions'
import type { Condition } from '../mechanism/conditions'
import { pairTerm } from '../mechanism/rows'
import type { Pair } from '../mechanism/rows'
import type { MotionState } from '../mechanism/state'
import { outlineOf, ROUND_TURN } from '../proximity/outlines/outline'
import type { Outline } from '../proximity/outlines/outline'
import { TouchFinder } from '../proximity/outlines/search'
import type { Touch } from '../proximity/outlines/touch'
import { mirrored } from '../shapes/profiles/profile'
import type { Profile } from '../shapes/profiles/profile'
import type { ContactPair } from './contact-pair'
import { PARALLEL } from './tolerances'

/** Two outlines that may touch; its frames are their planes. */
export type OutlinePair = ContactPair<Touch>

export const isOfOutlines = (pair: ContactPair): pair is OutlinePair => pair.finder instanceof TouchFinder

/** A part on a body, by index. */
export interface SeatedPart {
  readonly body: number
  readonly placed: string
  readonly part: ResolvedPart
  readonly frame: Frame
}

/** An outline on a body, and its plane there. */
interface SeatedOutline {
  readonly body: number
  readonly frame: Frame
  readonly outline: Outline
  /** Whether it is one only where its plane is, and not all along. */
  readonly isSection: boolean
  /** The same seen from behind, in a plane turned round its x axis. */
  readonly behind: () => { readonly frame: Frame; readonly outline: Outline }
}

export const seatedParts = ({ geometry }: Mechanism, body: number): SeatedPart[] => {
  const { source, placed } = geometry.bodies[body]
  return source.parts.map(({ id, part }) => ({
    body,
    placed: id,
    part: geometry.parts.get(part)!,
    frame: placed.get(id)!,
  }))
}

/**
 * Pairs of the outlines of two parts in a plane in which they move against each other: that of their profiles, or the side of a box or of
 * a cylinder. Where there is none, profiles on parallel axes, unless a joint takes them out of their plane; else empty.
 * @param state in which axes are compared
 */
export function outlinePairs(
  mechanism: Mechanism,
  state: MotionState,
  contact: Contact,
  a: SeatedPart,
  b: SeatedPart,
): OutlinePair[] {
  const [frameA, frameB] = [a, b].map(({ body, frame }) => multiply(bodyFrame(mechanism, state, body), frame))
  let along: OutlinePair[] | null = null
  for (const axis of [axisOf(frameA, 2), axisOf(frameB, 2), ...sidesOf(frameA), ...sidesOf(frameB)]) {
    const [one, other] = [outlinesAcross(a, frameA, axis), outlinesAcross(b, frameB, axis)]
    const pairs = one.flatMap((x) =>
      other.flatMap((y) => outlinePair(mechanism, contact, x, y, axis, state) ?? []),
    )
    if (pairs.length === 0) continue
    const leaving = leavingPlane(state, pairs[0].pair, axis)
    if (leaving.length === 0) return pairs
    const areProfiles = Math.abs(dot(axisOf(frameA, 2), axisOf(frameB, 2))) > 1 - PARALLEL
    if (areProfiles && !leaving.some((link) => isFree(mechanism, link))) along ??= pairs
  }
  return along ?? []
}

const sidesOf = (frame: Frame): Vector[] => [axisOf(frame, 0), axisOf(frame, 1)]

/** Links between two bodies that would move them out of the plane across an axis of ground. */
const leavingPlane = ({ screw }: MotionState, { links }: Pair, [x, y, z]: Vector): number[] =>
  [...links].filter((link) => {
    const [p, q, r, u, v, w] = screw.subarray(6 * link, 6 * link + 6)
    const slides = Math.abs(u * x + v * y + w * z) > PARALLEL * Math.hypot(u, v, w)
    return slides || Math.abs(p * x + q * y + r * z) < (1 - PARALLEL) * Math.hypot(p, q, r)
  })

/** Whether a link is of a joint, or of a body without any, that nothing else holds. */
const isFree = ({ rows }: Mechanism, link: number): boolean =>
  !rows.some(({ terms }) => terms.some((term) => term.link === link || term.pair?.links.includes(link)))

/** The outlines of a part in the plane across an axis of ground. @param inGround the part's frame there */
function outlinesAcross({ body, part, frame }: SeatedPart, inGround: Frame, axis: Vector): SeatedOutline[] {
  const shape = shapeOf(part)
  const seat = (at: Frame, profile: Profile, isSection: boolean): SeatedOutline => ({
    body,
    frame: at,
    outline: outlineOf(profile),
    isSection,
    behind: () => ({ frame: flipped(at), outline: outlineOf(mirrored(profile)) }),
  })
  const own: Vector = [0, 1, 2].map((k) => dot(axisOf(inGround, k), axis)) as unknown as Vector
  if (Math.abs(own[2]) > 1 - PARALLEL) return shape.profiles().map((profile) => seat(frame, profile, false))
  const side = shape.side(own)
  return side ? [seat(multiply(frame, side.frame), side.profile, side.isSection)] : []
}

/** Null where one of them is not there where the other one is only a section. @param axis across both [ground] */
function outlinePair(
  mechanism: Mechanism,
  contact: Contact,
  a: SeatedOutline,
  b: SeatedOutline,
  axis: Vector,
  state: MotionState,
): OutlinePair | null {
  const [inA, inB] = [a, b].map(({ body, frame }) => multiply(bodyFrame(mechanism, state, body), frame))
  const [heightA, heightB] = [dot(originOf(inA), axis), dot(originOf(inB), axis)]
  if (a.isSection && !reaches(b, inB, axis, heightA)) return null
  if (b.isSection && !reaches(a, inA, axis, heightB)) return null
  const other = dot(axisOf(inA, 2), axisOf(inB, 2)) > 0 ? b : b.behind()
  const pair = mechanism.pairOn({ body: a.body, frame: a.frame }, { body: b.body, frame: other.frame })
  return {
    contact,
    bodies: [a.body, b.body],
    finder: new TouchFinder(a.outline, other.outline),
    pair,
    term: (touch) => pairTerm(pair, touch.b.isRound ? gapOfRound(touch) : gapOf(touch)),
  }
}

/** Whether an outline is there at a height along an axis of ground, and of sections whether it is the same [m]. */
function reaches({ outline, isSection }: SeatedOutline, frame: Frame, axis: Vector, height: number): boolean {
  const way = Math.sign(dot(axisOf(frame, 2), axis))
  const at = way * (height - dot(originOf(frame), axis))
  return isSection ? Math.abs(at) < SAME_HEIGHT * outline.size : at > outline.bottom && at < outline.top
}

/** Heights of sections that are one, as a share of their size [-]. */
const SAME_HEIGHT = 1e-6

/** A gap of outlines as a function of where B is in the plane of A, and how it is turned. */
const gapOf = (touch: Touch): Condition => ({
  parts: [
    ...slide(Axis.X).parts,
    ...slide(Axis.Y).parts,
    ...square(Axis.X, Axis.X).parts,
    ...square(Axis.Y, Axis.X).parts,
  ],
  of: touch,
  direction: 'gap',
  dimension: 'length',
  winds: false,
})

/** A gap of an outline B that is round about its origin: its turn makes no difference. */
function gapOfRound(touch: Touch): Condition {
  const lie = Float64Array.of(0, 0, ...ROUND_TURN)
  const at = (s: Float64Array): Float64Array => {
    lie[0] = s[0]
    lie[1] = s[1]
    return lie
  }
  return {
    ...gapOf(touch),
    parts: [...slide(Axis.X).parts, ...slide(Axis.Y).parts],
    of: {
      value: (s) => touch.value(at(s)),
      derive: (s, n, gradient, curvature) => touch.derive(at(s), n, gradient, curvature),
      third: () => touch.third(),
    },
  }
}
