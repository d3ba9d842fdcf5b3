/** Coordinates: the freedoms of joints as readings, and how references find them. */
import type { Freedom } from './joints/joint-type'
import type { Reading } from './reading'
import type { Geometry } from './geometry'
import type { FreedomSettings } from './joints/resolve'

/** One freedom of one joint, counted from its zero. */
export interface Coordinate extends Reading {
  /** Index into `geometry.joints`. */
  readonly joint: number
  readonly freedom: Freedom
  readonly settings: FreedomSettings
  /** The link that carries it, or -1 when the joint closes a loop. */
  readonly link: number
}

interface Coordinated {
  readonly geometry: Geometry
  readonly coordinates: readonly Coordinate[]
}

/** A coordinate by its joint and the name of its freedom, which may be left out when the joint has one only. */
export function coordinateOf(
  { geometry, coordinates }: Coordinated,
  joint: string | undefined,
  freedom: string | undefined,
): Coordinate | undefined {
  const mine = coordinates.filter((c) => geometry.joints[c.joint].source.id === joint)
  return freedom === undefined && mine.length === 1 ? mine[0] : mine.find((c) => c.freedom.name === freedom)
}

/** The coordinate of a link that a joint with one freedom moves: what is on it is guided by that joint alone. */
export function guideOf({ geometry, coordinates }: Coordinated, link: number): Coordinate | undefined {
  const mine = coordinates.find((one) => one.link === link)
  return mine && geometry.joints[mine.joint].type.freedoms.length === 1 ? mine : undefined
}
