/** Tube (bush, spacer): origin at its centre, z along the axis. */
import { axialDatums } from '../face-frame'
import { asHole, circleLoop, solidOf } from '../profiles/profile'
import type { Profile } from '../profiles/profile'
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
  solids: (d, _, chords) => [solidOf(profile(d), chords)],
  profiles: (d) => [profile(d)],
})

const profile = ({ outer, inner, length }: Record<'outer' | 'inner' | 'length', number>): Profile => ({
  outer: circleLoop([0, 0], outer / 2),
  holes: [asHole(circleLoop([0, 0], inner / 2))],
  bottom: -length / 2,
  top: length / 2,
})
