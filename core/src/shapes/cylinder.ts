/** Cylinder (pin, shaft, roller): origin at its centre, z along the axis; datums at the centre and on both ends. */
import { faceFrame } from './face-frame'
import { circle, extrude } from './mesh'
import { defineShape } from './shape'

export const cylinder = defineShape({
  kind: 'cylinder',
  noun: 'Cylinder',
  dimensions: {
    diameter: { label: 'Diameter', usual: '10 mm' },
    length: { label: 'Length', usual: '40 mm' },
  },
  contradiction: () => null,
  datums: ({ length: l }) => ({
    centre: faceFrame([0, 0, 0], [0, 0, 1], [1, 0, 0]),
    top: faceFrame([0, 0, l / 2], [0, 0, 1], [1, 0, 0]),
    bottom: faceFrame([0, 0, -l / 2], [0, 0, -1], [1, 0, 0]),
  }),
  mesh: ({ diameter, length: l }) => extrude(circle(0, 0, diameter / 2), [], -l / 2, l / 2),
})
