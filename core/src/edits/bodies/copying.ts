/**
 * Copies of bodies and groups: at a distance, in a row, in a circle. A copy brings what joins its members, the drivers of
 * that, and the joints to a body that stays, where what hangs together is tied to one alone; what is fixed to ground stays so.
 */
import { copyEntries } from '../../document/copying'
import type { OutwardJoints } from '../../document/copying'
import type { MechanismDocument } from '../../document/format/mechanism'
import { inverse, multiply } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { moved, turnedAbout } from '../../maths/rigid-motion'
import type { Vector } from '../../maths/vector'
import { resolveGeometry } from '../../mechanism/geometry'
import { placementOf } from '../../geometry/placement'
import { bodiesOf, holderOf } from './grouping'

export interface Copies {
  readonly document: MechanismDocument
  /** The new bodies and groups, in the order of the originals. */
  readonly ids: readonly string[]
  /** Ids of all copies of one original, of every kind, in the order of the moves. */
  readonly copies: readonly ReadonlyMap<string, string>[]
  /** Joints to a body that stays which came along, by their names. */
  readonly joints: readonly string[]
  /** Those that did not, since they lead to several bodies. */
  readonly without: readonly string[]
}

/**
 * @param frames where the bodies are in ground
 * @param moves where each copy is, as a motion of ground applied to the originals
 * @param withOthers whether drivers, and joints to a body that stays, come along
 */
export function copyTo(
  document: MechanismDocument,
  frames: ReadonlyMap<string, Frame>,
  ids: readonly string[],
  moves: readonly Frame[],
  withOthers = true,
): Copies {
  const bodies = bodiesOf(document, ids)
  const out = withOthers ? leadingOut(document, new Set(bodies)) : { come: [], stay: [] }
  const leading = out.come
  const named = (joints: readonly LeadingOut[]) =>
    joints.map(({ joint }) => document.joints.find(({ id }) => id === joint)!.name)
  const copies: ReadonlyMap<string, string>[] = []
  let draft = document
  for (const move of moves) {
    const outward = outwardJoints(document, leading, frames, move)
    const copied = copyEntries(draft, ids, outward, withOthers)
    draft = copied.document
    copies.push(copied.copies)
    for (const id of bodies) {
      const body = draft.bodies.find((b) => b.id === copied.copies.get(id))!
      body.pose = placementOf(multiply(move, frames.get(id)!))
    }
    // a group that is copied alone stays in the group that holds it
    const [only] = ids
    const holder = ids.length === 1 ? draft.groups?.find(({ id }) => id === holderOf(document, only)) : null
    if (holder && document.groups?.some(({ id }) => id === only))
      holder.members.push(copied.copies.get(only)!)
  }
  return {
    document: draft,
    ids: copies.flatMap((copied) => ids.map((id) => copied.get(id)!)),
    copies,
    joints: named(leading),
    without: named(out.stay),
  }
}

/** A joint that leads out of a selection, and its datum on the body that stays. */
interface LeadingOut {
  readonly joint: string
  readonly datum: string
}

/**
 * Joints that lead out of the selection. They can come along for bodies that hang together, by joints among them, where all of
 * them lead to one body: a copy joined to two neighbours at once would hold these.
 */
function leadingOut(
  document: MechanismDocument,
  bodies: ReadonlySet<string>,
): { readonly come: LeadingOut[]; readonly stay: LeadingOut[] } {
  const bodyOf = new Map(document.datums.map(({ id, body }) => [id, body]))
  const together = new Map([...bodies].map((id) => [id, id]))
  const first = (id: string): string => {
    const up = together.get(id)!
    return up === id ? id : first(up)
  }
  const found: (LeadingOut & { readonly inside: string })[] = []
  for (const { id, from, to } of document.joints) {
    const [a, b] = [bodyOf.get(from)!, bodyOf.get(to)!]
    if (bodies.has(a) && bodies.has(b)) together.set(first(a), first(b))
    else if (bodies.has(a)) found.push({ joint: id, datum: to, inside: a })
    else if (bodies.has(b)) found.push({ joint: id, datum: from, inside: b })
  }
  const outside = new Map<string, Set<string>>()
  for (const { datum, inside } of found) {
    const set = first(inside)
    outside.set(set, (outside.get(set) ?? new Set()).add(bodyOf.get(datum)!))
  }
  const comes = ({ inside }: { readonly inside: string }) => outside.get(first(inside))!.size === 1
  return { come: found.filter(comes), stay: found.filter((one) => !comes(one)) }
}

/** Where the joints are made on the body that stays: as far from their copies as the originals are. */
function outwardJoints(
  document: MechanismDocument,
  leading: readonly LeadingOut[],
  frames: ReadonlyMap<string, Frame>,
  move: Frame,
): OutwardJoints | undefined {
  if (leading.length === 0) return undefined
  const geometry = resolveGeometry({ ...document, joints: [], mates: [], relations: [], groups: [] })
  if (!geometry.ok) return undefined
  const { datums, bodies } = geometry.value
  const placed = leading.map(({ datum }) => {
    const { body, frame } = datums.get(datum)!
    const stays = frames.get(bodies[body].source.id)!
    const inGround = multiply(move, multiply(stays, frame))
    return [datum, placementOf(multiply(inverse(stays), inGround))] as const
  })
  return { joints: new Set(leading.map(({ joint }) => joint)), datums: new Map(placed) }
}

/** Copies at even steps along a vector [m]; the original is the first of `count`. */
export const rowOf = ([x, y, z]: Vector, count: number): Frame[] =>
  Array.from({ length: count - 1 }, (_, k) => moved([(k + 1) * x, (k + 1) * y, (k + 1) * z]))

/** Copies at even steps of turn [rad] about an axis of ground; the original is the first of `count`. */
export const circleOf = (centre: Vector, axis: Vector, step: number, count: number): Frame[] =>
  Array.from({ length: count - 1 }, (_, k) => turnedAbout(centre, axis, step * (k + 1)))
