/** The kinds of strand; a new one adds its lines here. */
import type { Mechanism } from '../mechanism/compile'
import type { Frame } from '../maths/frame'
import { beltLine, beltPlaces } from './belt'
import type { BeltPlace } from './belt'
import { cordLine, cordPlaces } from './cord'
import type { CordPlace } from './cord'
import { springLine, springPlaces } from './spring'
import type { SpringPlace } from './spring'
import type { StrandLine } from './strand'

/** A cord, belt or spring between two bodies. */
export type AnyStrand = CordPlace | BeltPlace | SpringPlace

/** @param home frames of all bodies in ground; @param coordinates at the home pose */
export const strandPlaces = (
  mechanism: Mechanism,
  home: readonly Frame[],
  coordinates: Float64Array,
): AnyStrand[] => [
  ...cordPlaces(mechanism, home, coordinates),
  ...beltPlaces(mechanism),
  ...springPlaces(mechanism, home),
]

const lines: Readonly<
  Record<AnyStrand['kind'], (place: never, first: Frame, second: Frame, turn: number) => StrandLine>
> = { cord: cordLine, belt: beltLine, spring: springLine }

/**
 * The line of a strand where its two bodies are.
 * @param turn of its coordinate [rad]
 */
export const strandLine = (place: AnyStrand, first: Frame, second: Frame, turn: number): StrandLine =>
  lines[place.kind](place as never, first, second, turn)
