/** Cylinder (pin, roller): origin at its centre, z along the axis; datums at the centre and on both ends. */
import { axialDatums } from '../face-frame'
import { circleLoop, solidOf } from '../profiles/profile'
import type { Profile } from '../profiles/profile'
import { defineShape } from '../shape'
import { roundSide } from '../sides'

export const cylinder = defineShape({
  kind: 'cylinder',
  noun: 'Cylinder',
  dimensions: {
    diameter: { label: 'Diameter', usual: '10 mm' },
    length: { label: 'Length', usual: '40 mm' },
  },
  contradiction: () => null,
  datums: ({ length: l }) => axialDatums(-l / 2, l / 2),
  solids: (d, _, chords) => [solidOf(profile(d), chords)],
  profiles: (d) => [profile(d)],
  side: (d, _, across) => roundSide(d.diameter, d.length, across),
})

const profile = ({ diameter, length }: Record<'diameter' | 'length', number>): Profile => ({
  outer: circleLoop([0, 0], diameter / 2),
  holes: [],
  bottom: -length / 2,
  top: length / 2,
})
