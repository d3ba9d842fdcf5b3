/**
 * Round faces are drawn by facets: a pin in a bore of its own diameter stands in it by thin crescents, which are no overlap.
 */
import { CHORDS } from '@ligamen/core'

/** How far a facet is from the circle, as a share of its radius. */
const SAGITTA = 1 - Math.cos(Math.PI / CHORDS)

interface Box {
  readonly min: readonly number[]
  readonly max: readonly number[]
}

/**
 * Whether what two bodies have in common is no thicker than what facets leave at a round face of its size.
 * @param volume [mm^3]; @param surface [mm^2]; @param box around it [mm]
 */
export function isFacetGap(volume: number, surface: number, { min, max }: Box): boolean {
  const thickness = volume / (surface / 2)
  // of a ring about an axis, two extents are its diameter
  const [, diameter = 0] = [0, 1, 2].map((k) => max[k]! - min[k]!).sort((a, b) => a - b)
  return thickness < SAGITTA * diameter
}
