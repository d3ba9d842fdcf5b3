/** Cylinder (pin, roller): origin at its centre, z along the axis; datums at the centre and on both ends. */
import { axialDatums } from '../face-frame'
import { circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'

export const cylinder = defineShape({
  kind: 'cylinder',
  noun: 'Cylinder',
  dimensions: {
    diameter: { label: 'Diameter', usual: '10 mm' },
    length: { label: 'Length', usual: '40 mm' },
  },
  contradiction: () => null,
  datums: ({ length: l }) => axialDatums(-l / 2, l / 2),
  solids: ({ diameter, length: l }, _, chords) => [
    extrude(circle(0, 0, diameter / 2, chords), [], -l / 2, l / 2),
  ],
})
