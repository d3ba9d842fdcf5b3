/** Disc or flange with a bore, a keyway in it, a tongue or slot across its face: origin at its centre in mid-thickness, z along the axis. */
import { acrossDatums, acrossDimensions, acrossFault, acrossOption, acrossTop, discAcross } from './across'
import { boreDimension, keyDimensions, keyedHoles, keyedLoops, keyedTooLarge, keywayDatum } from './bore'
import { axialDatums } from '../face-frame'
import { circle } from '../mesh/mesh'
import { circleLoop } from '../profiles/profile'
import { defineShape } from '../shape'
import { roundSide } from '../sides'
import { markOption, markSolids } from './mark'

export const disc = defineShape({
  kind: 'disc',
  noun: 'Disc',
  dimensions: {
    diameter: { label: 'Diameter', usual: '60 mm' },
    thickness: { label: 'Thickness', usual: '10 mm' },
    bore: boreDimension,
    ...keyDimensions,
    ...acrossDimensions,
  },
  options: { across: acrossOption, mark: markOption },
  contradiction: (d, extras) => keyedTooLarge(d, d.diameter, 'the disc') ?? acrossFault(d, extras),
  datums: (d, extras) => ({
    ...axialDatums(-d.thickness / 2, d.thickness / 2),
    ...keywayDatum(d, 0),
    ...acrossDatums(d, extras),
  }),
  solids: (d, extras, chords) => {
    const radius = d.diameter / 2
    return [
      ...discAcross(d, extras, circle(0, 0, radius, chords), keyedHoles(d, chords), chords),
      ...markSolids(extras, 0.6 * radius + 0.2 * d.bore, 0.95 * radius, acrossTop(d, extras)),
    ]
  },
  profiles: (d) => [
    {
      outer: circleLoop([0, 0], d.diameter / 2),
      holes: keyedLoops(d),
      bottom: -d.thickness / 2,
      top: d.thickness / 2,
    },
  ],
  side: (d, { options }, across) =>
    d.bore === 0 && options.across === 'none' ? roundSide(d.diameter, d.thickness, across) : null,
})
