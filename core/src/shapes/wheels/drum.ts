/** Drum with a helical groove in which a cord lies; the cord's centre runs on the drum's diameter. */
import { boreDimension, boreTooLarge } from './bore'
import { axialDatums, faceFrame } from '../face-frame'
import { bar } from '../mesh/revolve'
import { defineShape } from '../shape'

const STEPS_A_TURN = 12

export const drum = defineShape({
  kind: 'drum',
  noun: 'Grooved drum',
  dimensions: {
    diameter: { label: 'Diameter', usual: '50 mm' },
    length: { label: 'Length', usual: '60 mm' },
    pitch: { label: 'Groove pitch', usual: '5 mm' },
    depth: { label: 'Groove depth', usual: '1.5 mm' },
    bore: boreDimension,
  },
  contradiction: ({ diameter, length, pitch, depth, bore }) => {
    if (pitch > length)
      return { dimension: 'pitch', message: 'the drum must be longer than a turn of its groove' }
    if (length / pitch > 200)
      return { dimension: 'pitch', message: 'more than 200 turns of groove are too many' }
    if (depth > pitch) return { dimension: 'depth', message: 'the groove must not be deeper than its pitch' }
    return boreTooLarge(bore, diameter - 2 * depth, 'the bottom of the groove')
  },
  datums: ({ diameter, length: l, pitch }) => ({
    ...axialDatums(-l / 2, l / 2),
    'groove start': faceFrame([diameter / 2, 0, -l / 2 + pitch / 2], [1, 0, 0], [0, 1, 0]),
  }),
  solids: ({ diameter, length: l, pitch, depth, bore }, _, chords) => [
    bar(
      (angle, z) => {
        const phase = (z + l / 2) / pitch - angle / (2 * Math.PI)
        return diameter / 2 - (depth / 2) * (1 + Math.cos(2 * Math.PI * (phase - 0.5)))
      },
      evenly(-l / 2, l / 2, Math.ceil((STEPS_A_TURN * l) / pitch)),
      bore / 2,
      chords,
    ),
  ],
  transmission: ({ diameter }) => ({ kind: 'pulley', diameter }),
})

/** n + 1 values from a to b. */
export const evenly = (a: number, b: number, n: number): number[] =>
  Array.from({ length: n + 1 }, (_, i) => a + ((b - a) * i) / n)
