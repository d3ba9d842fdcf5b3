/**
 * What contact asks of two shapes, whatever these are: places where they come nearest to each other or overlap, as functions of how B
 * lies in the frame of A. Outlines on parallel axes answer exactly, in their plane (outlines/); triangles answer for the rest (features/).
 */
import { FRAME } from '../maths/frame'

/** How B lies in the frame of A, as the finder of both writes it: up to `LIE` numbers. */
export type Lie = Float64Array
export const LIE = FRAME

/** One place. It is followed along with the motion as far as its shapes go on smoothly. */
export interface Place {
  /** Signed, negative where they overlap [m]. */
  readonly gap: number
  /** How far it lies beyond the end of what touches there, as a share of it or as an angle [rad]; 0 within. */
  readonly beyond: number
  /** Whether it was found for the last lie. */
  readonly isFound: boolean
  find(lie: Lie): void
  /** The gap for a lie [m]. */
  value(lie: Lie): number
  /** From here on it is sought from where it was found last: that is right. */
  keep(): void
  /** Writes the place on B in ground [m]. @param frames of A in ground, and of B behind it */
  writePoint(frames: Float64Array, out: Float64Array, at?: number): void
  /** Writes the normal of A there in ground. */
  writeNormal(frames: Float64Array, out: Float64Array, at?: number): void
}

export interface PlaceFinder<P extends Place = Place> {
  /** Lengths that represent the smaller and the larger one [m]. */
  readonly smaller: number
  readonly larger: number
  /** About how thick the material of the thinner one is [m]. */
  readonly thickness: number
  /** Whether they may touch along whole sides. */
  readonly liesFlat: boolean
  /** Overlaps beside a place where they touch already that are none: their sides are not more even than that [m]. */
  readonly uneven: number
  /** Writes how B lies. @param frames of A in ground, and of B behind it */
  writeLie(frames: Float64Array, out: Lie): void
  /** Whether they are beside each other, where nothing can touch. */
  areBeside(lie: Lie): boolean
  /** How far any place of B moves between two lies, at most [m]. */
  travel(from: Lie, to: Lie): number
  /** The least gap in other places than those that are known, a bound where that is less [m]; less than 0 where they overlap. */
  nearest(lie: Lie, most: number, known: readonly P[]): number
  /** Places that overlap more than by one depth, and hardly by more than another [m], and are not known, the deepest first. */
  overlaps(lie: Lie, depth: number, deepest: number, known: readonly P[]): P[]
  /** Places whose gap, or overlap, is at most a reach [m], and which are not known, the deepest first. */
  around(lie: Lie, reach: number, known: readonly P[]): P[]
  /** Where a place that has come to its end goes on; null where it does not. */
  next(lie: Lie, place: P): P | null
  /** Where they touch or overlap, up to a gap [m], the deepest first. @param turn also where they would if they were turned a little [rad] */
  touching(lie: Lie, most: number, turn?: number): P[]
  /** Writes the places of A and B that are nearest to each other, in the frame of A, three numbers each [m]. Returns the gap there [m]; null where they are far apart, or deep in each other. */
  closest(lie: Lie, out: Float64Array): number | null
  /** Lines that show where they may touch, in the frame of A, three numbers a point [m]; none of surfaces. */
  lines(lie: Lie): Float64Array[]
  /** Whether they lie so deep in each other that no place tells how they should part. */
  areDeep(lie: Lie): boolean
  /** Whether two places are one. @param apart as far as places of one may be [m] */
  areOne(one: P, other: P, apart: number): boolean
}
