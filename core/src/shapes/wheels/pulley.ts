/** Pulley for a round or flat belt: a groove between two flanges. The belt runs on the pitch diameter. */
import { boreDimension, boreTooLarge } from './bore'
import { axialDatums } from '../face-frame'
import { revolve } from '../mesh/revolve'
import { defineShape } from '../shape'

export const pulley = defineShape({
  kind: 'pulley',
  noun: 'Pulley',
  dimensions: {
    diameter: { label: 'Pitch diameter', usual: '40 mm' },
    width: { label: 'Width', usual: '14 mm' },
    groove: { label: 'Groove width', usual: '8 mm' },
    flange: { label: 'Flange height', usual: '4 mm' },
    bore: boreDimension,
  },
  contradiction: ({ diameter, width, groove, bore }) => {
    if (groove >= width)
      return { dimension: 'groove', message: 'the groove must be narrower than the pulley' }
    return boreTooLarge(bore, diameter, 'the pitch diameter')
  },
  datums: ({ width: w }) => axialDatums(-w / 2, w / 2),
  solids: ({ diameter, width, groove, flange, bore }, _, chords) => {
    const [h, g, r] = [width / 2, groove / 2, diameter / 2]
    const rim = [r + flange, -h, r + flange, -g, r, -g / 2, r, g / 2, r + flange, g, r + flange, h]
    return [revolve([bore / 2, -h, ...rim, bore / 2, h], chords)]
  },
  transmission: ({ diameter }) => ({ kind: 'pulley', diameter }),
})
