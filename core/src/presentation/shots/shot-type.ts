/**
 * What a kind of shot states: its fields in the document, where it is seen from after a share of it, and its words. Every
 * kind is listed in registry.ts.
 */
import type { AnyShot } from '../../document/format/shots'
import type { Constructor } from '../../document/rules/nested'
import type { Frame } from '../../maths/frame'
import type { Vector } from '../../maths/vector'
import type { Camera } from '../camera'

/** Where things are at the time of the picture; null for what is not there. */
export interface Scene {
  /** Of a body or a datum, in ground. */
  frameOf(id: string): Frame | null
  /** The middle of what a body takes up, in ground [m]. */
  middleOf(body: string): Vector | null
  /** A point of a path at a share of its length, in ground [m]. */
  alongPath(path: string, share: number): Vector | null
}

/** How a kind keeps its view: as it is in ground, beside what it follows, or in the frame of what it rides on. */
export type Carrier<S> = (shot: S, scene: Scene) => Frame | null

export interface ShotType<S extends AnyShot> {
  readonly kind: S['kind']
  /** Its fields in the document. */
  readonly fields: Constructor
  /** "goes to another view". */
  readonly title: string
  /** "follows Gripper". */
  words(shot: S, nameOf: (id: string) => string): string
  /** The frame in which its view is given; ground when left out. Null when what carries it is not there. */
  readonly carrier?: Carrier<S>
  /**
   * Where it is seen from. @param share of the shot, 0 to 1, after its motion law
   * @param start where its view is in ground now
   */
  camera(shot: S, share: number, start: Camera, scene: Scene): Camera
}

export const defineShot = <S extends AnyShot>(type: ShotType<S>): ShotType<S> => type
