/** Tube (bush, spacer): origin at its centre, z along the axis. */
import { axialDatums } from '../face-frame'
import { circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'

export const tube = defineShape({
  kind: 'tube',
  noun: 'Tube',
  dimensions: {
    outer: { label: 'Outer diameter', usual: '20 mm' },
    inner: { label: 'Inner diameter', usual: '14 mm' },
    length: { label: 'Length', usual: '40 mm' },
  },
  contradiction: ({ outer, inner }) =>
    inner >= outer
      ? { dimension: 'inner', message: 'the inner diameter must be smaller than the outer one' }
      : null,
  datums: ({ length: l }) => axialDatums(-l / 2, l / 2),
  solids: ({ outer, inner, length: l }, _, chords) => [
    extrude(circle(0, 0, outer / 2, chords), [circle(0, 0, inner / 2, chords)], -l / 2, l / 2),
  ],
})
