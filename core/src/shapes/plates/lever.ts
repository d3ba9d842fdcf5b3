/** Lever that tapers from its hub to its end, with a bore in either: origin in the hub, x toward the end, z along the bores. */
import { faceFrame } from '../face-frame'
import { arc, circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'

export const lever = defineShape({
  kind: 'lever',
  noun: 'Lever',
  dimensions: {
    length: { label: 'Length between bores', usual: '120 mm' },
    hub: { label: 'Diameter of the hub', usual: '30 mm' },
    end: { label: 'Diameter of the end', usual: '18 mm' },
    thickness: { label: 'Thickness', usual: '8 mm' },
    bore: { label: 'Bore in the hub', usual: '12 mm' },
    endBore: { label: 'Bore in the end (0 for none)', usual: '8 mm', least: 0 },
  },
  contradiction: ({ length, hub, end, bore, endBore }) => {
    if (bore >= hub) return { dimension: 'bore', message: 'the bore must be smaller than the hub' }
    if (endBore >= end) return { dimension: 'endBore', message: 'the bore must be smaller than the end' }
    return length <= (hub + end) / 2
      ? { dimension: 'length', message: 'hub and end would run into each other' }
      : null
  },
  datums: ({ length, thickness: t }) => ({
    hub: faceFrame([0, 0, 0], [0, 0, 1], [1, 0, 0]),
    end: faceFrame([length, 0, 0], [0, 0, 1], [1, 0, 0]),
    'side A': faceFrame([0, 0, t / 2], [0, 0, 1], [1, 0, 0]),
    'side B': faceFrame([0, 0, -t / 2], [0, 0, -1], [1, 0, 0]),
  }),
  solids: ({ length, hub, end, thickness: t, bore, endBore }, _, chords) => {
    // the flanks are tangents of both circles
    const half = Math.acos((hub - end) / 2 / length)
    const outline = [
      ...arc(length, 0, end / 2, -half, half, chords >> 1),
      ...arc(0, 0, hub / 2, half, 2 * Math.PI - half, chords),
    ]
    const holes = [circle(0, 0, bore / 2, chords)]
    if (endBore > 0) holes.push(circle(length, 0, endBore / 2, chords))
    return [extrude(outline, holes, -t / 2, t / 2)]
  },
})
