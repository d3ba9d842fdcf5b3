/** Disc with a bore: origin at its centre in mid-thickness, z along the axis. */
import { boreDimension, boreHoles, boreTooLarge } from './bore'
import { axialDatums } from '../face-frame'
import { circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'

export const disc = defineShape({
  kind: 'disc',
  noun: 'Disc',
  dimensions: {
    diameter: { label: 'Diameter', usual: '60 mm' },
    thickness: { label: 'Thickness', usual: '10 mm' },
    bore: boreDimension,
  },
  contradiction: ({ diameter, bore }) => boreTooLarge(bore, diameter, 'the disc'),
  datums: ({ thickness: t }) => axialDatums(-t / 2, t / 2),
  solids: ({ diameter, thickness: t, bore }, _, chords) => [
    extrude(circle(0, 0, diameter / 2, chords), boreHoles(bore, chords), -t / 2, t / 2),
  ],
})
