/** Hexagon nut of a spindle: origin at its centre, z along the thread. */
import { axialDatums, faceFrame } from '../face-frame'
import { circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'
import { hands } from './spindle'

export const nut = defineShape({
  kind: 'nut',
  noun: 'Nut',
  dimensions: {
    width: { label: 'Width across flats', usual: '27 mm' },
    height: { label: 'Height', usual: '16 mm' },
    diameter: { label: 'Thread diameter', usual: '16 mm' },
    pitch: { label: 'Pitch', usual: '4 mm' },
    starts: { label: 'Starts', usual: '1', dimension: 'count' },
  },
  options: { hand: hands },
  contradiction: ({ width, diameter }) =>
    diameter >= width
      ? { dimension: 'diameter', message: 'the thread must be smaller than the nut is wide' }
      : null,
  datums: ({ width, height: h }) => ({
    ...axialDatums(-h / 2, h / 2),
    flat: faceFrame([0, width / 2, 0], [0, 1, 0], [1, 0, 0]),
  }),
  solids: ({ width, height: h, diameter }, _, chords) => {
    const corner = width / 2 / Math.cos(Math.PI / 6)
    return [extrude(circle(0, 0, corner, 6), [circle(0, 0, diameter / 2, chords)], -h / 2, h / 2)]
  },
  transmission: ({ pitch, starts }, { options }) => ({
    kind: 'thread',
    lead: (options.hand === 'left' ? -1 : 1) * pitch * starts,
  }),
})
