/** The bore that round parts have about their axis, with a keyway toward x where one is given; a diameter of 0 leaves it out. */
import type { Frame } from '../../maths/frame'
import { faceFrame } from '../face-frame'
import type { Outline } from '../mesh/mesh'
import { roundPiece, segment } from '../profiles/piece'
import { asHole, circleLoop, pointsOfHoles } from '../profiles/profile'
import type { Loop } from '../profiles/profile'
import type { Contradiction, DimensionSpec } from '../shape'

export const boreDimension: DimensionSpec = { label: 'Bore (0 for none)', usual: '8 mm', least: 0 }

/** A keyway in the bore; parts of older documents have none. */
export const keyDimensions = {
  keyWidth: { label: 'Keyway width (0 for none)', usual: '0 mm', least: 0, leftOut: 0 },
  keyDepth: { label: 'Keyway depth beyond the bore', usual: '2 mm', least: 0, leftOut: 0 },
} as const satisfies Record<string, DimensionSpec>

interface Keyed {
  readonly bore: number
  readonly keyWidth: number
  readonly keyDepth: number
}

export const boreLoops = (bore: number): Loop[] => (bore > 0 ? [asHole(circleLoop([0, 0], bore / 2))] : [])

/** The bore with its keyway. */
export function keyedLoops(d: Keyed): Loop[] {
  if (!(d.keyWidth > 0) || !(d.bore > 0)) return boreLoops(d.bore)
  const [radius, half] = [d.bore / 2, d.keyWidth / 2]
  const angle = Math.asin(half / radius)
  const [side, floor] = [radius * Math.cos(angle), radius + d.keyDepth]
  return [
    asHole([
      roundPiece([0, 0], radius, angle, 2 * (Math.PI - angle)),
      segment([side, -half], [floor, -half]),
      segment([floor, -half], [floor, half]),
      segment([floor, half], [side, half]),
    ]),
  ]
}

/** Both as holes in an outline that is written out. */
export const boreHoles = (bore: number, chords: number): Outline[] => pointsOfHoles(boreLoops(bore), chords)
export const keyedHoles = (d: Keyed, chords: number): Outline[] => pointsOfHoles(keyedLoops(d), chords)

/** The floor of the keyway at a height of the axis: z out of it toward the axis, x along the axis. */
export const keywayDatum = (d: Keyed, height: number): Record<string, Frame> =>
  d.keyWidth > 0 && d.bore > 0
    ? { keyway: faceFrame([d.bore / 2 + d.keyDepth, 0, height], [-1, 0, 0], [0, 0, 1]) }
    : {}

/** Contradiction of a bore with the outer diameter at which the material must begin. */
export const boreTooLarge = (bore: number, outer: number, what: string) =>
  bore >= outer ? ({ dimension: 'bore', message: `the bore must be smaller than ${what}` } as const) : null

/** The same of a bore with its keyway. */
export function keyedTooLarge(
  d: Keyed,
  outer: number,
  what: string,
): Contradiction<'bore' | 'keyWidth' | 'keyDepth'> | null {
  const tooLarge = boreTooLarge(d.bore, outer, what)
  if (tooLarge || d.keyWidth === 0) return tooLarge
  if (d.bore === 0) return { dimension: 'keyWidth', message: 'a keyway needs a bore' }
  if (d.keyWidth >= 0.7 * d.bore)
    return { dimension: 'keyWidth', message: 'the keyway must be narrower than seven tenths of the bore' }
  if (!(d.keyDepth > 0)) return { dimension: 'keyDepth', message: 'the keyway needs a depth' }
  return d.bore / 2 + d.keyDepth >= 0.98 * (outer / 2)
    ? { dimension: 'keyDepth', message: `the keyway must not reach ${what}` }
    : null
}
