/**
 * Link plate with two bores: origin at bore A in mid-thickness, x toward bore B, z along the bores.
 * Datums: both bore axes and the middle between them, all in mid-thickness.
 */
import { faceFrame } from './face-frame'
import { arc, circle, extrude } from './mesh'
import { defineShape } from './shape'

const ARC_STEPS = 24

export const link = defineShape({
  kind: 'link',
  noun: 'Link plate',
  dimensions: {
    length: { label: 'Length between bores', usual: '80 mm' },
    width: { label: 'Width', usual: '24 mm' },
    thickness: { label: 'Thickness', usual: '8 mm' },
    bore: { label: 'Bore diameter', usual: '10 mm' },
  },
  contradiction: ({ length, width, bore }) => {
    if (bore >= width) return { dimension: 'bore', message: 'the bores must be smaller than the width' }
    if (bore >= length)
      return { dimension: 'length', message: 'the bores must stand further apart than their diameter' }
    return null
  },
  datums: ({ length }) => ({
    'bore A': faceFrame([0, 0, 0], [0, 0, 1], [1, 0, 0]),
    'bore B': faceFrame([length, 0, 0], [0, 0, 1], [1, 0, 0]),
    middle: faceFrame([length / 2, 0, 0], [0, 0, 1], [1, 0, 0]),
  }),
  mesh: ({ length, width, thickness, bore }) =>
    extrude(
      [
        ...arc(0, 0, width / 2, Math.PI / 2, (3 * Math.PI) / 2, ARC_STEPS),
        ...arc(length, 0, width / 2, -Math.PI / 2, Math.PI / 2, ARC_STEPS),
      ],
      [circle(0, 0, bore / 2), circle(length, 0, bore / 2)],
      -thickness / 2,
      thickness / 2,
    ),
})
