/**
 * Link of three bores, straight or bent (a bell crank): origin at bore B in mid-thickness, x toward bore C; the arm to
 * bore A is at the angle between the arms.
 */
import { faceFrame } from '../face-frame'
import { arc, circle, extrude } from '../mesh/mesh'
import { defineShape } from '../shape'

export const bentLink = defineShape({
  kind: 'bent-link',
  noun: 'Three-bore link',
  dimensions: {
    armA: { label: 'Bore A to bore B', usual: '60 mm' },
    armC: { label: 'Bore B to bore C', usual: '60 mm' },
    angle: { label: 'Angle between the arms', usual: '120 deg', dimension: 'angle' },
    width: { label: 'Width', usual: '24 mm' },
    thickness: { label: 'Thickness', usual: '8 mm' },
    bore: { label: 'Bore diameter', usual: '10 mm' },
  },
  contradiction: ({ armA, armC, angle, width, bore }) => {
    if (bore >= width) return { dimension: 'bore', message: 'the bores must be smaller than the width' }
    if (angle > Math.PI)
      return { dimension: 'angle', message: 'the angle between the arms is at most 180 deg' }
    // where the inner sides of the two arms meet
    const inner = width / 2 / Math.tan(angle / 2)
    if (armA <= inner || armC <= inner)
      return {
        dimension: 'angle',
        message: 'the arms would run into each other; open the angle or lengthen them',
      }
    return null
  },
  datums: ({ armA, armC, angle, thickness }) => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    return {
      'bore A': faceFrame([armA * c, armA * s, 0], [0, 0, 1], [c, s, 0]),
      'bore B': faceFrame([0, 0, 0], [0, 0, 1], [1, 0, 0]),
      'bore C': faceFrame([armC, 0, 0], [0, 0, 1], [1, 0, 0]),
      'side A': faceFrame([0, 0, thickness / 2], [0, 0, 1], [1, 0, 0]),
      'side B': faceFrame([0, 0, -thickness / 2], [0, 0, -1], [1, 0, 0]),
    }
  },
  solids: ({ armA, armC, angle, width, thickness, bore }, _, chords) => {
    const r = width / 2
    const [ax, ay] = [armA * Math.cos(angle), armA * Math.sin(angle)]
    const inner = r / Math.sin(angle / 2)
    const outline = [
      ...arc(armC, 0, r, -Math.PI / 2, Math.PI / 2, chords / 2),
      ...(angle < Math.PI ? [inner * Math.cos(angle / 2), inner * Math.sin(angle / 2)] : []),
      ...arc(ax, ay, r, angle - Math.PI / 2, angle + Math.PI / 2, chords / 2),
      // round the outside of the bend
      ...(angle < Math.PI ? arc(0, 0, r, angle + Math.PI / 2, (3 * Math.PI) / 2, Math.ceil(chords / 2)) : []),
    ]
    const bores = [[0, 0], [armC, 0], [ax, ay]].map(([x, y]) => circle(x, y, bore / 2, chords)) // prettier-ignore
    return [extrude(outline, bores, -thickness / 2, thickness / 2)]
  },
})
