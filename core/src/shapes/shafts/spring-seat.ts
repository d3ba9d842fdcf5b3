/** Seat of a coil spring: a plate with a collar that the coils go round. Origin on the plate where the spring rests. */
import { axialDatums, onAxis } from '../face-frame'
import { revolve } from '../mesh/revolve'
import { defineShape } from '../shape'

export const springSeat = defineShape({
  kind: 'spring-seat',
  noun: 'Seat of a coil spring',
  dimensions: {
    diameter: { label: 'Diameter of the plate', usual: '28 mm' },
    thickness: { label: 'Thickness of the plate', usual: '5 mm' },
    collar: { label: 'Diameter of the collar', usual: '12 mm' },
    height: { label: 'Height of the collar', usual: '8 mm' },
    bore: { label: 'Bore (0 for none)', usual: '6 mm', least: 0 },
  },
  contradiction: ({ diameter, collar, bore }) => {
    if (collar >= diameter)
      return { dimension: 'collar', message: 'the collar must be smaller than the plate' }
    return bore >= collar ? { dimension: 'bore', message: 'the bore must be smaller than the collar' } : null
  },
  datums: ({ thickness: t, height: h }) => ({ ...axialDatums(-t, h), seat: onAxis(0) }),
  solids: ({ diameter, thickness: t, collar, height: h, bore }, _, chords) => [
    revolve(
      [bore / 2, -t, diameter / 2, -t, diameter / 2, 0, collar / 2, 0, collar / 2, h, bore / 2, h],
      chords,
    ),
  ],
})
