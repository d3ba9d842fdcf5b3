/**
 * What a part generator states: the dimensions and choices it asks for, what contradicts, the datums it offers, its
 * solids, and how it drives another part. Every generator is one file and registers itself in registry.ts.
 */
import type { Frame } from '../maths/frame'
import type { Vector } from '../maths/vector'
import type { Mesh } from './mesh/mesh'
import type { Corner } from './plates/outline-points'
import type { Profile } from './profiles/profile'
import type { Transmission } from './transmission'

export interface DimensionSpec {
  /** What people read. */
  readonly label: string
  /** What a new part has. */
  readonly usual: string
  /** A length when left out; a count is a whole number. */
  readonly dimension?: 'length' | 'angle' | 'number' | 'count'
  /** Smallest value allowed, in SI; when left out the value must be more than zero. */
  readonly least?: number
  /** What a part has that does not name it, in SI; a part must name it when this is left out. */
  readonly leftOut?: number
}

export interface OptionSpec {
  readonly label: string
  /** Words for people by value; the first one is usual. */
  readonly choices: Readonly<Record<string, string>>
}

/** What a part gives besides its dimensions. */
export interface Extras {
  readonly options: Readonly<Record<string, string>>
  /** Points of the outline x0, y0, x1, y1 ... [m]; empty for shapes that draw their own. */
  readonly outline: readonly number[]
  /** For each point of the outline the bulge of the side that begins there; 0 for a straight one. */
  readonly bulges: readonly number[]
  /** The points of the outline whose corner is treated otherwise than all are. */
  readonly corners: ReadonlyMap<number, Corner>
  readonly holes: readonly Hole[]
}

/** A round hole, or a slot from one place to another [m]. */
export interface Hole {
  readonly from: readonly [number, number]
  readonly to: readonly [number, number]
  readonly diameter: number
}

/** How finely round things are broken into chords, for a full turn. */
export const CHORDS = 64

type Dimensions<D extends string> = Readonly<Record<D, number>>

export interface Contradiction<D extends string = string> {
  /** A dimension, or what is drawn. */
  readonly dimension: D | 'outline' | 'outlineHoles'
  /** A sentence without its full stop. */
  readonly message: string
}

/** What a kind of part states: its dimensions and choices, what of them contradicts, its datums and solids. */
export interface ShapeType<D extends string = string> {
  readonly kind: string
  /** "Link plate": the word for people. */
  readonly noun: string
  readonly dimensions: Readonly<Record<D, DimensionSpec>>
  readonly options?: Readonly<Record<string, OptionSpec>>
  /** The outline that a new part has, for shapes drawn by one [mm]. */
  readonly outline?: readonly (readonly [number, number])[]
  /** Whether holes may be drawn into its outline. */
  readonly takesHoles?: boolean
  contradiction(d: Dimensions<D>, extras: Extras): Contradiction<D> | null
  /** Named frames in the part's own frame [m]; z is the main axis, x the zero direction. */
  datums(d: Dimensions<D>, extras: Extras): Readonly<Record<string, Frame>>
  /** Closed meshes that do not overlap and together are the part. */
  solids(d: Dimensions<D>, extras: Extras, chords: number): readonly Mesh[]
  /** What of it is extruded, exactly: where it meets other parts in its plane. */
  profiles?(d: Dimensions<D>, extras: Extras): readonly Profile[]
  /**
   * How it meets other parts in a plane square to a direction across its z axis, exactly: a box as its side, a cylinder
   * as its section; null where it has no such outline.
   * @param across unit vector in its own frame
   */
  side?(d: Dimensions<D>, extras: Extras, across: Vector): Side | null
  /** What relations may be proposed from, if it moves another part. */
  transmission?(d: Dimensions<D>, extras: Extras): Transmission
}

/** An outline of a part in another plane than that of its profiles. */
export interface Side {
  /** Its plane: z along the direction from which it is seen [m]. */
  readonly frame: Frame
  readonly profile: Profile
  /** Whether it is the outline only where its plane is, as of round things, and not all along. */
  readonly isSection: boolean
}

export const defineShape = <D extends string>(shape: ShapeType<D>): ShapeType<D> => shape
