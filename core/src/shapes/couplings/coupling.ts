/**
 * Offset coupling for parallel shafts: a hub with a tongue across its face for either shaft, and between both a disc with
 * two slots at right angles. All turn alike, and the centre of the disc circles at twice their speed.
 * Source: Norton, Design of Machinery, section on couplings for parallel shafts.
 */
import { axialDatums, faceFrame, onAxis } from '../face-frame'
import { circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'
import { boreDimension, keyDimensions, keyedHoles, keyedTooLarge, keywayDatum } from '../wheels/bore'
import { besideStrip, strip } from './strips'

/** Across a slot or tongue at most this share of the disc. */
const WIDEST = 0.6

export const couplingHub = defineShape({
  kind: 'coupling-hub',
  noun: 'Coupling hub with tongue',
  dimensions: {
    diameter: { label: 'Diameter', usual: '50 mm' },
    thickness: { label: 'Thickness of the flange', usual: '12 mm' },
    tongueWidth: { label: 'Width of the tongue', usual: '10 mm' },
    tongueHeight: { label: 'Height of the tongue', usual: '6 mm' },
    bore: boreDimension,
    ...keyDimensions,
  },
  contradiction: (d) =>
    d.tongueWidth > WIDEST * d.diameter
      ? { dimension: 'tongueWidth', message: 'the tongue must be narrower than six tenths of the diameter' }
      : keyedTooLarge(d, d.diameter, 'the rim'),
  datums: (d) => {
    const { thickness: t, tongueHeight: h } = d
    return {
      ...axialDatums(-t / 2, t / 2),
      // z along the tongue, so that a slide along it needs no turning
      tongue: faceFrame([0, 0, t / 2 + h / 2], [1, 0, 0], [0, 0, 1]),
      'tongue face': onAxis(t / 2 + h),
      ...keywayDatum(d, 0),
    }
  },
  solids: (d, _, chords) => {
    const { diameter, thickness: t } = d
    return [
      extrude(circle(0, 0, diameter / 2, chords), keyedHoles(d, chords), -t / 2, t / 2),
      extrude(strip(diameter / 2, d.tongueWidth, 0, chords), [], t / 2, t / 2 + d.tongueHeight),
    ]
  },
})

export const couplingDisc = defineShape({
  kind: 'coupling-disc',
  noun: 'Coupling disc with crossed slots',
  dimensions: {
    diameter: { label: 'Diameter', usual: '50 mm' },
    thickness: { label: 'Thickness', usual: '18 mm' },
    slotWidth: { label: 'Width of the slots', usual: '10 mm' },
    slotDepth: { label: 'Depth of the slots', usual: '6 mm' },
  },
  contradiction: ({ diameter, thickness, slotWidth, slotDepth }) => {
    if (slotWidth > WIDEST * diameter)
      return { dimension: 'slotWidth', message: 'the slots must be narrower than six tenths of the diameter' }
    return 2 * slotDepth >= thickness
      ? { dimension: 'slotDepth', message: 'the two slots together must be less deep than the disc is thick' }
      : null
  },
  datums: ({ thickness: t, slotDepth: depth }) => ({
    ...axialDatums(-t / 2, t / 2),
    // x into the disc, as that of a tongue points out of its hub
    'slot top': faceFrame([0, 0, t / 2 - depth / 2], [1, 0, 0], [0, 0, -1]),
    'slot bottom': faceFrame([0, 0, -t / 2 + depth / 2], [0, 1, 0], [0, 0, 1]),
    'floor top': onAxis(t / 2 - depth),
    'floor bottom': faceFrame([0, 0, -t / 2 + depth], [0, 0, -1], [1, 0, 0]),
  }),
  solids: ({ diameter, thickness: t, slotWidth, slotDepth }, _, chords) => {
    const r = diameter / 2
    const [low, high] = [-t / 2 + slotDepth, t / 2 - slotDepth]
    return [
      ...besideStrip(r, slotWidth, Math.PI / 2, chords).map((side) => extrude(side, [], -t / 2, low)),
      extrude(circle(0, 0, r, chords), [], low, high),
      ...besideStrip(r, slotWidth, 0, chords).map((side) => extrude(side, [], high, t / 2)),
    ]
  },
})
