/** A coordinate by its joint and the name of its freedom, which may be left out when the joint has one only. */
import type { Coordinate } from './compile'
import type { Geometry } from '../geometry/geometry'

export function coordinateOf(
  { geometry, coordinates }: { readonly geometry: Geometry; readonly coordinates: readonly Coordinate[] },
  joint: string | undefined,
  freedom: string | undefined,
): Coordinate | undefined {
  const mine = coordinates.filter((c) => geometry.joints[c.joint].source.id === joint)
  return freedom === undefined && mine.length === 1 ? mine[0] : mine.find((c) => c.freedom.name === freedom)
}
