/** Wheel that rolls on its rim: a rim, a thinner web and a hub with a bore. Origin at its centre, z along the axis. */
import { boreDimension, boreLoops, boreTooLarge } from './bore'
import { axialDatums, faceFrame } from '../face-frame'
import { revolve } from '../mesh/revolve'
import { asHole, circleLoop } from '../profiles/profile'
import { defineShape } from '../shape'
import { markOption, markSolids } from './mark'

export const wheel = defineShape({
  kind: 'wheel',
  noun: 'Wheel',
  dimensions: {
    diameter: { label: 'Diameter', usual: '60 mm' },
    width: { label: 'Width of the rim', usual: '16 mm' },
    rim: { label: 'Thickness of the rim', usual: '6 mm' },
    hub: { label: 'Hub diameter', usual: '20 mm' },
    bore: boreDimension,
  },
  options: { mark: markOption },
  contradiction: ({ diameter, rim, hub, bore }) => {
    if (diameter - 2 * rim <= hub)
      return { dimension: 'hub', message: 'the hub must be smaller than the inside of the rim' }
    return boreTooLarge(bore, hub, 'the hub')
  },
  datums: ({ width: w, diameter }) => ({
    ...axialDatums(-w / 2, w / 2),
    rim: faceFrame([diameter / 2, 0, 0], [1, 0, 0], [0, 1, 0]),
  }),
  solids: ({ diameter, width, rim, hub, bore }, extras, chords) => {
    const [h, web] = [width / 2, width / 8]
    const inside = diameter / 2 - rim
    const lower = [bore / 2, -h, hub / 2, -h, hub / 2, -web, inside, -web, inside, -h, diameter / 2, -h]
    const upper = [diameter / 2, h, inside, h, inside, web, hub / 2, web, hub / 2, h, bore / 2, h]
    return [
      revolve([...lower, ...upper], chords),
      ...markSolids(extras, diameter / 2 - 0.9 * rim, diameter / 2 - 0.1 * rim, h),
    ]
  },
  // the web lies within both and meets nothing that they do not
  profiles: ({ diameter, width, rim, hub, bore }) => [
    {
      outer: circleLoop([0, 0], diameter / 2),
      holes: [asHole(circleLoop([0, 0], diameter / 2 - rim))],
      ...{ bottom: -width / 2, top: width / 2 },
    },
    {
      outer: circleLoop([0, 0], hub / 2),
      holes: boreLoops(bore),
      ...{ bottom: -width / 2, top: width / 2 },
    },
  ],
  transmission: ({ diameter }) => ({ kind: 'wheel', diameter }),
})
