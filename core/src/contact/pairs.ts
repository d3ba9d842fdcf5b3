/** What of a mechanism may touch what: the outlines of two bodies on parallel axes, and how one lies in the plane of the other. */
import type { Contact } from '../document/format/contacts'
import { bodiesOfGroup } from '../document/groups'
import { shapeOf } from '../geometry/parts'
import { axisOf, compose, flipped, FRAME, multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { dot } from '../maths/vector'
import { bodyFrame } from '../mechanism/body-poses'
import type { Mechanism } from '../mechanism/compile'
import type { Pair } from '../mechanism/rows'
import { standingAt } from '../mechanism/state'
import type { MotionState } from '../mechanism/state'
import { outlineOf } from '../proximity/outlines/outline'
import type { Outline } from '../proximity/outlines/outline'
import { TouchFinder } from '../proximity/outlines/search'
import { mirrored } from '../shapes/profiles/profile'
import { PARALLEL } from './tolerances'

/** Two outlines that may touch. */
export interface ContactPair {
  readonly contact: Contact
  /** Bodies by index. */
  readonly bodies: readonly [number, number]
  readonly finder: TouchFinder
  /** The planes of the outlines, on the links of their bodies. */
  readonly pair: Pair
}

/** An outline on a body, and its plane there. */
interface Seated {
  readonly body: number
  readonly frame: Frame
  readonly outline: Outline
  /** The same seen from behind, in a plane turned round its x axis. */
  readonly behind: () => { readonly frame: Frame; readonly outline: Outline }
}

const known = new WeakMap<Mechanism, readonly ContactPair[]>()

/** Pairs of the contacts that are not suspended. */
export const contactPairs = (mechanism: Mechanism): readonly ContactPair[] =>
  everyContactPair(mechanism).filter(({ contact }) => !contact.suspended)

/** Pairs of all contacts, since a run may restore those that are suspended; made once for a mechanism. */
export function everyContactPair(mechanism: Mechanism): readonly ContactPair[] {
  const pairs = known.get(mechanism) ?? pairsOf(mechanism)
  known.set(mechanism, pairs)
  return pairs
}

/** Pairs of one contact, also where it is suspended. @param contact by id */
export const pairsOfContact = (mechanism: Mechanism, contact: string | undefined): ContactPair[] =>
  everyContactPair(mechanism).filter((pair) => pair.contact.id === contact)

function pairsOf(mechanism: Mechanism): ContactPair[] {
  const { document, bodies } = mechanism.geometry
  const { contacts = [] } = document
  if (contacts.length === 0) return []
  const index = new Map(bodies.map(({ source }, k) => [source.id, k]))
  const seated = new Map<number, readonly Seated[]>()
  const on = (id: string): readonly Seated[] => {
    const body = index.get(id)!
    const mine = seated.get(body) ?? outlinesOn(mechanism, body)
    seated.set(body, mine)
    return mine
  }
  // axes are compared at the home pose
  const state = standingAt(mechanism, mechanism.home)
  return contacts.flatMap((contact) =>
    bodiesOfGroup(document, contact.a).flatMap((one) =>
      bodiesOfGroup(document, contact.b).flatMap((other) =>
        on(one).flatMap((a) => on(other).flatMap((b) => pairOf(mechanism, state, contact, a, b) ?? [])),
      ),
    ),
  )
}

/** Null where the axes are not parallel, or nothing moves. */
function pairOf(
  mechanism: Mechanism,
  state: MotionState,
  contact: Contact,
  a: Seated,
  b: Seated,
): ContactPair | null {
  if (mechanism.bodyLink[a.body] === mechanism.bodyLink[b.body]) return null
  const axes = [a, b].map(({ body, frame }) => axisOf(multiply(bodyFrame(mechanism, state, body), frame), 2))
  const along = dot(axes[0], axes[1])
  if (Math.abs(along) < 1 - PARALLEL) return null
  const other = along > 0 ? b : b.behind()
  return {
    contact,
    bodies: [a.body, b.body],
    finder: new TouchFinder(a.outline, other.outline),
    pair: mechanism.pairOn({ body: a.body, frame: a.frame }, { body: b.body, frame: other.frame }),
  }
}

function outlinesOn({ geometry }: Mechanism, body: number): Seated[] {
  const { source, placed } = geometry.bodies[body]
  return source.parts.flatMap(({ id, part }) =>
    shapeOf(geometry.parts.get(part)!)
      .profiles()
      .map((profile) => {
        const frame = placed.get(id)!
        return {
          body,
          frame,
          outline: outlineOf(profile),
          behind: () => ({ frame: flipped(frame), outline: outlineOf(mirrored(profile)) }),
        }
      }),
  )
}

/** How the plane of B lies in that of A, read off the motion. */
export class LieReader {
  /** Origin x y [m], cosine and sine of the turn. */
  readonly lie = new Float64Array(4)
  /** Planes of both in ground, one after the other. */
  readonly frames = new Float64Array(2 * FRAME)
  /** How far B is along the axis of A [m]. */
  along = 0
  /** Cosine of the angle between the axes. */
  upright = 1

  read({ world }: MotionState, { linkA, linkB, frameA, frameB }: Pair): Float64Array {
    const { frames: f, lie } = this
    compose(world, FRAME * linkA, frameA, 0, f, 0)
    compose(world, FRAME * linkB, frameB, 0, f, FRAME)
    const o = FRAME + ORIGIN
    const dx = f[o] - f[ORIGIN]
    const dy = f[o + 1] - f[ORIGIN + 1]
    const dz = f[o + 2] - f[ORIGIN + 2]
    lie[0] = f[0] * dx + f[1] * dy + f[2] * dz
    lie[1] = f[3] * dx + f[4] * dy + f[5] * dz
    lie[2] = f[0] * f[FRAME] + f[1] * f[FRAME + 1] + f[2] * f[FRAME + 2]
    lie[3] = f[3] * f[FRAME] + f[4] * f[FRAME + 1] + f[5] * f[FRAME + 2]
    this.along = f[6] * dx + f[7] * dy + f[8] * dz
    this.upright = f[6] * f[FRAME + 6] + f[7] * f[FRAME + 7] + f[8] * f[FRAME + 8]
    return lie
  }

  /** How a pair lies; null where the outlines are not at one height. */
  readTogether(state: MotionState, on: ContactPair): Float64Array | null {
    this.read(state, on.pair)
    return this.overlapsAlong(on) ? this.lie : null
  }

  /** Whether the outlines are at one height. */
  overlapsAlong({ finder: { a, b } }: ContactPair): boolean {
    return a.bottom < this.along + b.top - HEIGHT && this.along + b.bottom < a.top - HEIGHT
  }
}

/** Plates that share less of their heights lie beside each other [m]. */
const HEIGHT = 1e-7
