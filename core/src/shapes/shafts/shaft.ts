/**
 * Stepped shaft: a journal between two thinner ends, with a keyway in the end B when it has a width. Origin at the
 * middle of the journal, z from end A to end B; the keyway opens toward x.
 */
import { axialDatums, faceFrame, onAxis } from '../face-frame'
import { arc, circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'

export const shaft = defineShape({
  kind: 'shaft',
  noun: 'Stepped shaft',
  dimensions: {
    diameter: { label: 'Journal diameter', usual: '16 mm' },
    length: { label: 'Journal length', usual: '50 mm' },
    endDiameter: { label: 'End diameter', usual: '12 mm' },
    endA: { label: 'Length of end A', usual: '15 mm', least: 0 },
    endB: { label: 'Length of end B', usual: '20 mm', least: 0 },
    keyWidth: { label: 'Keyway width (0 for none)', usual: '4 mm', least: 0 },
    keyDepth: { label: 'Keyway depth', usual: '2.5 mm', least: 0 },
  },
  contradiction: ({ diameter, endDiameter, keyWidth, keyDepth, endB }) => {
    if (endDiameter > diameter)
      return { dimension: 'endDiameter', message: 'the ends must not be thicker than the journal' }
    if (keyWidth >= endDiameter / 2)
      return { dimension: 'keyWidth', message: 'the keyway must be narrower than half the end' }
    if (keyWidth > 0 && keyDepth >= endDiameter / 2)
      return { dimension: 'keyDepth', message: 'the keyway must not reach the axis' }
    if (keyWidth > 0 && endB === 0)
      return { dimension: 'endB', message: 'a keyway needs an end B that is longer than zero' }
    return null
  },
  datums: ({ length: l, endA, endB, diameter, endDiameter, keyWidth, keyDepth }) => ({
    ...axialDatums(-l / 2 - endA, l / 2 + endB),
    'journal centre': onAxis(0),
    'shoulder A': faceFrame([0, 0, -l / 2], [0, 0, -1], [1, 0, 0]),
    'shoulder B': onAxis(l / 2),
    'end B': onAxis(l / 2 + endB / 2),
    ...(keyWidth > 0
      ? {
          keyway: faceFrame([endDiameter / 2 - keyDepth, 0, l / 2 + endB / 2], [1, 0, 0], [0, 0, 1]),
        }
      : {}),
    'journal side': faceFrame([diameter / 2, 0, 0], [1, 0, 0], [0, 1, 0]),
  }),
  solids: ({ diameter, length: l, endDiameter, endA, endB, keyWidth, keyDepth }, _, chords) => {
    const end = circle(0, 0, endDiameter / 2, chords)
    return [
      extrude(circle(0, 0, diameter / 2, chords), [], -l / 2, l / 2),
      ...(endA > 0 ? [extrude(end, [], -l / 2 - endA, -l / 2)] : []),
      ...(endB > 0
        ? [
            extrude(
              keyWidth > 0 ? keyed(endDiameter / 2, keyWidth, keyDepth, chords) : end,
              [],
              l / 2,
              l / 2 + endB,
            ),
          ]
        : []),
    ]
  },
})

/** A circle with a rectangular notch toward x. */
function keyed(radius: number, width: number, depth: number, chords: number): number[] {
  const half = Math.asin(width / 2 / radius)
  const floor = radius - depth
  return [...arc(0, 0, radius, half, 2 * Math.PI - half, chords), ...[floor, -width / 2, floor, width / 2]]
}
