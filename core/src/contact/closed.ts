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

/** Writes how a gap changes with the coordinate of each link on its way, in its own units; others are left. */
export function addGapGradient(
  { pair }: ContactPair,
  { onA, seen }: Touch,
  { frames: f }: LieReader,
  { screw }: MotionState,
  out: Float64Array,
): void {
  const across = (k: number) => f[k] * onA[2] + f[3 + k] * onA[3]
  const place = (k: number) => f[9 + k] + f[k] * seen[0] + f[3 + k] * seen[1]
  const [nx, ny, nz] = [across(0), across(1), across(2)]
  // in the plane of A; along the axis it makes no difference
  const [px, py, pz] = [place(0), place(1), place(2)]
  const wrench = [py * nz - pz * ny, pz * nx - px * nz, px * ny - py * nx, nx, ny, nz]
  pair.links.forEach((link, n) => {
    let sum = 0
    for (let k = 0; k < 6; k++) sum += wrench[k] * screw[6 * link + k]
    out[link] += pair.signs[n] * sum
  })
}
