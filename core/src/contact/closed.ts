/** A contact that is closed: bodies touch in one place, and one coordinate gives way to keep it so. */
import type { Row } from '../mechanism/rows'
import type { MotionState } from '../mechanism/state'
import type { Place } from '../proximity/place'
import type { ContactPair } from './contact-pair'
import type { LieReader } from './pairs'
import type { Yielding } from './yielding'

export interface Closed {
  readonly on: ContactPair
  readonly touch: Place
  readonly row: Row
  /** What gives way. */
  readonly pushed: Yielding
}

/** The row that keeps a gap at zero. */
export const gapRow = (on: ContactPair, touch: Place, size: number): Row => ({
  owner: { kind: 'contact', id: on.contact.id, name: on.contact.name },
  direction: 'gap',
  weight: 1 / size,
  terms: [on.term(touch)],
  constant: 0,
})

/** Writes how a gap changes with the coordinate of each link on its way, in its own units; others are left. */
export function addGapGradient(
  on: ContactPair,
  touch: Place,
  { frames }: LieReader,
  state: MotionState,
  out: Float64Array,
): void {
  touch.writeNormal(frames, across, 3)
  touch.writePoint(frames, place)
  writeMoment(place, across)
  addEfforts(on, across, state, out)
}

const across = new Float64Array(6)
const place = new Float64Array(3)

/** Writes the moment of a force about the ground's origin, before the force. */
export function writeMoment(point: Float64Array, wrench: Float64Array): void {
  wrench[0] = point[1] * wrench[5] - point[2] * wrench[4]
  wrench[1] = point[2] * wrench[3] - point[0] * wrench[5]
  wrench[2] = point[0] * wrench[4] - point[1] * wrench[3]
}

/** Adds what a wrench on B, and its opposite on A, does along the coordinate of each link between them. */
export function addEfforts(
  { pair: { links, signs } }: ContactPair,
  wrench: Float64Array,
  { screw }: MotionState,
  out: Float64Array,
): void {
  for (let n = 0; n < links.length; n++) {
    const link = links[n]
    let sum = 0
    for (let k = 0; k < 6; k++) sum += wrench[k] * screw[6 * link + k]
    out[link] += signs[n] * sum
  }
}
