/** A tongue or a slot across the upper face of a round part, along x, as parts of couplings have them. */
import type { Frame } from '../../maths/frame'
import { besideStrip, strip } from '../couplings/strips'
import { faceFrame, onAxis } from '../face-frame'
import { extrude } from '../mesh/mesh'
import type { Mesh, Outline } from '../mesh/mesh'
import type { Contradiction, DimensionSpec, Extras, OptionSpec } from '../shape'

export const acrossOption: OptionSpec = {
  label: 'Across the face',
  choices: { none: 'nothing', tongue: 'a tongue', slot: 'a slot' },
}

export const acrossDimensions = {
  acrossWidth: { label: 'Width of tongue or slot', usual: '10 mm', leftOut: 0.01 },
  acrossHeight: { label: 'Height or depth of it', usual: '4 mm', leftOut: 0.004 },
} as const satisfies Record<string, DimensionSpec>

interface Across {
  readonly diameter: number
  readonly thickness: number
  readonly bore: number
  readonly acrossWidth: number
  readonly acrossHeight: number
}

/** At most this share of the diameter is taken. */
const WIDEST = 0.6

export function acrossFault(
  d: Across,
  { options }: Extras,
): Contradiction<'acrossWidth' | 'acrossHeight'> | null {
  if (options.across === 'none') return null
  const what = options.across === 'slot' ? 'slot' : 'tongue'
  if (d.acrossWidth > WIDEST * d.diameter)
    return {
      dimension: 'acrossWidth',
      message: `the ${what} must be narrower than six tenths of the diameter`,
    }
  if (what === 'tongue') return null
  if (d.bore > d.acrossWidth)
    return { dimension: 'acrossWidth', message: 'the slot must be wider than the bore' }
  return d.acrossHeight >= d.thickness
    ? { dimension: 'acrossHeight', message: 'the slot must be less deep than the disc is thick' }
    : null
}

/** z along the tongue or slot, so that a slide along it needs no turning; x of a slot into the part, of a tongue out of it. */
export function acrossDatums(d: Across, { options }: Extras): Record<string, Frame> {
  const [top, h] = [d.thickness / 2, d.acrossHeight]
  if (options.across === 'tongue')
    return {
      tongue: faceFrame([0, 0, top + h / 2], [1, 0, 0], [0, 0, 1]),
      'tongue face': onAxis(top + h),
    }
  if (options.across !== 'slot') return {}
  return {
    slot: faceFrame([0, 0, top - h / 2], [1, 0, 0], [0, 0, -1]),
    'slot floor': onAxis(top - h),
  }
}

/** Height of the face at the middle of the disc. */
export const acrossTop = (d: Across, { options }: Extras): number =>
  d.thickness / 2 + ({ tongue: d.acrossHeight, slot: -d.acrossHeight }[options.across] ?? 0)

/** The whole disc, with what is across its face. @param outline of the disc @param holes in it */
export function discAcross(
  d: Across,
  { options }: Extras,
  outline: Outline,
  holes: readonly Outline[],
  chords: number,
): Mesh[] {
  const [radius, half, h] = [d.diameter / 2, d.thickness / 2, d.acrossHeight]
  if (options.across === 'slot')
    return [
      extrude(outline, holes, -half, half - h),
      ...besideStrip(radius, d.acrossWidth, 0, chords).map((side) => extrude(side, [], half - h, half)),
    ]
  const disc = extrude(outline, holes, -half, half)
  return options.across === 'tongue'
    ? [disc, extrude(strip(radius, d.acrossWidth, 0, chords), [], half, half + h)]
    : [disc]
}
