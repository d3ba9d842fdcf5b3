/**
 * Spur gear with real involute teeth: origin at the pitch centre in mid-width, z along the axis, x through the middle of a
 * tooth.
 */
import { boreDimension, keyDimensions, keyedHoles, keyedLoops, keyedTooLarge, keywayDatum } from './bore'
import type { Toothing } from '../transmission'
import { axialDatums, faceFrame } from '../face-frame'
import { externalFlank, filletOf, gearRadii, halfToothAngle } from './involute'
import { toothedLoop } from './toothed-loop'
import type { Flank } from './involute'
import { extrude } from '../mesh/mesh'
import { defineShape } from '../shape'

export const toothDimensions = {
  module: { label: 'Module', usual: '2 mm' },
  teeth: { label: 'Teeth', usual: '24', dimension: 'count', least: 5 },
  pressureAngle: { label: 'Pressure angle', usual: '20 deg', dimension: 'angle' },
  width: { label: 'Face width', usual: '10 mm' },
  shift: { label: 'Profile shift coefficient', usual: '0', dimension: 'number', least: -1 },
} as const

export const MOST_TEETH = 500

type ToothDimensions = Readonly<Record<'module' | 'teeth' | 'pressureAngle' | 'shift', number>>

export const toothingOf = ({ module, teeth, pressureAngle, shift }: ToothDimensions): Toothing => ({
  module,
  teeth,
  pressureAngle,
  shift,
})

/** What both kinds of gear must keep to. */
export function toothContradiction({ teeth, pressureAngle, shift }: ToothDimensions) {
  if (teeth > MOST_TEETH)
    return { dimension: 'teeth', message: `at most ${MOST_TEETH} teeth can be` } as const
  if (pressureAngle < 0.17 || pressureAngle > 0.53)
    return { dimension: 'pressureAngle', message: 'the pressure angle lies between 10 and 30 deg' } as const
  if (shift > 1.5) return { dimension: 'shift', message: 'the profile shift is at most 1.5' } as const
  return null
}

export const gear = defineShape({
  kind: 'gear',
  noun: 'Spur gear',
  dimensions: { ...toothDimensions, bore: boreDimension, ...keyDimensions },
  contradiction: (d) => {
    const toothing = toothingOf(d)
    const general = toothContradiction(d)
    if (general) return general
    const { base, tip, root } = gearRadii(toothing)
    if (halfToothAngle(toothing, base, tip) <= 0)
      return {
        dimension: 'shift',
        message: 'the teeth come to a point; take less profile shift or more teeth',
      }
    return keyedTooLarge(d, 2 * root, 'the root circle')
  },
  datums: (d) => {
    const { width } = d
    const { centre, top, bottom } = axialDatums(-width / 2, width / 2)
    return {
      'pitch centre': centre,
      ...{ top, bottom },
      ...keywayDatum(d, 0),
      'pitch point': faceFrame([gearRadii(toothingOf(d)).pitch, 0, 0], [0, 0, 1], [1, 0, 0]),
    }
  },
  solids: (d, _, chords) => [
    extrude(
      toothedOutline(externalFlank(toothingOf(d)), d.teeth),
      keyedHoles(d, chords),
      -d.width / 2,
      d.width / 2,
    ),
  ],
  profiles: (d) => {
    const toothing = toothingOf(d)
    const { base, tip } = gearRadii(toothing)
    const halfTip = halfToothAngle(toothing, base, tip)
    const fillet = filletOf(toothing)
    const from = Math.max(base, fillet[fillet.length - 1][0])
    const below: Flank = [...fillet, [from, halfToothAngle(toothing, base, from)]]
    return [
      {
        outer: toothedLoop({ toothing, base, below, tip, halfTip, about: 0 }),
        holes: keyedLoops(d),
        bottom: -d.width / 2,
        top: d.width / 2,
      },
    ]
  },
  transmission: (d) => ({ kind: 'gear', toothing: toothingOf(d), internal: false }),
})

/** The outline of all teeth, counter-clockwise; a tooth is about angle 0. */
export function toothedOutline(flank: Flank, teeth: number): number[] {
  const rising = flank.map(([r, half]) => [r, -half])
  const tooth = [...rising, ...flank.map(([r, half]) => [r, half]).reverse()]
  return Array.from({ length: teeth }, (_, k) =>
    tooth.map(([r, angle]) => {
      const at = angle + (2 * Math.PI * k) / teeth
      return [r * Math.cos(at), r * Math.sin(at)]
    }),
  ).flat(2)
}
