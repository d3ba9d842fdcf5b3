/** The bore that round parts have about their axis; a diameter of 0 leaves it out. */
import { circle } from '../mesh/mesh'
import type { Outline } from '../mesh/mesh'
import type { DimensionSpec } from '../shape'

export const boreDimension: DimensionSpec = { label: 'Bore (0 for none)', usual: '8 mm', least: 0 }

export const boreHoles = (bore: number, chords: number): Outline[] =>
  bore > 0 ? [circle(0, 0, bore / 2, chords)] : []

/** Contradiction of a bore with the outer diameter at which the material must begin. */
export const boreTooLarge = (bore: number, outer: number, what: string) =>
  bore >= outer ? ({ dimension: 'bore', message: `the bore must be smaller than ${what}` } as const) : null
