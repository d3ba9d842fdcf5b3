/** A contact that is closed: bodies touch in one place, and one coordinate gives way to keep it so. */
import { Axis, slide, square } from '../mechanism/conditions'
import type { Condition } from '../mechanism/conditions'
import { pairTerm } from '../mechanism/rows'
import type { Row } from '../mechanism/rows'
import type { MotionState } from '../mechanism/state'
import type { Touch } from '../proximity/outlines/touch'
import type { ContactPair, LieReader } from './pairs'
import type { Yielding } from './yielding'

export interface Closed {
  readonly on: ContactPair
  readonly touch: Touch
  readonly row: Row
  /** What gives way. */
  readonly pushed: Yielding
}

/** The row that keeps a gap at zero. */
export function gapRow({ contact, pair }: ContactPair, touch: Touch, size: number): Row {
  const gap: Condition = {
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
  }
  return {
    owner: { kind: 'contact', id: contact.id, name: contact.name },
    direction: 'gap',
    weight: 1 / size,
    terms: [pairTerm(pair, gap)],
    constant: 0,
  }
}

/** Writes where two bodies touch in ground [m]; the place must have been found for how they lie now. */
export function writePlace({ seen }: Touch, { frames: f }: LieReader, out: Float64Array, at = 0): void {
  for (let k = 0; k < 3; k++) out[at + k] = f[9 + k] + f[k] * seen[0] + f[3 + k] * seen[1]
}

/** Writes how a gap changes with the coordinate of each link on its way, in its own units; others are left. */
export function addGapGradient(
  on: ContactPair,
  touch: Touch,
  reader: LieReader,
  state: MotionState,
  out: Float64Array,
): void {
  const { frames: f } = reader
  const { onA } = touch
  for (let k = 0; k < 3; k++) across[3 + k] = f[k] * onA[2] + f[3 + k] * onA[3]
  // in the plane of A; along the axis it makes no difference
  writePlace(touch, reader, place)
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
