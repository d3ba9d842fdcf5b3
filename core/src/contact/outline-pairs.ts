/** Outlines of two bodies on parallel axes, which touch exactly where their profiles do. */
import type { Contact } from '../document/format/contacts'
import { shapeOf } from '../geometry/parts'
import { axisOf, flipped, multiply } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { dot } from '../maths/vector'
import { bodyFrame } from '../mechanism/body-poses'
import type { Mechanism } from '../mechanism/compile'
import { Axis, slide, square } from '../mechanism/conditions'
import type { Condition } from '../mechanism/conditions'
import { pairTerm } from '../mechanism/rows'
import type { MotionState } from '../mechanism/state'
import { outlineOf } from '../proximity/outlines/outline'
import type { Outline } from '../proximity/outlines/outline'
import { TouchFinder } from '../proximity/outlines/search'
import type { Touch } from '../proximity/outlines/touch'
import { mirrored } from '../shapes/profiles/profile'
import type { ContactPair } from './pairs'
import { PARALLEL } from './tolerances'

/** Two outlines that may touch; its frames are their planes. */
export type OutlinePair = ContactPair<Touch>

export const isOfOutlines = (pair: ContactPair): pair is OutlinePair => pair.finder instanceof TouchFinder

/** An outline on a body, and its plane there. */
export interface SeatedOutline {
  readonly body: number
  readonly frame: Frame
  readonly outline: Outline
  /** The same seen from behind, in a plane turned round its x axis. */
  readonly behind: () => { readonly frame: Frame; readonly outline: Outline }
}

/** The outlines of a placed part on a body. @param body by index */
export function outlinesOfPart({ geometry }: Mechanism, body: number, placed: string): SeatedOutline[] {
  const { source, placed: frames } = geometry.bodies[body]
  const { part } = source.parts.find(({ id }) => id === placed)!
  const frame = frames.get(placed)!
  return shapeOf(geometry.parts.get(part)!)
    .profiles()
    .map((profile) => ({
      body,
      frame,
      outline: outlineOf(profile),
      behind: () => ({ frame: flipped(frame), outline: outlineOf(mirrored(profile)) }),
    }))
}

/** Null where the axes are not parallel. @param state in which axes are compared */
export function outlinePair(
  mechanism: Mechanism,
  state: MotionState,
  contact: Contact,
  a: SeatedOutline,
  b: SeatedOutline,
): OutlinePair | null {
  const axes = [a, b].map(({ body, frame }) => axisOf(multiply(bodyFrame(mechanism, state, body), frame), 2))
  const along = dot(axes[0], axes[1])
  if (Math.abs(along) < 1 - PARALLEL) return null
  const other = along > 0 ? b : b.behind()
  const pair = mechanism.pairOn({ body: a.body, frame: a.frame }, { body: b.body, frame: other.frame })
  return {
    contact,
    bodies: [a.body, b.body],
    finder: new TouchFinder(a.outline, other.outline),
    pair,
    term: (touch) => pairTerm(pair, gapOf(touch)),
  }
}

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
