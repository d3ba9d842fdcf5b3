/** Wheel with spokes, and a handwheel where it has a grip: rim, spokes, hub. Origin at its centre, z along the axis. */
import { axialDatums, faceFrame } from '../face-frame'
import { arc, circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'
import { boreDimension, keyDimensions, keyedHoles, keyedTooLarge, keywayDatum } from './bore'

export const spokedWheel = defineShape({
  kind: 'spoked-wheel',
  noun: 'Spoked wheel or handwheel',
  dimensions: {
    diameter: { label: 'Diameter', usual: '80 mm' },
    width: { label: 'Width of the rim', usual: '12 mm' },
    rim: { label: 'Thickness of the rim', usual: '8 mm' },
    spokes: { label: 'Spokes', usual: '5', dimension: 'count', least: 2 },
    spoke: { label: 'Width of a spoke', usual: '8 mm' },
    hub: { label: 'Hub diameter', usual: '22 mm' },
    grip: { label: 'Length of the grip (0 for none)', usual: '0 mm', least: 0 },
    bore: boreDimension,
    ...keyDimensions,
  },
  contradiction: (d) => {
    if (d.diameter - 2 * d.rim <= d.hub)
      return { dimension: 'hub', message: 'the hub must be smaller than the inside of the rim' }
    if (d.spokes > 60) return { dimension: 'spokes', message: 'at most 60 spokes can be' }
    if (d.spoke >= 2 * (d.hub / 2) * Math.sin(Math.PI / d.spokes))
      return { dimension: 'spoke', message: 'the spokes would touch each other at the hub' }
    return keyedTooLarge(d, d.hub, 'the outside of the hub')
  },
  datums: (d) => {
    const { width: w, diameter, rim, grip } = d
    return {
      ...axialDatums(-w / 2, w / 2),
      rim: faceFrame([diameter / 2, 0, 0], [1, 0, 0], [0, 1, 0]),
      ...(grip > 0 ? { grip: faceFrame([(diameter - rim) / 2, 0, w / 2 + grip], [0, 0, 1], [1, 0, 0]) } : {}),
      ...keywayDatum(d, 0),
    }
  },
  solids: (d, _, chords) => {
    const { diameter, width: w, rim, spokes, hub, grip } = d
    const [outer, inner] = [diameter / 2, diameter / 2 - rim]
    return [
      extrude(circle(0, 0, outer, chords), [circle(0, 0, inner, chords)], -w / 2, w / 2),
      extrude(circle(0, 0, hub / 2, chords), keyedHoles(d, chords), -w / 2, w / 2),
      ...Array.from({ length: spokes }, (_, k) =>
        extrude(spoke(hub / 2, inner, d.spoke, (2 * Math.PI * k) / spokes), [], -w / 5, w / 5),
      ),
      ...(grip > 0
        ? [extrude(circle((diameter - rim) / 2, 0, 0.4 * rim, chords), [], w / 2, w / 2 + grip)]
        : []),
    ]
  },
  transmission: ({ diameter }) => ({ kind: 'wheel', diameter }),
})

/** From the hub to the rim, with round ends that lie on both. */
function spoke(from: number, to: number, width: number, direction: number): number[] {
  const [a, b] = [from, to].map((radius) => Math.asin(width / 2 / radius))
  return [
    ...arc(0, 0, to, direction - b, direction + b, 4),
    ...arc(0, 0, from, direction + a, direction - a, 4),
  ]
}
