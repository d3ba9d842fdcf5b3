/** Disc with a bore, and a keyway in it: origin at its centre in mid-thickness, z along the axis. */
import { boreDimension, keyDimensions, keyedHoles, keyedTooLarge, keywayDatum } from './bore'
import { axialDatums } from '../face-frame'
import { circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'
import { markOption, markSolids } from './mark'

export const disc = defineShape({
  kind: 'disc',
  noun: 'Disc',
  dimensions: {
    diameter: { label: 'Diameter', usual: '60 mm' },
    thickness: { label: 'Thickness', usual: '10 mm' },
    bore: boreDimension,
    ...keyDimensions,
  },
  options: { mark: markOption },
  contradiction: (d) => keyedTooLarge(d, d.diameter, 'the disc'),
  datums: (d) => ({ ...axialDatums(-d.thickness / 2, d.thickness / 2), ...keywayDatum(d, 0) }),
  solids: (d, extras, chords) => {
    const [radius, half] = [d.diameter / 2, d.thickness / 2]
    return [
      extrude(circle(0, 0, radius, chords), keyedHoles(d, chords), -half, half),
      ...markSolids(extras, 0.6 * radius + 0.2 * d.bore, 0.95 * radius, half),
    ]
  },
})
