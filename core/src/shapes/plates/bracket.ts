/**
 * Bracket: a foot with two holes and an upright with a bore, rounded at its top. Origin under the middle of the foot,
 * z up, the bore along y. Datums: the bore axis, the foot's underside, both holes, the sides of the upright.
 */
import { faceFrame } from '../face-frame'
import { arc, circle, extrude, placed, rectangle } from '../mesh/mesh'
import { defineShape } from '../shape'

export const bracket = defineShape({
  kind: 'bracket',
  noun: 'Bracket',
  dimensions: {
    height: { label: 'Height of the bore', usual: '40 mm' },
    width: { label: 'Width of the upright', usual: '30 mm' },
    foot: { label: 'Length of the foot', usual: '70 mm' },
    depth: { label: 'Depth of the foot', usual: '30 mm' },
    thickness: { label: 'Thickness', usual: '8 mm' },
    bore: { label: 'Bore diameter', usual: '10 mm' },
    hole: { label: 'Foot hole diameter', usual: '6 mm' },
  },
  contradiction: ({ height, width, foot, depth, thickness, bore, hole }) => {
    if (bore >= width)
      return { dimension: 'bore', message: 'the bore must be smaller than the upright is wide' }
    if (height - bore / 2 <= thickness)
      return { dimension: 'height', message: 'the bore must stand above the foot' }
    if (thickness > depth)
      return { dimension: 'depth', message: 'the foot must be at least as deep as the upright is thick' }
    if ((foot - width) / 2 <= hole)
      return {
        dimension: 'foot',
        message: 'the foot must reach beyond the upright by more than a hole on each side',
      }
    if (hole >= depth)
      return { dimension: 'hole', message: 'the holes must be smaller than the foot is deep' }
    return null
  },
  datums: ({ height, width, foot, depth, thickness: t }) => {
    const x = (foot + width) / 4
    return {
      'bore axis': faceFrame([0, 0, height], [0, 1, 0], [1, 0, 0]),
      base: faceFrame([0, 0, 0], [0, 0, -1], [1, 0, 0]),
      'foot top': faceFrame([x, 0, t], [0, 0, 1], [1, 0, 0]),
      'hole 1': faceFrame([-x, 0, 0], [0, 0, 1], [1, 0, 0]),
      'hole 2': faceFrame([x, 0, 0], [0, 0, 1], [1, 0, 0]),
      'back side': faceFrame([0, t / 2, height], [0, 1, 0], [1, 0, 0]),
      'front side': faceFrame([0, -t / 2, height], [0, -1, 0], [1, 0, 0]),
      'foot back': faceFrame([0, depth / 2, t / 2], [0, 1, 0], [1, 0, 0]),
    }
  },
  solids: ({ height, width, foot, depth, thickness: t, bore, hole }, _, chords) => {
    const x = (foot + width) / 4
    const w = width / 2
    // drawn with its height along y, then stood up
    const upright = extrude(
      [-w, t, w, t, ...arc(0, Math.max(height, t), w, 0, Math.PI, chords / 2)],
      [circle(0, height, bore / 2, chords)],
      -t / 2,
      t / 2,
    )
    return [
      extrude(
        rectangle(0, 0, foot, depth),
        [circle(-x, 0, hole / 2, chords), circle(x, 0, hole / 2, chords)],
        0,
        t,
      ),
      placed(upright, Float64Array.of(1, 0, 0, 0, 0, 1, 0, -1, 0, 0, 0, 0)),
    ]
  },
})
